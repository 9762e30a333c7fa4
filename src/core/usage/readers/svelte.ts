import { parse } from 'svelte/compiler';
import { UnreadableSource, type ReadSource, type UsageReader } from '../source';
import { merge, NOTHING, readAttribute } from './markup';
import { hyphens, readScript, readStyleExpression, readValueExpression } from './script';
import { readEmbedded } from './sheet';

type Tree = {
  type?: string;
  start: number;
  end: number;
  name?: string;
  value?: unknown;
  attributes?: Tree[];
  expression?: Tree;
} & Record<string, unknown>;

/** A block of the file by its tag: what stands in it and what language it says. */
const BLOCK = /<(script|style)\b([^>]*)>([^]*?)<\/\1\s*>/gi;

/** Components of Svelte: markup by its own compiler, scripts and style sheets as such files are read. */
export const svelte: UsageReader = {
  name: 'svelte',
  files: /\.svelte$/i,
  read(text) {
    const found: ReadSource[] = [];
    let markup = text;
    for (const match of text.matchAll(BLOCK)) {
      const [whole, tag, attributes, content] = match as unknown as [string, string, string, string];
      const from = match.index + whole.indexOf('>') + 1;
      const lang = /\blang\s*=\s*["']?([\w-]+)/.exec(attributes)?.[1];
      markup = markup.slice(0, from) + content.replace(/[^\n]/g, ' ') + markup.slice(from + content.length);
      if (tag.toLowerCase() === 'script') found.push(readScript(text, from, from + content.length, lang === 'ts' || lang === 'typescript', false));
      else if (lang === undefined || /^(css|postcss|scss|less)$/.test(lang))
        found.push(readEmbedded(text, from, from + content.length, lang === 'scss' || lang === 'less' ? lang : 'css'));
    }
    let root: Tree;
    try {
      root = parse(markup, { modern: true }).fragment as unknown as Tree;
    } catch (error) {
      const { start, message } = error as { start?: { line: number; column: number }; message: string };
      throw new UnreadableSource(message.split('\n')[0]!, start ? { line: start.line, column: start.column + 1 } : {});
    }
    walk(text, root, false, found);
    return merge(found);
  },
}; // prettier-ignore

function walk(text: string, node: Tree, svg: boolean, found: ReadSource[]): void {
  const isElement = /Element$|^Component$/.test(node.type ?? '');
  const isSvg = svg || node.name === 'svg';
  if (isElement && !isSvg && node.name)
    found.push({ ...NOTHING, elements: [{ from: node.start, tag: node.name, attributes: attributesOf(text, node) }] });
  for (const attribute of isElement ? (node.attributes ?? []) : []) {
    if (attribute.type === 'StyleDirective') value(text, attribute, attribute.name!, found);
    else if (attribute.type === 'Attribute' && attribute.name === 'style') style(text, attribute, found);
    else if (attribute.type === 'Attribute' && isSvg && attribute.value !== true) {
      const only = textOf(attribute);
      if (only) found.push(readAttribute(hyphens(attribute.name!), text.slice(only.start, only.end), only.start, true));
    }
  }
  for (const [key, child] of Object.entries(node)) {
    if (key === 'attributes' || key === 'expression') continue;
    for (const one of Array.isArray(child) ? child : [child])
      if (one && typeof one === 'object' && ('type' in one || 'nodes' in one)) walk(text, one as Tree, isSvg, found);
  }
} // prettier-ignore

const attributesOf = (text: string, { attributes = [] }: Tree): Record<string, string | null> =>
  Object.fromEntries(
    attributes.flatMap((one): [string, string | null][] => {
      if (one.type !== 'Attribute') return [];
      const only = textOf(one);
      return [[one.name!, one.value === true ? '' : only ? text.slice(only.start, only.end) : null]];
    }),
  );

const pieces = (attribute: Tree): Tree[] =>
  attribute.value === true || attribute.value === undefined
    ? []
    : ((Array.isArray(attribute.value) ? attribute.value : [attribute.value]) as Tree[]);
const textOf = (attribute: Tree): Tree | undefined => {
  const all = pieces(attribute);
  return all.length === 1 && all[0]!.type === 'Text' ? all[0] : undefined;
};

/** `style="…"`, with expressions covered; or one expression that is the style. */
function style(text: string, attribute: Tree, found: ReadSource[]): void {
  const all = pieces(attribute);
  const [only] = all;
  if (all.length === 1 && only!.type === 'ExpressionTag' && only!.expression) {
    found.push(readStyleExpression(text, only!.expression.start, only!.expression.end));
    return;
  }
  if (!only) return;
  const raw = all.map((one) => (one.type === 'Text' ? text.slice(one.start, one.end) : '_'.repeat(one.end - one.start)));
  found.push(readAttribute('style', raw.join(''), only.start, false));
} // prettier-ignore

/** `style:color="#333"` and `style:color={…}`. */
function value(text: string, attribute: Tree, property: string, found: ReadSource[]): void {
  for (const one of pieces(attribute))
    if (one.type === 'Text') {
      const declaration = `${property}:`;
      const read = readAttribute('style', declaration + text.slice(one.start, one.end), one.start - declaration.length, false);
      found.push(read);
    } else if (one.type === 'ExpressionTag' && one.expression)
      found.push(readValueExpression(text, one.expression.start, one.expression.end, property));
} // prettier-ignore
