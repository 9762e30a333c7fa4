import { propertiesSet } from '@/core/base/css/custom-properties';
import { itemsOf, type ItemOf } from '@/core/document/item';
import { namesOf } from '@/core/library/reach';
import { tokenNamed } from '@/core/tokens/named-tokens';
import type { OpenLibrary } from '@/editing/session/open-library';

/** Who reads custom properties that a style sheet sets and nothing else does, with the names read. */
export function sheetUses(
  { items }: OpenLibrary,
  sheet: ItemOf<'styleSheet'>,
): { id: string; names: string[] }[] {
  const others = itemsOf(items, 'styleSheet').filter(({ id }) => id !== sheet.id);
  const set = new Set(propertiesSet(sheet.css));
  for (const { css } of others) for (const name of propertiesSet(css)) set.delete(name);
  for (const name of [...set]) if (tokenNamed(name, items) !== undefined) set.delete(name);
  const readers = [...others, ...itemsOf(items, 'component'), ...itemsOf(items, 'ruleSet')];
  return readers.flatMap((item) => {
    const names = [...new Set(namesOf(item).map(({ name }) => name))].filter((name) => set.has(name));
    return names.length === 0 ? [] : [{ id: item.id, names }];
  });
}
