import { parse, type DefaultTreeAdapterTypes } from 'parse5';

type Parent = DefaultTreeAdapterTypes.ParentNode;

interface PageStyle {
  name: string;
  text: string;
  /** Lines that stand before it in the page. */
  line: number;
  /** Whether it is that of one element. */
  inline: boolean;
}

/** SVG presentation attributes that say a value a token could hold. */
const PRESENTATION = new Set([
  'fill',
  'stroke',
  'color',
  'stop-color',
  'font-size',
  'font-family',
  'font-weight',
]);

/** The style elements and style attributes of an HTML or SVG text, each as a style sheet. Nothing of it is run. */
export function stylesOfPage(name: string, text: string): PageStyle[] {
  const found: PageStyle[] = [];
  const stack: Parent[] = [parse(text, { sourceCodeLocationInfo: true })];
  for (let node = stack.pop(); node; node = stack.pop()) {
    const below: Parent[] = [];
    for (const child of node.childNodes) {
      if (!('tagName' in child)) continue;
      const line =
        (child.sourceCodeLocation?.startTag?.startLine ?? child.sourceCodeLocation?.startLine ?? 1) - 1;
      if (child.tagName === 'style') {
        const own = child.childNodes.map((inner) => ('value' in inner ? inner.value : '')).join('');
        found.push({ name, text: own, line, inline: false });
      }
      const said = child.attrs.flatMap(({ name: attribute, value }) =>
        attribute === 'style' ? [value] : PRESENTATION.has(attribute) ? [`${attribute}: ${value}`] : [],
      );
      if (said.length > 0)
        found.push({ name, text: `${child.tagName} { ${said.join('; ')} }`, line, inline: true });
      below.push('content' in child ? child.content : child);
    }
    for (let i = below.length - 1; i >= 0; i--) stack.push(below[i]!);
  }
  return found;
}

/** The style sheets a page asks for by link, as they are written: none is fetched. */
export function linkedSheets(text: string): string[] {
  const found: string[] = [];
  const stack: Parent[] = [parse(text)];
  for (let node = stack.pop(); node; node = stack.pop()) {
    const below: Parent[] = [];
    for (const child of node.childNodes) {
      if (!('tagName' in child)) continue;
      const attributes = new Map(child.attrs.map(({ name, value }) => [name, value]));
      const href = attributes.get('href');
      if (child.tagName === 'link' && href && /\bstylesheet\b/i.test(attributes.get('rel') ?? ''))
        found.push(href);
      below.push('content' in child ? child.content : child);
    }
    for (let i = below.length - 1; i >= 0; i--) stack.push(below[i]!);
  }
  return found;
}
