import { addItem, type Edit } from '@/core/document/edits';
import type { Finding } from '@/core/findings/finding';
import { readScreen } from '@/core/products/screen-file';
import { newId } from '../new-id';

/** A library that screens can be drawn with. */
export interface LibraryPlaced {
  /** What a screen names to be drawn with it; undefined for the first. */
  pin: string | undefined;
  slug: string;
  /** Components that can be placed, by name. */
  components: Map<string, string>;
}

interface ScreensAsked {
  files: { name: string; text: string }[];
  /** An order key for the screen of each file. */
  orders: string[];
  /** The first first. */
  libraries: LibraryPlaced[];
}

/** The screens that files (`*.html`) come to, with their placements, and what is wrong with them. */
export function readScreens({ files, orders, libraries }: ScreensAsked): {
  edits: Edit[];
  findings: Finding[];
} {
  const edits: Edit[] = [];
  const findings: Finding[] = [];
  files.forEach((file, i) => {
    const readWith = ({ pin, components }: Pick<LibraryPlaced, 'pin' | 'components'>) => ({
      pin,
      ...readScreen(file.text, {
        name: file.name.replace(/^.*\//, '').replace(/\.html$/, ''),
        order: orders[i]!,
        newId,
        refer: (name) => (components.has(name) ? { id: components.get(name), path: name } : undefined),
      }),
    });
    // A screen is drawn with one library: one that its elements name and that has all of them, otherwise any that has.
    const named = ({ slug }: LibraryPlaced) => file.text.includes(`<${slug}-`);
    const tried = [...libraries.filter(named), ...libraries.filter((one) => !named(one))].map(readWith);
    const { pin, ...read } =
      tried.find(({ findings: wrong }) => wrong.length === 0) ??
      tried[0] ??
      readWith({ pin: undefined, components: new Map() });
    findings.push(
      ...read.findings.map((finding) => ({ ...finding, at: { file: file.name, ...finding.at } })),
    );
    edits.push(
      addItem({ ...read.screen, ...(pin !== undefined && { pin }) }),
      ...read.placements.map(addItem),
    );
  });
  return { edits, findings };
}
