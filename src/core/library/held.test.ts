import { renderContents } from '../components/contents';
import { componentClass, compileCss } from '../components/compile';
import type { ComponentDefinition } from '../components/definition';
import { withNested } from '../components/nested';
import { itemsOf, type Item } from '../document/item';
import { effectiveLibrary } from './effective';
import { demo } from '@/testing/library';
import { libraryTree } from '../tokens/token-tree';
import { isDrawnOtherwise, missingForHeld, withHeld } from './held';

/** Keel as it is, and as it would be after some changes. */
const before = effectiveLibrary([{ name: '', version: '', items: demo().items }]).items;
const component = (items: ReadonlyMap<string, Item>, name: string) =>
  itemsOf(items, 'component').find((one) => one.name === name)!;
const changed = (change: (items: Map<string, Item>) => void) => {
  const items = new Map(before);
  change(items);
  return items;
};
/** A component one of whose rules says something else. */
const restyled = (own: ComponentDefinition, raw: string): ComponentDefinition => ({
  ...own,
  entries: { ...own.entries, entry_added: { order: 'z9', kind: 'rule', when: [], part: 'root', declarations: [['outline-color', { raw }]], comment: '' } },
}); // prettier-ignore
const [row, badge, table] = ['sailing-row', 'badge', 'departure-table'].map((name) => component(before, name)) as [ComponentDefinition, ComponentDefinition, ComponentDefinition]; // prettier-ignore
const after = changed((items) => {
  items.set(row.id, restyled(row, 'red'));
  items.set(badge.id, restyled(badge, 'blue'));
});
const held = (id: string) => ({ id, version: '1.0.0', items: before });
const classesIn = (html: string) => new Set([...html.matchAll(/class="([^"]+)"/g)].flatMap((match) => match[1]!.split(' '))); // prettier-ignore
const drawn = (items: ReadonlyMap<string, Item>, name: string) =>
  classesIn(renderContents(component(items, name), items, 'default', {}));

test('a held component is drawn as it was, with what is nested in it; everything else as it is', () => {
  const items = withHeld(after, [held(row.id)]);
  const [oldBadge, newBadge] = [componentClass(badge), componentClass(component(after, 'badge'))];
  expect(oldBadge).not.toBe(newBadge);
  expect(drawn(items, 'sailing-row')).toContain(oldBadge);
  expect(drawn(items, 'sailing-row')).not.toContain(newBadge);
  // The badge by itself is the new one, and is found first by its name.
  expect(drawn(items, 'badge')).toContain(newBadge);
  // What holds the row has the held one in it, for that is what the row is here.
  expect(drawn(items, 'departure-table')).toContain(oldBadge);
  expect(drawn(after, 'departure-table')).toContain(newBadge);
  // The sheets of both versions stand side by side on one page.
  const css = withNested([component(items, 'sailing-row'), component(items, 'badge')], items)
    .map((one) => compileCss(one, items, () => undefined))
    .join('');
  for (const name of [oldBadge, newBadge]) expect(css).toContain(`.${name}`);
  expect(withHeld(after, [])).toBe(after);
  // What is not there cannot be held, and changes nothing.
  expect([...withHeld(after, [held('component_gone')])]).toEqual([...after]);
  // What was nested can be placed by nobody.
  const names = itemsOf(items, 'component').filter(({ visibility }) => visibility === 'released').map(({ name }) => name); // prettier-ignore
  expect(names.filter((name) => name === 'badge')).toHaveLength(1);
});

test('only what is defined otherwise can be held: itself, or what is nested in it', () => {
  expect(isDrawnOtherwise(after, held(row.id))).toBe(true);
  expect(isDrawnOtherwise(after, held(table.id))).toBe(true);
  expect(isDrawnOtherwise(after, held(component(before, 'checkbox').id))).toBe(false);
  expect(isDrawnOtherwise(before, held(row.id))).toBe(false);
  expect(isDrawnOtherwise(changed((items) => items.delete(badge.id)), held(row.id))).toBe(true);
}); // prettier-ignore

test('what a held component names has to be there: by its id whatever it is called now, or by its name', () => {
  const tree = libraryTree(before);
  const used = [...tree.ids].find(([path]) => path === 'badge.radius')!;
  const renamed = changed((items) =>
    items.set(used[1], { ...items.get(used[1])!, name: 'rounding' } as Item),
  );
  expect(missingForHeld(renamed, held(badge.id))).toEqual([]);
  // Bound by id, it is written by the name it has now.
  const css = compileCss(component(withHeld(renamed, [held(badge.id)]), 'badge'), renamed, () => undefined);
  expect(css).toContain('var(--badge-rounding)');
  // What is passed through says the name it had.
  const kept = {
    order: 'z9',
    kind: 'kept',
    css: '.x { border-radius: var(--badge-radius); inset: var(--badge-inset-block, 1px) }',
  } as const;
  const written = new Map(before).set(badge.id, {
    ...badge,
    entries: { ...badge.entries, entry_kept: kept },
  });
  expect(missingForHeld(renamed, { id: badge.id, version: '1.0.0', items: written })).toEqual([
    'badge.radius',
  ]);
  expect(missingForHeld(before, { id: badge.id, version: '1.0.0', items: written })).toEqual([]);
  const gone = changed((items) => void items.delete(used[1]));
  expect(missingForHeld(gone, held(badge.id))).toEqual(['badge.radius']);
  // Nested in what is held counts as well.
  expect(missingForHeld(gone, held(row.id))).toEqual(['badge.radius']);
  expect(missingForHeld(gone, held(component(before, 'checkbox').id))).toEqual([]);
  // Removed and made anew under its name, it is there.
  const again = changed((items) => {
    const item = items.get(used[1])!;
    items.delete(used[1]);
    items.set('token_again', { ...item, id: 'token_again' } as Item);
  });
  expect(missingForHeld(again, held(badge.id))).toEqual([]);
});
