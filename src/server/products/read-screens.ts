import { addItem, type Edit } from '@/core/document/edits';
import type { Finding } from '@/core/findings/finding';
import { readScreen } from '@/core/products/screen-file';
import { newId } from '../new-id';

interface ScreensAsked {
  files: { name: string; text: string }[];
  /** An order key for the screen of each file. */
  orders: string[];
  /** Components that can be placed, by name. */
  components: Map<string, string>;
}

/** The screens that files (`*.html`) come to, with their placements, and what is wrong with them. */
export function readScreens({ files, orders, components }: ScreensAsked): {
  edits: Edit[];
  findings: Finding[];
} {
  const edits: Edit[] = [];
  const findings: Finding[] = [];
  files.forEach((file, i) => {
    const read = readScreen(file.text, {
      name: file.name.replace(/^.*\//, '').replace(/\.html$/, ''),
      order: orders[i]!,
      newId,
      refer: (name) => (components.has(name) ? { id: components.get(name), path: name } : undefined),
    });
    findings.push(
      ...read.findings.map((finding) => ({ ...finding, at: { file: file.name, ...finding.at } })),
    );
    edits.push(addItem(read.screen), ...read.placements.map(addItem));
  });
  return { edits, findings };
}
