import { itemsOf } from '@/core/document/item';
import { ordersAfter } from '@/core/document/order';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { find } from '@/editing/foundations/own-pairing';

/** Declares that a text is meant to be seen on a surface, or changes the contrast it needs there. */
export function pair(
  library: OpenLibrary,
  { pairs, needs }: { pairs: { text: string; surface: string }[]; needs: number },
  newId: NewId,
): Command {
  if (!(needs >= 1 && needs <= 21))
    return refuse(`A contrast of ${needs} is out of range`, 'Choose one from 1 to 21');
  const label =
    pairs.length === 1 ? `Pair ${pairs[0]!.text} with ${pairs[0]!.surface}` : `Pair ${pairs.length} colours`;
  return runCommand(library, newId, label, (work) => {
    let last =
      itemsOf(library.items, 'pairing')
        .map((item) => item.order)
        .sort()
        .at(-1) ?? null;
    for (const { text, surface } of pairs) {
      const known = find(library, text, surface);
      if (known) {
        if (!work.own.has(known.id))
          return refuse('This pairing is inherited', 'Change it in the library it comes from');
        work.set(known.id, 'needs', needs);
        continue;
      }
      const ids = [text, surface].map((path) => library.tree.ids.get(path));
      const missing = [text, surface].find((_, i) => ids[i] === undefined);
      if (missing !== undefined) return refuse(`There is no token ${missing}`, 'Choose one from the list');
      [last] = ordersAfter(last, 1) as [string];
      work.add({
        id: newId('pairing'),
        kind: 'pairing',
        text: { id: ids[0]!, path: text },
        surface: { id: ids[1]!, path: surface },
        needs,
        order: last,
      });
    }
    return undefined;
  });
}
