import { readJson } from '@/core/base/json/read';
import { isObject, type Json } from '@/core/base/json/json';
import { JsonSyntaxError } from '@/core/base/json/read';
import { composedItems } from '@/core/components/compose';
import { readComponent } from '@/core/components/component-file';
import { readTheme } from '@/core/components/theme-file';
import type { ThemeItem } from '@/core/components/theme';
import type { ComponentDefinition } from '@/core/components/definition';
import { itemsOf, type Items } from '@/core/document/item';
import type { Finding } from '@/core/findings/finding';
import { existsSync } from 'node:fs';
import { readText, UnreadableFile } from './token-files';

/** JSON of a file. @throws UnreadableFile */
export function readJsonFile(file: string): Json {
  try {
    return readJson(readText(file));
  } catch (error) {
    if (!(error instanceof JsonSyntaxError)) throw error;
    throw new UnreadableFile(
      `${file} is not JSON: ${error.reason} (line ${error.place.line}, column ${error.place.column}).`,
    );
  }
}

/** What is written without what a component speaks of. */
const LEFT_OUT = {
  component: '',
  ruleSet: ': its rules are left out',
  theme: ': the component looks as it does without it',
} as const;

/**
 * Components by their files, each template beside its file (`NAME.component.json`, `NAME.html`), composed with what they
 * vary and with the themes among the files (`NAME.theme.json`); names of tokens stay as they are written.
 * @throws UnreadableFile
 */
export function readComponentFiles(files: readonly { file: string; json: Json }[]): {
  components: ComponentDefinition[];
  findings: Finding[];
} {
  const findings: Finding[] = [];
  const items = new Map<string, ComponentDefinition | ThemeItem>();
  const named: { file: string; by: string; kind: 'component' | 'ruleSet' | 'theme'; path: string }[] = [];
  let entries = 0;
  const idOf = (name: string) => `component_${name}`;
  files.forEach(({ file, json }, i) => {
    if (file.endsWith('.theme.json')) {
      const read = readTheme(json, {
        id: `theme_${i}`,
        order: `a${String(i).padStart(6, '0')}`,
        entryId: () => `entry_${++entries}`,
        refer: (path) => ({ path }),
      });
      findings.push(...read.findings.map((finding) => ({ ...finding, at: { ...finding.at, file } })));
      if (read.theme) items.set(read.theme.id, read.theme);
      return;
    }
    const template = file.replace(/(\.component)?\.json$/i, '.html');
    const name = isObject(json) ? String(json.get('name')) : '';
    const read = readComponent(json, existsSync(template) ? readText(template) : '', {
      id: idOf(name),
      order: `a${String(i).padStart(6, '0')}`,
      entryId: () => `entry_${++entries}`,
      rank: () => null,
      refer: (path) => ({ path }),
      referTo: (kind, path) => {
        // Drawings come in no file that is read here.
        if (kind !== 'asset') named.push({ file, by: name, kind, path });
        return kind === 'component' ? { id: idOf(path), path } : { path };
      },
    });
    findings.push(...read.findings.map((finding) => ({ ...finding, at: { ...finding.at, file } })));
    if (read.component) items.set(read.component.id, read.component);
  });
  const there = new Set([...items.values()].map(({ kind, name }) => `${kind} ${name}`));
  const told = new Set<string>();
  for (const { file, by, kind, path } of named) {
    const said = `${file} ${kind} ${path}`;
    if (there.has(`${kind} ${path}`) || told.has(said)) continue;
    told.add(said);
    findings.push({
      code: 'missing-target',
      level: 'warning',
      message: `${by} speaks of the ${kind === 'ruleSet' ? 'rule set' : kind} ${path}, which is in none of these files${LEFT_OUT[kind]}`,
      at: { file },
      fix:
        kind === 'ruleSet'
          ? 'Export from the application, which has the rule set'
          : `Give the file of ${path} too`,
    });
  }
  return { components: itemsOf(composedItems(items as Items), 'component'), findings };
}
