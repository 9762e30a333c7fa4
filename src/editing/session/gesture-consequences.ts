import type { ContextLayer, GroupItem, TokenItem } from '@/core/tokens/items';
import type { Item } from '@/core/document/item';
import { nameChange } from '@/core/tokens/named-tokens';
import { ownExtension, tierOf } from '@/core/tokens/tier';
import { joinPath, parentPath } from '@/core/tokens/system';
import { authoredObject, layersOf } from '@/core/tokens/token-tree';
import { referencesWhole } from '@/core/tokens/references';
import type { DraftTransaction } from './draft-transaction';

/** What follows from a gesture, whichever it was: done once, when its own steps are. */
export function addConsequences(work: DraftTransaction): void {
  keepTiers(work);
  if (work.edits.some(({ kind, path }) => kind === 'set' && /^(name|parent)$/.test(path))) followNames(work);
}

/** Has texts name the tokens that have been renamed or moved since the gesture began as they are called now. */
function followNames(work: DraftTransaction): void {
  const renamed = new Map<string, string>();
  const before = work.library.tree.paths;
  const moved = new Set(work.edits.map(({ item }) => item));
  // What stands in a group that is moved is moved with it.
  const isGroup = [...moved].some((id) => work.items.get(id)?.kind === 'group');
  for (const id of isGroup ? before.keys() : moved) {
    const was = before.get(id);
    const item = work.items.get(id);
    if (was === undefined || item?.kind !== 'token') continue;
    const stays = !isGroup && item.parent === (work.library.items.get(id) as TokenItem).parent;
    const now = stays ? joinPath(parentPath(was), item.name) : work.tree.paths.get(id);
    if (now !== undefined && now !== was) renamed.set(was, now);
  }
  if (renamed.size > 0) work.renameInTexts(nameChange(renamed));
}

/**
 * Says the tier of a purpose whose alias has become a raw value: it had that tier by being an alias alone, and typing a
 * value is no reason to become a primitive.
 */
function keepTiers(work: DraftTransaction): void {
  const { resolution, tree, effective } = work.library;
  let layers: ContextLayer[] | undefined;
  for (const id of new Set(work.edits.map(({ item }) => item))) {
    const item = work.own.get(id);
    const was = tree.paths.get(id);
    if (item?.kind !== 'token' || was === undefined || tierOf(resolution, was) === 'primitive') continue;
    const whole = work.items.get(id) as TokenItem;
    layers ??= layersOf(work.items, (layer) => effective.generation(layer));
    const said = layers.filter((layer) => whole.declarations[layer.id]);
    const standard = said.find(({ when }) => when.length === 0) ?? said[0];
    const object = standard && authoredObject(whole.declarations[standard.id]!);
    if (!object || referencesWhole(object) || saysTier(work, whole)) continue;
    const layer = item.declarations[standard.id] ? standard.id : Object.keys(item.declarations)[0];
    if (layer) work.extend(item, layer, { tier: tierOf(resolution, was) });
  }
}

/** Whether a token, or a group it stands in, says which tier it is of. */
function saysTier(work: DraftTransaction, item: TokenItem): boolean {
  for (let at: TokenItem | GroupItem | undefined = item; at;) {
    if (Object.values(at.declarations).some((one) => ownExtension(authoredObject(one), 'tier') !== undefined))
      return true;
    const above: Item | undefined = at.parent === null ? undefined : work.items.get(at.parent);
    at = above?.kind === 'group' ? above : undefined;
  }
  return false;
}
