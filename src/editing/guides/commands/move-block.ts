import { moveEntry } from '@/core/document/edits';
import { ordered } from '@/core/document/item';
import { placeAmong } from '@/core/document/order';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type Command } from '@/editing/session/command';
import { ownGuide } from '@/editing/guides/own-guide';

export function moveBlock(
  library: OpenLibrary,
  { guide: name, block, to }: { guide: string; block: string; to: number },
): Command {
  const guide = ownGuide(library, name);
  if (!guide?.blocks[block]) return refuse('The block is no longer there', 'Reload the guide');
  const others = ordered(guide.blocks).filter((other) => other.id !== block);
  const { order, moved } = placeAmong(
    others.map((other) => other.order),
    to,
  );
  return {
    label: `Move a block of ${guide.title}`,
    edits: [
      ...[...moved].map(([at, key]) => moveEntry(guide, `blocks/${others[at]!.id}`, key)),
      moveEntry(guide, `blocks/${block}`, order),
    ],
  };
}
