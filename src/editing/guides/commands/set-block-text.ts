import { setField } from '@/core/document/edits';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type Command } from '@/editing/session/command';
import { ownGuide } from '@/editing/guides/own-guide';

export function setBlockText(
  library: OpenLibrary,
  { guide: name, block, text }: { guide: string; block: string; text: string },
): Command {
  const guide = ownGuide(library, name);
  const old = guide?.blocks[block];
  if (!guide || old?.kind !== 'text') return refuse('The block is no longer there', 'Reload the guide');
  return {
    label: `Write in ${guide.title}`,
    edits: [setField(guide, `blocks/${block}`, { ...old, markdown: text })],
  };
}
