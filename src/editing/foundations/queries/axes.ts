import { itemsOf } from '@/core/document/item';
import { axesOf } from '@/core/tokens/token-tree';
import { layersUnder, valuesIn } from '@/editing/foundations/axes';
import type { OpenLibrary } from '@/editing/session/open-library';

export interface AxisView {
  id: string;
  name: string;
  description: string;
  own: boolean;
  /** The library it comes from. */
  from: string;
  /** Values set under any of its contexts, which go with it. */
  values: number;
  contexts: { id: string; name: string; own: boolean; standard: boolean; values: number }[];
}

/** The axes of a library with their contexts, and how many values are set under each. */
export function axes(library: OpenLibrary): AxisView[] {
  const { items, own } = library;
  const standards = new Map(itemsOf(items, 'axis').map((axis) => [axis.id, axis.default]));
  const under = (ids: readonly string[]) =>
    valuesIn(items, new Set(layersUnder(items, new Set(ids)).map(({ id }) => id))).count;
  return axesOf(items).map((axis) => ({
    id: axis.id,
    name: axis.name,
    description: axis.description ?? '',
    own: own.items.has(axis.id),
    from: library.effective.originOf(axis.id),
    values: under(axis.contextIds),
    contexts: axis.contextIds.map((id, i) => ({
      id,
      name: axis.contexts[i]!,
      own: own.items.has(id),
      standard: standards.get(axis.id) === id,
      values: under([id]),
    })),
  }));
}
