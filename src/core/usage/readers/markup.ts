import { parse, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { SaxesParser } from 'saxes';
import { kindsIn, valueParts } from '../../base/css/value-parts';
import { partsAt, UnreadableSource, type ReadSource, type UsageReader } from '../source';
import { readEmbedded, readInline } from './sheet';

/** The presentation attributes of SVG 2 (styling, 6.6) that are about style that tokens are made for. */
const PRESENTATION =
  /^(color|fill|stroke|stroke-width|stop-color|flood-color|lighting-color|font-family|font-size|font-weight|letter-spacing|word-spacing|text-decoration|filter)$/;

/** Text with what markup writes for a sign exchanged for the sign, everything where it stood. */
export const unescaped = (text: string): string =>
  text.replace(/&(quot|#34|#39|apos|amp|lt|gt|#x27|#x22);/gi, (entity, name: string) => {
    const sign = { quot: '"', '#34': '"', '#x22': '"', '#39': "'", '#x27': "'", apos: "'", amp: '&', lt: '<', gt: '>' }[name.toLowerCase()]!;
    return sign + ' '.repeat(entity.length - 1);
  }); // prettier-ignore

export const merge = (all: readonly ReadSource[]): ReadSource => ({
  parts: all.flatMap(({ parts }) => parts),
  sets: all.flatMap(({ sets }) => sets),
  elements: all.flatMap(({ elements }) => elements ?? []),
});
export const NOTHING: ReadSource = { parts: [], sets: [] };

/** One attribute: a `style`, or in SVG a presentation attribute. `from` is where its value begins. */
export function readAttribute(name: string, raw: string, from: number, isSvg: boolean): ReadSource {
  const value = unescaped(raw);
  if (name === 'style') {
    try {
      return readInline(value, from);
    } catch (error) {
      // Browsers leave out what they cannot read of an attribute.
      if (error instanceof UnreadableSource) return NOTHING;
      throw error;
    }
  }
  if (!isSvg || !PRESENTATION.test(name) || !kindsIn(name)) return NOTHING;
  // A number without a unit is in user units, which are px.
  const isNumber = name !== 'font-weight' && /^\s*[\d.]+\s*$/.test(value);
  if (isNumber && /^(font-size|letter-spacing|word-spacing)$/.test(name)) {
    const own = value.trim();
    if (Number(own) === 0) return NOTHING;
    const start = from + value.indexOf(own);
    return { parts: [{ kind: 'length', from: start, to: start + own.length, text: `${Number(own)}px`, property: name, built: false }], sets: [] };
  }
  return { parts: partsAt(valueParts(name, value), from, name), sets: [] };
} // prettier-ignore

const SVG = 'http://www.w3.org/2000/svg';

/** HTML never fails to be read: what a browser makes of it counts. Scripts are not looked into. */
export const html: UsageReader = {
  name: 'html',
  files: /\.html$/i,
  read(text) {
    const found: ReadSource[] = [];
    const stack: Tree.Node[] = [parse(text, { sourceCodeLocationInfo: true })];
    for (let node = stack.pop(); node; node = stack.pop()) {
      if ('attrs' in node) {
        const isSvg = node.namespaceURI === SVG;
        const from = node.sourceCodeLocation?.startOffset;
        if (from !== undefined && !isSvg)
          found.push({ ...NOTHING, elements: [{ from, tag: node.tagName, attributes: Object.fromEntries(node.attrs.map(({ name, value }) => [name, value])) }] });
        for (const { name } of node.attrs) {
          const at = node.sourceCodeLocation?.attrs?.[name];
          const value = at && valueIn(text.slice(at.startOffset, at.endOffset));
          if (at && value) found.push(readAttribute(name, value.text, at.startOffset + value.from, isSvg));
        }
        if (node.nodeName === 'style' && node.sourceCodeLocation?.startTag && node.sourceCodeLocation.endTag) {
          const [from, to] = [node.sourceCodeLocation.startTag.endOffset, node.sourceCodeLocation.endTag.startOffset];
          found.push(readEmbedded(text, from, to, 'css'));
        }
      }
      if ('content' in node) stack.push(node.content);
      if ('childNodes' in node) stack.push(...[...node.childNodes].reverse());
    }
    return merge(found);
  },
}; // prettier-ignore

/** The value within `name="value"`, as it stands. */
export function valueIn(attribute: string): { text: string; from: number } | undefined {
  const match = /^[^=]*=\s*/.exec(attribute);
  if (!match) return undefined;
  const rest = attribute.slice(match[0].length);
  const quote = /^["']/.test(rest) ? 1 : 0;
  return { text: quote ? rest.slice(1, -1) : rest, from: match[0].length + quote };
}

/** An SVG file is XML: what is not well formed is not drawn, and cannot be read. */
export const svg: UsageReader = {
  name: 'svg',
  files: /\.svg$/i,
  read(text) {
    const found: ReadSource[] = [];
    let style: number | undefined;
    readXml(text, {
      attribute: (name, value, from) => found.push(readAttribute(name, value, from, true)),
      open: (name, end) => (style = name === 'style' ? end : undefined),
      close: (start) => {
        if (style !== undefined) found.push(readEmbedded(text.replace(/<!\[CDATA\[|\]\]>/g, (mark) => ' '.repeat(mark.length)), style, start, 'css'));
        style = undefined;
      },
    });
    return merge(found);
  },
}; // prettier-ignore

/**
 * Reads XML and says where things stand: the value of an attribute, the end of an opening tag, the start of a closing one, text.
 * @throws UnreadableSource
 */
export function readXml(
  text: string,
  on: {
    attribute?: (name: string, value: string, from: number) => void;
    open?: (name: string, end: number) => void;
    close?: (start: number) => void;
    text?: (value: string, from: number) => void;
  },
): void {
  const parser = new SaxesParser({ position: true });
  const problem = (error: Error): never => {
    throw new UnreadableSource(error.message.replace(/^\d+:\d+: /, ''), {
      line: parser.line,
      column: parser.column,
    });
  };
  parser.on('error', problem);
  const source = text.replace(/^\uFEFF/, '');
  const skipped = text.length - source.length;
  parser.on('attribute', ({ name }) => {
    const end = parser.position - 1;
    const quote = source[end];
    const from = quote === undefined ? -1 : source.lastIndexOf(quote, end - 1) + 1;
    if (from > 0) on.attribute?.(name, source.slice(from, end), from + skipped);
  });
  let last = 0;
  parser.on('opentag', ({ name }) => {
    last = parser.position;
    on.open?.(name, last + skipped);
  });
  parser.on('closetag', () => {
    const start = source.lastIndexOf('</', parser.position - 1);
    if (start >= last) {
      if (start > last) on.text?.(source.slice(last, start), last + skipped);
      on.close?.(start + skipped);
    }
    last = parser.position;
  });
  parser.write(source).close();
}
