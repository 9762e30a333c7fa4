import postcss, { CssSyntaxError } from 'postcss';
import { byOrder, itemsOf, type Items } from '../document/item';
import { outsideLoads } from './style-text';

/** What is wrong with a style sheet for a whole library, and how to mend it; undefined: nothing. */
export function sheetProblem(css: string): { problem: string; fix: string } | undefined {
  let root: postcss.Root;
  try {
    root = postcss.parse(css);
  } catch (error) {
    if (!(error instanceof CssSyntaxError)) throw error;
    return {
      problem: `The style sheet cannot be read at line ${error.line}, column ${error.column}: ${error.reason}`,
      fix: 'Correct it there',
    };
  }
  for (const node of root.nodes) {
    const [load] = outsideLoads(node);
    if (load)
      return { problem: `${load.message}${load.at?.line ? ` (line ${load.at.line})` : ''}`, fix: load.fix! };
    // In a layer these have no meaning; a sheet that needs them is not for standing beneath components.
    if (node.type === 'atrule' && /^(charset|namespace|font-face)$/i.test(node.name))
      return {
        problem: `@${node.name} cannot stand in a library’s style sheet (line ${node.source?.start?.line ?? 1})`,
        fix: node.name.toLowerCase() === 'font-face' ? 'Upload the font’s files under Fonts' : 'Remove it',
      };
  }
  return undefined;
}

/** All style sheets of a library, in order, in the layer beneath every component. */
export function librarySheet(items: Items): string {
  const sheets = itemsOf(items, 'styleSheet').sort(byOrder);
  return sheets.length === 0 ? '' : `@layer library {\n${sheets.map(({ css }) => css).join('\n')}\n}\n`;
}
