import { removeItem, setField } from '@/core/document/edits';
import { byOrder, itemsOf, type Items } from '@/core/document/item';
import type { ContextLayer } from '@/core/tokens/items';
import { refuse, type Refused } from '@/editing/session/command';
import type { DraftTransaction } from '@/editing/session/draft-transaction';

const MOST_LETTERS = 60;

/** Why a text cannot name an axis or context: names stand in attributes of pages, in files and in addresses. */
export function contextNameProblem(name: string, what: 'axis' | 'context'): Refused | undefined {
  if (name === '') return refuse(`The ${what} has no name`, 'Enter one');
  if (name.length > MOST_LETTERS || !/^[\p{L}\p{N}][\p{L}\p{N} _-]*$/u.test(name))
    return refuse(
      `“${name.slice(0, MOST_LETTERS)}” cannot name ${what === 'axis' ? 'an axis' : 'a context'}`,
      `Use up to ${MOST_LETTERS} letters, digits, spaces and hyphens, a letter or digit first`,
    );
  return undefined;
}

/** This library's layers that hold under one of some contexts. */
export const layersUnder = (items: Items, contexts: ReadonlySet<string>): ContextLayer[] =>
  itemsOf(items, 'layer').filter(({ when }) => when.some(([, context]) => contexts.has(context)));

/** How many values layers set, and which tokens have none but those. */
export function valuesIn(
  items: Items,
  layers: ReadonlySet<string>,
): { count: number; only: readonly string[] } {
  let count = 0;
  const only: string[] = [];
  for (const item of items.values()) {
    if (item.kind !== 'token') continue;
    const said = Object.keys(item.declarations);
    const here = said.filter((id) => layers.has(id)).length;
    count += here;
    if (here > 0 && here === said.length) only.push(item.id);
  }
  return { count, only };
}

/** Removes layers with the values set in them. A token that has no other value keeps them from going. */
export function removeLayers(work: DraftTransaction, layers: readonly ContextLayer[]): Refused | undefined {
  const ids = new Set(layers.map(({ id }) => id));
  const { only } = valuesIn(work.items, ids);
  if (only.length > 0)
    return refuse(
      `${work.tree.paths.get(only[0]!)} has a value there and nowhere else`,
      'Give it a value in every context first, or remove it',
    );
  for (const item of [...work.own.values()]) {
    if (item.kind !== 'token' && item.kind !== 'group') continue;
    const gone = Object.keys(item.declarations).filter((id) => ids.has(id));
    // An override of what is inherited was all there was of it here.
    if (gone.length > 0 && gone.length === Object.keys(item.declarations).length && item.kind === 'token')
      work.apply(removeItem(item));
    else
      for (const id of gone) {
        if (Object.keys((work.own.get(item.id) as typeof item).declarations).length === 1)
          work.set(item.id, `declarations/${work.layer({})}`, { text: '{}', refs: [] });
        work.apply(setField(work.own.get(item.id) as typeof item, `declarations/${id}`, null));
      }
  }
  for (const { id } of layers) work.remove(id);
  return undefined;
}

/** Removes contexts with the layers that hold under them. What names one elsewhere keeps it from going. */
export function removeContexts(work: DraftTransaction, contexts: ReadonlySet<string>): Refused | undefined {
  const names = (axis: string, context: string) =>
    itemsOf(work.items, 'context').some(
      (one) =>
        contexts.has(one.id) &&
        one.name === context &&
        (work.items.get(one.axis) as { name: string }).name === axis,
    );
  for (const asset of itemsOf(work.own, 'asset'))
    if (Object.values(asset.files).some(({ context }) => context !== null && contexts.has(context)))
      return refuse(
        `The asset ${asset.name} has a version of its own there`,
        'Remove that version first, on the page Assets',
      );
  for (const output of itemsOf(work.own, 'output'))
    if (Object.entries(output.context ?? {}).some(([axis, context]) => names(axis, context)))
      return refuse(
        `The output ${output.name} is written for it`,
        'Choose another context for that output first',
      );
  const refused = removeLayers(work, layersUnder(work.own, contexts));
  if (refused) return refused;
  for (const axis of itemsOf(work.own, 'axis'))
    if (axis.default !== null && contexts.has(axis.default)) {
      const left = itemsOf(work.own, 'context')
        .filter((one) => one.axis === axis.id && !contexts.has(one.id))
        .sort(byOrder)[0];
      work.set(axis.id, 'default', left?.id ?? null);
    }
  for (const id of contexts) if (work.own.has(id)) work.remove(id);
  return undefined;
}
