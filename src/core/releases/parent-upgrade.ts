import { addItem, setField, type Edit } from '../document/edits';
import { itemsOf, type Item, type Items } from '../document/item';
import { brokenByUpgrade } from '../document/invariants/inherited';
import { called, capital, type Broken } from '../document/invariants/invariant';
import { ITEM_KINDS, kindOf } from '../kinds/registry';
import { effectiveLibrary, type Generation } from '../library/effective';

/** What it takes for a library to inherit from another release of its parent. */
export interface ParentUpgrade {
  /** One change set for the library's draft. */
  edits: Edit[];
  /** The library's own items once that is done. */
  own: Items;
  /** Own items that overrode what would no longer be inherited: they are the library's alone then. */
  released: Item[];
  /** Inherited items that own ones stand on and that would be gone: the library keeps them as its own. */
  kept: Item[];
  /** What stands in the way; the edits would be refused. */
  broken: Broken[];
}

/**
 * An override whose target is gone becomes the library's own item, with the groups and layers it stands on, so that nothing
 * anyone has set is lost.
 * @param then the generations inherited now, oldest first
 * @param now those inherited with the other release
 * @returns undefined where the library has no parent
 */
export function parentUpgrade(
  own: Items,
  version: string,
  then: readonly Generation[],
  now: readonly Generation[],
): ParentUpgrade | undefined {
  const [parent] = itemsOf(own, 'parent');
  if (!parent) return undefined;
  const inherited = (generations: readonly Generation[]): Items =>
    generations.length === 0 ? new Map() : effectiveLibrary(generations).authored;
  const [before, after] = [inherited(then), inherited(now)];
  const released = [...own.values()].filter(({ id }) => before.has(id) && !after.has(id));
  const kept = new Map<string, Item>();
  const keepWhatNeeds = (item: Item): void => {
    for (const { id } of kindOf(item).requires(item)) {
      const inheritedThen = before.get(id);
      if (!inheritedThen || own.has(id) || after.has(id) || kept.has(id)) continue;
      kept.set(id, inheritedThen);
      keepWhatNeeds(inheritedThen);
    }
  };
  for (const item of own.values()) keepWhatNeeds(item);
  const taken = { ...parent, version };
  const next: Items = new Map([...own, ...kept, [parent.id, taken]]);
  return {
    edits: [setField(parent, 'version', version), ...[...kept.values()].map(addItem)],
    own: next,
    released,
    kept: [...kept.values()],
    broken: brokenByUpgrade(
      next,
      { then: then.map(({ items }) => items), now: now.map(({ items }) => items) },
      ITEM_KINDS,
    ).map((one) => {
      const item = kept.get(one.item);
      if (!item) return one;
      return {
        item: item.id,
        message: `${capital(called(item, ITEM_KINDS))} would be kept for what this library has in it, and another of that name would be inherited`,
        fix: 'Move what this library has in it to another group first',
      };
    }),
  };
}
