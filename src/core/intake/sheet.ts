import postcss, { CssSyntaxError, type Root } from 'postcss';
import safe from 'postcss-safe-parser';
import scss from 'postcss-scss';
import type { Finding } from '../findings/finding';

/** How many errors of one file are listed, each with its line. */
const LISTED = 50;

/**
 * Parses a style sheet whatever is wrong with it. A line that cannot be read is left out and listed; after that many,
 * the rest is read as browsers do, leniently.
 */
export function parseSheet(text: string, file: string): { root: Root; findings: Finding[] } {
  const findings: Finding[] = [];
  const read = /\.scss$/i.test(file)
    ? (source: string) => scss.parse(source, { from: file })
    : (source: string) => postcss.parse(source, { from: file });
  let source = text.replace(/^\uFEFF/, '');
  for (let tries = 0; tries < LISTED; tries++) {
    try {
      return { root: read(source), findings };
    } catch (error) {
      if (!(error instanceof CssSyntaxError)) {
        // The SCSS parser stumbles over some texts instead of saying what is wrong with them.
        findings.push({
          code: 'style-syntax',
          level: 'warning',
          message: `${file} has an error that cannot be placed`,
          at: { file },
          fix: 'What can be read was read; compile the file to find the error',
        });
        break;
      }
      const line = error.line ?? 1;
      findings.push({
        code: 'style-syntax',
        level: 'warning',
        message: `${file}, line ${line}: ${error.reason}`,
        at: { file, line, column: error.column ?? 1 },
        fix: 'That statement was left out; the rest was read. Correct it to have it too',
      });
      const mended = mend(source, error.reason, line, error.column ?? 1);
      if (mended === source) break;
      source = mended;
    }
  }
  return { root: safe(source, { from: file }) as Root, findings };
}

/** The text without the statement the parser stumbled over, lines kept where they are. */
function mend(source: string, reason: string, line: number, column: number): string {
  const lines = source.split('\n');
  const at = lines.slice(0, line - 1).reduce((sum, other) => sum + other.length + 1, 0) + column - 1;
  if (reason === 'Unclosed block') return `${source}}`;
  if (reason === 'Unclosed comment') return source.slice(0, at) + source.slice(at).replace(/[^\n]/g, ' ');
  if (reason === 'Unexpected }') return `${source.slice(0, at)} ${source.slice(at + 1)}`;
  // The statement it stands in: what is around it on the same line, in a minified sheet all the rest, stays.
  const from = Math.max(...[';', '{', '}'].map((sign) => source.lastIndexOf(sign, at - 1))) + 1;
  const ends = [';', '}'].map((sign) => source.indexOf(sign, at)).filter((end) => end !== -1);
  const end = ends.length > 0 ? Math.min(...ends) : source.length;
  const stop = source[end] === ';' ? end + 1 : end;
  return source.slice(0, from) + source.slice(from, stop).replace(/[^\n]/g, ' ') + source.slice(stop);
}
