import { setField } from '@/core/document/edits';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type Command } from '@/editing/session/command';
import { ownGuide } from '@/editing/guides/own-guide';

export function removeBlock(
  library: OpenLibrary,
  { guide: name, block }: { guide: string; block: string },
): Command {
  const guide = ownGuide(library, name);
  if (!guide?.blocks[block]) return refuse('The block is no longer there', 'Reload the guide');
  return { label: `Remove a block from ${guide.title}`, edits: [setField(guide, `blocks/${block}`, null)] };
}
