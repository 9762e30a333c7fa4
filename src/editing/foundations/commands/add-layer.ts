import { contextText, unknownContext, type Context } from '@/core/tokens/system';
import { whenOf } from '@/core/tokens/token-tree';
import { itemsOf } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Adds a layer for a context or a combination of contexts, in which values can then be set. */
export function addLayer(library: OpenLibrary, { when }: { when: Context }, newId: NewId): Command {
  if (Object.keys(when).length === 0) return refuse('No context is chosen', 'Choose at least one');
  const absent = unknownContext(library.resolution.system.axes, when);
  if (absent) return refuse(`There is no context ${absent}`, 'Choose one from the list');
  const same = (other: Context) =>
    Object.keys(other).length === Object.keys(when).length &&
    Object.entries(when).every(([axis, context]) => other[axis] === context);
  if (itemsOf(library.own.items, 'layer').some((layer) => same(whenOf(layer, library.items))))
    return refuse(`There is a layer for ${contextText(when)} already`, 'Set values in that one');
  return runCommand(library, newId, `Add layer for ${contextText(when)}`, (work) => {
    work.layer(when);
  });
}
