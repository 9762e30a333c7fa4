/**
 * A font size in CSS pixels, of an element in a parent's and by the root's size; undefined where it depends on more, such as
 * the window.
 */
export function fontSizePx(text: string, parent: number, root: number): number | undefined {
  const [, number, unit] = /^([\d.]+)(px|r?em|%|pt)$/.exec(text.trim()) ?? [];
  if (number === undefined) return { smaller: parent / 1.2, larger: parent * 1.2, inherit: parent, medium: 16, small: 13, 'x-small': 10, large: 18, 'x-large': 24 }[text.trim()];
  const factor = { px: 1, em: parent, rem: root, '%': parent / 100, pt: 4 / 3 }[unit!]!;
  return Number((Number(number) * factor).toFixed(4));
} // prettier-ignore

const HEADING = { 'font-weight': 'bold' };
const FIXED = { 'font-family': 'monospace', 'font-size': '13px' };
/** What a browser says of elements, as far as a reset takes it away, before any style sheet does (HTML Standard, section 15.3). */
export const BROWSER_STYLE: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  h1: { ...HEADING, 'font-size': '2em' },
  h2: { ...HEADING, 'font-size': '1.5em' },
  h3: { ...HEADING, 'font-size': '1.17em' },
  h4: HEADING,
  h5: { ...HEADING, 'font-size': '0.83em' },
  h6: { ...HEADING, 'font-size': '0.67em' },
  th: { ...HEADING, 'text-align': 'center', padding: '1px' },
  td: { padding: '1px' },
  b: HEADING,
  strong: HEADING,
  i: { 'font-style': 'italic' },
  em: { 'font-style': 'italic' },
  cite: { 'font-style': 'italic' },
  dfn: { 'font-style': 'italic' },
  address: { 'font-style': 'italic' },
  small: { 'font-size': 'smaller' },
  code: FIXED,
  kbd: FIXED,
  samp: FIXED,
  pre: { ...FIXED, 'white-space': 'pre' },
};
