import { equal, setField } from '@/core/document/edits';
import { GUIDE_BLOCKS } from '@/core/guides/blocks/registry';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type Command } from '@/editing/session/command';
import { contentOf, ownGuide } from '@/editing/guides/own-guide';

/** Gives a block of a guide other fields; it stays where it stands. */
export function setBlock(
  library: OpenLibrary,
  { guide: name, block: id, fields }: { guide: string; block: string; fields: Record<string, string> },
): Command {
  const guide = ownGuide(library, name);
  const block = guide?.blocks[id];
  if (!guide || !block) return refuse('This block is inherited or was removed', 'Reload the page');
  const content = contentOf(library, { kind: block.kind, fields });
  if (!content) return refuse('The block is not complete', 'Fill in every field it needs');
  const next = { ...content, order: block.order };
  if (equal(next, block)) return refuse('Nothing would change', 'Enter something else');
  const title = GUIDE_BLOCKS.get(block.kind)!.title.toLowerCase();
  return { label: `Change ${title} of ${guide.title}`, edits: [setField(guide, `blocks/${id}`, next)] };
}
