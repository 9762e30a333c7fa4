import { propertiesNamed, propertiesSet } from '../../base/css/custom-properties';
import { itemsOf, type Item, type Items } from '../../document/item';
import type { Finding } from '../../findings/finding';
import { ITEM_KINDS, kindOf } from '../../kinds/registry';
import { customProperty } from '../../tokens/naming';
import { tokenNamed, withoutLonghand, type NamedToken } from '../../tokens/named-tokens';
import { perTypes } from '../../tokens/facet';
import { typeOf } from '../../tokens/normalise';
import type { Resolution } from '../../tokens/resolve';
import { libraryTree } from '../../tokens/token-tree';
import { namesOf } from '../reach';
import type { LibraryCheck } from './check';

/** A text reads a custom property, or names a token, that is not there: in a browser such a value is no value at all. */
export const nameMissing: LibraryCheck = {
  code: 'name-missing',
  title: 'Name of a token that is not there',
  reads: ({ items, resolution }) => [
    libraryTree(items).ids,
    [...propertiesSetIn(items)].sort().join(' '),
    resolution.facet(TEXT_STYLES),
  ],
  of({ items, resolution }, item) {
    const findings: Finding[] = [];
    const names = namesOf(item);
    if (names.length === 0) return findings;
    const set = propertiesSetIn(items);
    const said = new Set<string>();
    for (const named of names) {
      const wrong = wrongWith(named, items, resolution, set);
      const place = `${kindOf(item).title(item)}: ${named.place}`;
      if (!wrong || said.has(`${place} ${named.name}`)) continue;
      said.add(`${place} ${named.name}`);
      findings.push({
        code: 'name-missing',
        level: 'error',
        path: place,
        message: `${place} names ${named.name}, ${wrong.problem}`,
        fix: wrong.fix,
        ...(item.kind === 'component' && { component: item.name }),
      });
    }
    return findings;
  },
};

function wrongWith(
  { name, language, fallback }: NamedToken,
  items: Items,
  resolution: Resolution,
  set: ReadonlySet<string>,
): { problem: string; fix: string } | undefined {
  if (fallback) return undefined;
  const tree = libraryTree(items);
  const id = tokenNamed(name, items);
  const path = id === undefined ? undefined : tree.paths.get(id)!;
  if (language === 'prose') {
    const asked = name.slice(1, -1);
    if (path !== undefined) return asked === path ? undefined : renamed(`{${path}}`);
    // Braces are used for other things in prose: only what begins as a token of this library does is meant as one.
    const group = tree.ids.get(asked.split('.')[0]!);
    if (!asked.includes('.') || group === undefined || tree.ids.has(asked)) return undefined;
    return { problem: 'which is not there', fix: 'Name a token that is there' };
  }
  if (set.has(name)) return undefined;
  if (path === undefined) return { problem: 'which is not there', fix: 'Name a token, or set the property' };
  const property = customProperty(path);
  const longhand = withoutLonghand(name);
  if (typeOf(resolution, path) === 'typography') {
    if (longhand === property) return undefined;
    return name === property
      ? {
          problem: `but ${path} is a text style, which is one property for each of its values`,
          fix: `Bind ${path}, or name one of them: var(${property}-font-size)`,
        }
      : renamed(`var(${property}-…)`);
  }
  return name === property ? undefined : renamed(`var(${property})`);
}

/** Which tokens are text styles: their names end in a longhand. */
const TEXT_STYLES = perTypes((resolution) =>
  resolution.paths.filter((path) => typeOf(resolution, path) === 'typography').join(' '),
);

const renamed = (now: string) => ({ problem: `which is ${now} now`, fix: `Write ${now}` });

/** Custom properties that anything sets; what one component sets reaches those that stand in its slots. */
function propertiesSetIn(items: Items): ReadonlySet<string> {
  let found = setIn.get(items);
  if (found) return found;
  found = new Set<string>();
  // Tokens say values and set nothing, and there are by far the most of them.
  for (const { kind } of ITEM_KINDS.values())
    if (kind !== 'token')
      for (const item of itemsOf(items, kind)) for (const name of propertiesSetBy(item)) found.add(name);
  setIn.set(items, found);
  return found;
}
const setIn = new WeakMap<Items, Set<string>>();

const known = new WeakMap<Item, ReadonlySet<string>>();

function propertiesSetBy(item: Item): ReadonlySet<string> {
  let found = known.get(item);
  if (!found) known.set(item, (found = readPropertiesSet(item)));
  return found;
}

function readPropertiesSet(item: Item): ReadonlySet<string> {
  const found = new Set<string>();
  kindOf(item).texts(item, (text, _, language) => {
    if (language === 'css') for (const name of propertiesSet(text)) found.add(name);
    // A script sets properties by name, in words no reader of CSS would see.
    if (language === 'script') for (const { name } of propertiesNamed(text)) found.add(name);
    return text;
  });
  if ('entries' in item)
    for (const entry of Object.values(item.entries))
      if (entry.kind === 'rule')
        for (const [property] of entry.declarations) if (property.startsWith('--')) found.add(property);
  return found;
}
