import { propertiesNamed, propertiesRead, type PropertyRead } from '../base/css/custom-properties';
import type { Items } from '../document/item';
import type { TextLanguage, VisitText } from '../document/item-text';
import { customProperty, LONGHANDS } from './naming';
import { libraryTree } from './token-tree';

/** A token named in a text. */
export interface NamedToken {
  /** `--space-4` or, in prose, `{space.4}`. */
  name: string;
  place: string;
  language: TextLanguage;
  /** Whether the text does without where there is no such token. */
  fallback: boolean;
}

/** `{a.b}` in prose; what stands in a code span counts too. */
const PATH_IN_PROSE = /\{([^{}\s]+)\}/g;

function namesIn(text: string, language: TextLanguage): PropertyRead[] {
  if (language === 'css') return propertiesRead(text);
  const names = propertiesNamed(text);
  if (language !== 'prose') return names;
  return [
    ...names,
    ...[...text.matchAll(PATH_IN_PROSE)].map(({ 0: name, index }) => ({
      name,
      from: index,
      to: index + name.length,
      call: [index, index + name.length] as [number, number],
      fallback: false,
    })),
  ].sort((a, b) => a.from - b.from);
}

/** All that texts name which could be tokens, gathered by an item's own visit of its texts. */
export function namedIn(visitTexts: (visit: VisitText) => unknown): NamedToken[] {
  const found: NamedToken[] = [];
  visitTexts((text, place, language) => {
    if (place !== null)
      for (const { name, fallback } of namesIn(text, language))
        found.push({ name, place, language, fallback });
    return text;
  });
  return found;
}

/** A text with some names in it become others. */
export function renamedIn(
  text: string,
  language: TextLanguage,
  to: (name: string) => string | undefined,
): string {
  let made = '';
  let done = 0;
  for (const { name, from, to: end } of namesIn(text, language)) {
    const next = to(name);
    if (next === undefined || from < done) continue;
    made += text.slice(done, from) + next;
    done = end;
  }
  return made + text.slice(done);
}

/** The longhand that a name of a typography token's custom property ends in, with what stands before it. */
const LONGHAND = new RegExp(`^(.+)-(${LONGHANDS.join('|')})$`);

/** The name of the token's own custom property, without the longhand of a text style. */
export const withoutLonghand = (name: string): string | undefined => LONGHAND.exec(name)?.[1];

/** How a text has to name tokens of which the paths changed: former path → present one. */
export function nameChange(renamed: ReadonlyMap<string, string>): (name: string) => string | undefined {
  const names = new Map<string, string>();
  for (const [from, to] of renamed) {
    names.set(customProperty(from), customProperty(to));
    names.set(`{${from}}`, `{${to}}`);
  }
  return (name) => {
    const whole = names.get(name);
    if (whole !== undefined) return whole;
    const shorter = withoutLonghand(name);
    const to = shorter === undefined ? undefined : names.get(shorter);
    return to === undefined ? undefined : to + name.slice(shorter!.length);
  };
}

const indexes = new WeakMap<ReadonlyMap<string, string>, Map<string, string>>();

/** The paths and former paths of a library's tokens by the custom property each is written as. */
function propertyIndex(ids: ReadonlyMap<string, string>, items: Items): Map<string, string> {
  let index = indexes.get(ids);
  if (!index) {
    index = new Map();
    for (const [path, id] of ids) {
      if (items.get(id)?.kind !== 'token') continue;
      const name = customProperty(path);
      if (!index.has(name)) index.set(name, id);
    }
    indexes.set(ids, index);
  }
  return index;
}

/** The token that a name in a text means, by its present path or a former one; undefined where it means none. */
export function tokenNamed(name: string, items: Items): string | undefined {
  const { ids } = libraryTree(items);
  if (name.startsWith('{')) {
    const id = ids.get(name.slice(1, -1));
    return id !== undefined && items.get(id)?.kind === 'token' ? id : undefined;
  }
  const index = propertyIndex(ids, items);
  const shorter = index.has(name) ? undefined : withoutLonghand(name);
  return index.get(shorter ?? name);
}
