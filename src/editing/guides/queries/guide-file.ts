import { itemsOf, ordered } from '@/core/document/item';
import { GUIDE_BLOCKS } from '@/core/guides/blocks/registry';
import { writeGuide } from '@/core/guides/guide-file';
import { escapeHtml } from '@/core/guides/html';
import { pathOf } from '@/core/tokens/token-tree';
import type { Context } from '@/core/tokens/system';
import type { OpenLibrary } from '@/editing/session/open-library';

/** A guide as files: the guide file it is read back from, and a page that needs neither this program nor a script. */
export function guideFile(
  library: OpenLibrary,
  { name, lens }: { name: string; lens: Context },
): { markdown: string; html: string } | null {
  const { items, resolution } = library;
  const guide = itemsOf(items, 'guide').find((other) => other.name === name);
  if (!guide) return null;
  const styles = new Set<string>();
  const body = ordered(guide.blocks).map((block) => {
    const form = GUIDE_BLOCKS.get(block.kind)!;
    const shown = form.show(block, { items, resolution, lens });
    if ('css' in shown) styles.add(shown.css);
    return form.html(shown);
  });
  const attributes = Object.entries(lens).map(([axis, context]) => ` data-${axis}="${escapeHtml(context)}"`);
  return {
    markdown: writeGuide(guide, (reference) => pathOf(reference, items)),
    html: [
      `<!doctype html><html lang="en"${attributes.join('')}><head><meta charset="utf-8">`,
      `<title>${escapeHtml(guide.title)}</title>`,
      `<style>${[...styles].join('\n').replace(/<\/style/gi, '<\\/style')}</style></head>`,
      `<body><h1>${escapeHtml(guide.title)}</h1>${body.join('\n')}</body></html>\n`,
    ].join(''),
  };
}
