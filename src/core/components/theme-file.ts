import { isObject, type Json } from '../base/json/json';
import { anyOf } from '../base/words';
import type { Finding } from '../findings/finding';
import type { StyleEntry } from './definition';
import { fileReading, text, type Refer } from './file-reading';
import { isThemeElement, THEME_ELEMENTS, THEME_STATES, type ThemeItem } from './theme';

/**
 * Reads a theme file (docs/formats.md): its name, and styles of elements, each at rest or in one state. Whatever cannot be read
 * becomes a finding that names its place; the rest is read.
 */
export function readTheme(
  json: Json,
  options: { id: string; order: string; entryId: () => string; refer: Refer },
): { theme: ThemeItem | undefined; findings: Finding[] } {
  const { findings, report, collect, declarations } = fileReading(options);
  if (!isObject(json)) {
    report('', 'A theme file is a JSON object', 'Put it in curly brackets');
    return { theme: undefined, findings };
  }
  const name = text(json, 'name').trim();
  if (name === '' || name.length > 100)
    report('/name', 'A theme has a name', 'Write "name" with up to 100 characters, such as "Quiet"');
  const entries = collect<StyleEntry>(json, 'styles', (entry, pointer, order) => {
    const element = text(entry, 'element');
    if (!isThemeElement(element))
      return void report(
        `${pointer}/element`,
        `${JSON.stringify(element)} is no element of a theme`,
        `Write ${anyOf(Object.keys(THEME_ELEMENTS))}`,
      );
    const state = text(entry, 'state');
    if (state !== '' && !THEME_STATES.some((known) => known === state))
      return void report(
        `${pointer}/state`,
        `${JSON.stringify(state)} is no state of an element`,
        `Write ${anyOf(THEME_STATES)}, or leave it out`,
      );
    return {
      order,
      kind: 'rule',
      when: state === '' ? [] : [{ kind: 'state', state }],
      part: element,
      declarations: declarations(entry, pointer),
      comment: text(entry, 'comment'),
    };
  });
  if (findings.some(({ at }) => at?.pointer === '/name')) return { theme: undefined, findings };
  return {
    theme: {
      id: options.id,
      kind: 'theme',
      order: options.order,
      name,
      description: text(json, 'description'),
      entries,
    },
    findings,
  };
}
