import { Tokenizer, type Token, type TokenHandler } from 'parse5';

/** Where something begins in a text; both from 1. */
export interface MarkupPlace {
  line: number;
  column: number;
}
export interface MarkupElement {
  tag: string;
  attributes: { name: string; value: string }[];
  children: MarkupNode[];
  at: MarkupPlace;
  /** Where it begins and ends in the text, with its end tag where it has one: offsets in UTF-16 units. */
  range: [from: number, to: number];
}
export type MarkupNode = MarkupElement | { text: string };

/** A tag that closes nothing, or an element that nothing closes. */
export interface MarkupProblem {
  message: string;
  fix: string;
  at: MarkupPlace;
}

/** Elements that have no end tag (HTML, 13.1.2). */
const VOID = new Set([
  'area',
  'base',
  'br',
  'col',
  'embed',
  'hr',
  'img',
  'input',
  'link',
  'meta',
  'source',
  'track',
  'wbr',
]);
/** Elements whose end tag may be left out (HTML, 13.1.2.4), with the start tags that end them. */
const ENDED_BY: Readonly<Record<string, readonly string[]>> = {
  li: ['li'],
  dt: ['dt', 'dd'],
  dd: ['dt', 'dd'],
  option: ['option', 'optgroup'],
  optgroup: ['optgroup'],
  td: ['td', 'th', 'tr', 'tbody', 'tfoot'],
  th: ['td', 'th', 'tr', 'tbody', 'tfoot'],
  tr: ['tr', 'tbody', 'tfoot'],
  thead: ['tbody', 'tfoot'],
  tbody: ['tbody', 'tfoot'],
  tfoot: [],
  p: 'address article aside blockquote div dl fieldset figure footer h1 h2 h3 h4 h5 h6 header hr main nav ol p section table ul'.split(' '),
}; // prettier-ignore

const placeOf = ({ startLine, startCol }: Token.Location): MarkupPlace => ({
  line: startLine,
  column: startCol,
});

/**
 * Reads markup as it is written, one element in another: unlike a browser's parser it moves nothing out of tables, so that a
 * row may stand at the root and a slot among rows; and it tells which tags do not meet.
 */
export function readMarkup(text: string): { nodes: MarkupNode[]; problems: MarkupProblem[] } {
  const nodes: MarkupNode[] = [];
  const problems: MarkupProblem[] = [];
  const open: (MarkupElement & { foreign: boolean })[] = [];
  const siblings = () => open.at(-1)?.children ?? nodes;
  const put = (chars: string) => {
    const last = siblings().at(-1);
    if (last && 'text' in last) last.text += chars;
    else siblings().push({ text: chars });
  };
  const leave = (element: MarkupElement) => {
    if (!Object.hasOwn(ENDED_BY, element.tag))
      problems.push({
        message: `<${element.tag}> is not closed`,
        fix: `Add </${element.tag}>`,
        at: element.at,
      });
  };
  const handler: TokenHandler = {
    onStartTag({ tagName, attrs, selfClosing, location }) {
      for (let top = open.at(-1); top && ENDED_BY[top.tag]?.includes(tagName); top = open.at(-1))
        open.pop()!.range[1] = location!.startOffset;
      const foreign = tagName === 'svg' || (open.at(-1)?.foreign ?? false);
      const element = { tag: tagName, attributes: attrs.map(({ name, value }) => ({ name, value })), children: [], at: placeOf(location!), range: [location!.startOffset, location!.endOffset] as [number, number], foreign };
      siblings().push(element);
      if (!VOID.has(tagName) && !(foreign && selfClosing)) open.push(element);
    },
    onEndTag({ tagName, location }) {
      const at = open.findLastIndex(({ tag }) => tag === tagName);
      if (at === -1) {
        problems.push({ message: `</${tagName}> closes nothing`, fix: 'Remove it, or open the element before it', at: placeOf(location!) });
        return;
      }
      const [closed, ...within] = open.splice(at);
      closed!.range[1] = location!.endOffset;
      for (const element of within) {
        element.range[1] = location!.startOffset;
        leave(element);
      }
    },
    onCharacter: ({ chars }) => put(chars),
    onWhitespaceCharacter: ({ chars }) => put(chars),
    onNullCharacter: () => undefined,
    onComment: () => undefined,
    onDoctype: () => undefined,
    onEof: () => undefined,
    onParseError: ({ code, startLine, startCol }) => {
      if (/^eof-in-/.test(code))
        problems.push({ message: 'A tag or comment does not end', fix: 'End it with >', at: { line: startLine, column: startCol } });
    },
  }; // prettier-ignore
  new Tokenizer({ sourceCodeLocationInfo: true }, handler).write(text, true);
  for (const element of open) leave(element);
  return { nodes, problems };
}
