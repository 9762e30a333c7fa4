import { moveEntry } from '@/core/document/edits';
import { byOrder, itemsOf } from '@/core/document/item';
import { placeAmong } from '@/core/document/order';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Puts an axis at a place among this library's, from 0: the order of the switches, and of the layers that are made. */
export function moveAxis(
  library: OpenLibrary,
  { id, to }: { id: string; to: number },
  newId: NewId,
): Command {
  const all = itemsOf(library.own.items, 'axis').sort(byOrder);
  const axis = all.find((one) => one.id === id);
  if (!axis) return refuse('This axis is inherited or was removed', 'Reload the page');
  const others = all.filter((one) => one !== axis);
  if (!Number.isInteger(to) || to < 0 || to > others.length)
    return refuse('There is no such place', 'Choose one among the axes');
  if (all.indexOf(axis) === to) return refuse('Nothing would change', 'It stands there already');
  return runCommand(library, newId, `Move axis ${axis.name}`, (work) => {
    const { order, moved } = placeAmong(
      others.map((one) => one.order),
      to,
    );
    for (const [at, key] of moved) work.apply(moveEntry(others[at]!, '', key));
    work.apply(moveEntry(axis, '', order));
  });
}
