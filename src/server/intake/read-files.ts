import { readFileSync } from 'node:fs';
import { iconNameOf } from '@/core/assets/drawing';
import type { Finding } from '@/core/findings/finding';
import { readComponent } from '@/core/components/component-file';
import { readTheme } from '@/core/components/theme-file';
import { named } from '@/core/components/compose';
import { applyChangeSet } from '@/core/kinds/registry';
import { documentOf } from '@/core/document/change-set';
import { addItem, setField, type Edit } from '@/core/document/edits';
import { importEdits } from '@/core/intake/import';
import type { RankItem } from '@/core/components/definition';
import { itemsOf, type Item, type Items, type Reference } from '@/core/document/item';
import { libraryTree } from '@/core/tokens/token-tree';
import { ordersAfter } from '@/core/document/order';
import { readGuide } from '@/core/guides/guide-file';
import type { Json } from '@/core/base/json/json';
import { JsonSyntaxError, readJson } from '@/core/base/json/read';
import { effectiveLibrary, type Generation } from '@/core/library/effective';
import { openTokens } from '@/core/tokens/open';
import { Resolution } from '@/core/tokens/resolve';
import { readUpload, type ReadUpload } from '../assets/read-upload';
import { badRequest, Problem } from '../http/problem';
import { newId } from '../new-id';

interface SentFile {
  name: string;
  text: string;
}

/** As many tokens and groups as are taken in by one request while others wait. */
const MOST_HELD = 100_000;

/** What files are held against: a library's own items and those it inherits, nearest last. */
export interface FilesAsked {
  ancestors: { name: string; version: string; items: Item[] }[];
  items: Item[];
  files: SentFile[];
}

/** What files come to: edits in the order they depend on each other, the drawings these name, and what is wrong. */
export interface FilesRead {
  edits: Edit[];
  drawings: ReadUpload[];
  findings: Finding[];
}

/** One file that lies on the disk, and what it is held against. */
export type LargeFile = Omit<FilesAsked, 'files'> & { path: string; name: string };

/** @throws Problem 400 */
export const readLargeFile = ({ path, name, ...asked }: LargeFile): FilesRead =>
  readFiles({ ...asked, files: [{ name, text: readFileSync(path, 'utf8') }] });

/** @throws Problem 400 for a file that is too large to be read at once */
export function readFiles(asked: FilesAsked): FilesRead {
  const { files } = asked;
  const ancestors: Generation[] = asked.ancestors.map((generation) => ({
    ...generation,
    items: new Map(generation.items.map((item) => [item.id, item])),
  }));
  const texts = new Map(files.map((file) => [file.name, file.text]));
  const edits: Edit[] = [];
  const findings: Finding[] = [];
  let working = documentOf('import', 'library', asked.items);
  const effective = () => effectiveLibrary([...ancestors, { name: '', version: '', items: working.items }]);
  const take = (more: Edit[]) => {
    const result = applyChangeSet(working, { edits: more });
    if ('clashes' in result) throw badRequest(result.clashes[0]!.message);
    edits.push(...more);
    working = result.document;
  };
  const resolvers = files.filter((file) => file.name.endsWith('.resolver.json'));
  const taken = new Set<string>();
  const tokenFile = (file: SentFile) => {
    const opened = openTokens(file.name, file.text, (name) => {
      taken.add(name);
      return texts.get(name);
    });
    const held = opened.system.sources.reduce(
      (sum, { tokens, groups }) => sum + tokens.size + groups.size,
      0,
    );
    if (held > MOST_HELD)
      throw badRequest(
        `${file.name} holds ${held.toLocaleString('en-GB')} tokens and groups; ${MOST_HELD.toLocaleString('en-GB')} is the most for one file. Split it into several.`,
      );
    const brought = importEdits(effective().items, opened, file.name, newId, working.items);
    findings.push(
      ...[...opened.findings, ...brought.findings].map((finding) => ({
        ...finding,
        at: { file: file.name, ...finding.at },
      })),
    );
    take(brought.edits);
    const spoken = new Set(
      opened.system.sources.flatMap((source) => [...source.tokens.keys(), ...source.groups.keys()]),
    );
    const resolved = new Resolution(effective().system)
      .findings()
      .filter((finding) => spoken.has(finding.path ?? ''));
    findings.push(...resolved.map((finding) => ({ ...finding, at: { file: file.name } })));
  };
  resolvers.forEach(tokenFile);
  for (const file of files) {
    if (/\.(tokens\.json|tokens)$/.test(file.name) && !taken.has(file.name)) tokenFile(file);
    else if (
      file.name.endsWith('.json') &&
      !/\.(component|theme|resolver|tokens)\.json$/.test(file.name) &&
      !taken.has(file.name)
    )
      tokenFile(file);
  }
  const drawings = readDrawings(
    files,
    (edit) => take([edit]),
    () => working.items,
    findings,
  );
  for (const file of files.filter((other) => other.name.endsWith('.theme.json')))
    take(themeEdits(effective().items, file, findings));
  const components = files.filter((other) => other.name.endsWith('.component.json'));
  const ids = namesOf(components);
  for (const file of components) {
    const base = file.name.replace(/\.component\.json$/, '');
    const template = texts.get(`${base}.html`);
    if (template === undefined && !/"variationOf"/.test(file.text)) {
      findings.push({
        code: 'component-file',
        level: 'error',
        message: `${file.name} has no template`,
        at: { file: file.name },
        fix: `Send ${base}.html with it`,
      });
      continue;
    }
    take(componentEdits(effective().items, file, template ?? '', ids, findings));
  }
  for (const file of files.filter((other) => other.name.endsWith('.guide.md'))) {
    const name = file.name.replace(/^.*\//, '').replace(/\.guide\.md$/, '');
    const tree = libraryTree(effective().items);
    const old = itemsOf(working.items, 'guide').find((guide) => guide.name === name);
    if (old) {
      findings.push({
        code: 'guide-file',
        level: 'warning',
        message: `There is a guide ${name} already; it was left as it is`,
        at: { file: file.name },
        fix: 'Rename the file',
      });
      continue;
    }
    const last =
      itemsOf(working.items, 'guide')
        .map((guide) => guide.order)
        .sort()
        .at(-1) ?? null;
    const guide = readGuide(file.text, {
      id: newId('guide'),
      name,
      order: ordersAfter(last, 1)[0]!,
      blockId: () => newId('block'),
      refer: (path, kind) => ({
        path,
        id:
          kind === 'group'
            ? tree.ids.get(path)
            : itemsOf(working.items, 'component').find((component) => component.name === path)?.id,
      }),
    });
    take([addItem(guide)]);
  }
  return { edits, drawings, findings };
}

const USUAL_RANKS = ['basic', 'composite', 'region'];

function componentEdits(
  items: Items,
  file: SentFile,
  template: string,
  ids: ReadonlyMap<string, string>,
  findings: Finding[],
): Edit[] {
  const edits: Edit[] = [];
  const ranks: RankItem[] = itemsOf(items, 'rank');
  const rank = (name: string): string | null => {
    if (!name) return null;
    const known = ranks.find((other) => other.name === name);
    if (known) return known.id;
    // A library that has no order of components yet gets the usual one, smallest first.
    const names = ranks.length === 0 ? [...new Set([...USUAL_RANKS, name])] : [name];
    const orders = ordersAfter(
      ranks
        .map((other) => other.order)
        .sort()
        .at(-1) ?? null,
      names.length,
    );
    for (const [i, each] of names.entries()) {
      const item: RankItem = { id: newId('rank'), kind: 'rank', name: each, order: orders[i]! };
      ranks.push(item);
      edits.push(addItem(item));
    }
    return ranks.find((other) => other.name === name)!.id;
  };
  const json = jsonOf(file, findings);
  if (json === undefined) return [];
  const { component, findings: found } = readComponent(json, template, {
    id: ids.get(nameIn(file)) ?? newId('component'),
    order: nextOrder(items, 'component'),
    entryId: () => newId('entry'),
    refer: referring(items, file, findings),
    referTo: (kind, path) => {
      const id = (kind === 'component' ? ids.get(path) : undefined) ?? named(items, kind, { path })?.id;
      if (!id)
        findings.push({
          code: 'missing-target',
          level: 'error',
          message: `${file.name} speaks of ${path}, which is no ${kind === 'ruleSet' ? 'rule set' : kind} of the library`,
          at: { file: file.name },
          fix: 'Correct the name, or import it too',
        });
      return { id, path };
    },
    rank,
  });
  findings.push(...found.map((finding) => ({ ...finding, at: { file: file.name, ...finding.at } })));
  if (!component) return edits;
  if (itemsOf(items, 'component').some((other) => other.name === component.name)) {
    findings.push({
      code: 'component-file',
      level: 'error',
      message: `There is a component ${component.name} already`,
      at: { file: file.name },
      fix: 'Rename the one or the other',
    });
  }
  return [...edits, addItem(component)];
}

/** An order behind all items of a kind. */
const nextOrder = (items: Items, kind: 'component' | 'theme'): string =>
  ordersAfter(
    itemsOf(items, kind)
      .map(({ order }) => order)
      .sort()
      .at(-1) ?? null,
    1,
  )[0]!;

/** The JSON of a file; nothing, with a finding, where it is none. */
function jsonOf(file: SentFile, findings: Finding[]): Json | undefined {
  try {
    return readJson(file.text);
  } catch (error) {
    if (!(error instanceof JsonSyntaxError)) throw error;
    findings.push({
      code: 'json-syntax',
      level: 'error',
      message: `${file.name} is not JSON: ${error.reason}`,
      at: { file: file.name, ...error.place },
      fix: `Correct line ${error.place.line}, column ${error.place.column}`,
    });
    return undefined;
  }
}

/** Refers to tokens of the library by path; of those it has not, a finding tells. */
function referring(items: Items, file: SentFile, findings: Finding[]) {
  const tree = libraryTree(items);
  return (path: string): Reference => {
    const id = tree.ids.get(path);
    if (!id)
      findings.push({
        code: 'missing-target',
        level: 'error',
        message: `${file.name} binds {${path}}, which is not a token of the library`,
        at: { file: file.name },
        fix: 'Correct the path, or add the token',
      });
    return { id, path };
  };
}

function themeEdits(items: Items, file: SentFile, findings: Finding[]): Edit[] {
  const json = jsonOf(file, findings);
  if (json === undefined) return [];
  const { theme, findings: found } = readTheme(json, {
    id: newId('theme'),
    order: nextOrder(items, 'theme'),
    entryId: () => newId('entry'),
    refer: referring(items, file, findings),
  });
  findings.push(...found.map((finding) => ({ ...finding, at: { file: file.name, ...finding.at } })));
  if (!theme) return [];
  if (itemsOf(items, 'theme').some((other) => other.name === theme.name)) {
    findings.push({
      code: 'component-file',
      level: 'error',
      message: `There is a theme ${theme.name} already`,
      at: { file: file.name },
      fix: 'Rename the one or the other',
    });
    return [];
  }
  return [addItem(theme)];
}

/** The name a component file gives, without reading the rest of it. */
const nameIn = (file: SentFile): string => /"name"\s*:\s*"([^"]*)"/.exec(file.text)?.[1] ?? '';

/** Ids for all components that come in together, so that each can refer to any other. */
const namesOf = (files: readonly SentFile[]): Map<string, string> =>
  new Map(files.map((file) => [nameIn(file), newId('component')]));

/** Drawings become icons, or logos where they lie in a folder of that name; those of one name are its versions. */
function readDrawings(
  files: readonly SentFile[],
  put: (edit: Edit) => void,
  present: () => Items,
  findings: Finding[],
): ReadUpload[] {
  const read: ReadUpload[] = [];
  for (const file of files.filter((other) => /\.svg$/i.test(other.name))) {
    const role = /(^|\/)logos?\//i.test(file.name) ? 'logo' : 'icon';
    const { name } = iconNameOf(file.name);
    let kept: ReadUpload;
    try {
      kept = readUpload({ name: file.name, as: role, bytes: new TextEncoder().encode(file.text) });
      read.push(kept);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      findings.push({
        code: 'drawing-file',
        level: 'error',
        message: error.message,
        at: { file: file.name },
        fix: 'Correct the drawing, or leave it out',
      });
      continue;
    }
    const known = itemsOf(present(), 'asset').find((asset) => asset.name === name);
    const last = known ? Object.values(known.files) : itemsOf(present(), 'asset');
    const [order] = ordersAfter(
      last
        .map((one) => one.order)
        .sort()
        .at(-1) ?? null,
      1,
    ) as [string];
    const { hash, mediaType, size, svg } = kept;
    const stored = {
      file: file.name.split('/').at(-1)!,
      hash,
      mediaType,
      size,
      context: null,
      font: null,
      ...(svg !== undefined && { svg }),
    };
    if (known) put(setField(known, `files/${newId('file')}`, { ...stored, order }));
    else
      put(
        addItem({
          id: newId('asset'),
          kind: 'asset',
          name,
          role,
          order,
          files: { [newId('file')]: { ...stored, order: ordersAfter(null, 1)[0]! } },
        }),
      );
  }
  return read;
}
