import { parse } from '@vue/compiler-dom';
import { UnreadableSource, type ReadSource, type UsageReader } from '../source';
import { merge, NOTHING, readAttribute, valueIn } from './markup';
import { readScript, readStyleExpression, readValueExpression } from './script';
import { readEmbedded } from './sheet';

/** Of the compiler's tree what is asked here. */
interface TemplateNode {
  type: number;
  tag?: string;
  ns?: number;
  loc?: Place;
  props?: TemplateProp[];
  children?: TemplateNode[];
  innerLoc?: Place;
}
interface Place {
  start: { offset: number };
  end: { offset: number };
  source: string;
}
interface TemplateProp {
  type: number;
  name: string;
  loc: Place;
  value?: { content: string };
  arg?: { content?: string };
  exp?: { loc: Place };
}
/** The compiler's numbers for kinds of nodes and of namespaces. */
const [ATTRIBUTE, DIRECTIVE, SVG] = [6, 7, 1];

/** Single-file components of Vue, by its own compiler: template, style sheets, scripts. */
export const vue: UsageReader = {
  name: 'vue',
  files: /\.vue$/i,
  read(text) {
    const root = parse(text, {
      parseMode: 'sfc',
      prefixIdentifiers: false,
      onError: ({ message, loc }) => {
        throw new UnreadableSource(message, loc ? { line: loc.start.line, column: loc.start.column } : {});
      },
    }) as unknown as TemplateNode;
    return merge((root.children ?? []).flatMap((block) => readBlock(text, block)));
  },
};

function readBlock(text: string, block: TemplateNode): ReadSource[] {
  const said = (name: string) => block.props?.find((prop) => prop.type === ATTRIBUTE && prop.name === name)?.value?.content;
  if (!block.innerLoc || said('src') !== undefined) return [];
  const [from, to] = [block.innerLoc.start.offset, block.innerLoc.end.offset];
  const lang = said('lang') ?? '';
  if (block.tag === 'template') return /^(html)?$/.test(lang) ? template(text, block) : [];
  if (block.tag === 'script') return [readScript(text, from, to, /^tsx?$/.test(lang), /x$/.test(lang))];
  if (block.tag === 'style' && /^(|css|postcss|scss|less)$/.test(lang))
    return [readEmbedded(text, from, to, lang === 'scss' || lang === 'less' ? lang : 'css')];
  return [];
} // prettier-ignore

function template(text: string, root: TemplateNode): ReadSource[] {
  const found: ReadSource[] = [];
  const stack = [root];
  for (let node = stack.pop(); node; node = stack.pop()) {
    if (node !== root && node.tag && node.loc && node.ns !== SVG)
      found.push({ ...NOTHING, elements: [{ from: node.loc.start.offset, tag: node.tag, attributes: attributesOf(node) }] });
    for (const prop of node === root ? [] : (node.props ?? [])) {
      if (prop.type === ATTRIBUTE) {
        const value = valueIn(prop.loc.source);
        if (value) found.push(readAttribute(prop.name, value.text, prop.loc.start.offset + value.from, node.ns === SVG));
      } else if (prop.type === DIRECTIVE && prop.name === 'bind' && prop.exp && prop.arg?.content) {
        const [from, to] = [prop.exp.loc.start.offset, prop.exp.loc.end.offset];
        if (prop.arg.content === 'style') found.push(readStyleExpression(text, from, to));
        else if (node.ns === SVG && /^(fill|stroke|stroke-width|color)$/.test(prop.arg.content))
          found.push(readValueExpression(text, from, to, prop.arg.content));
      }
    }
    stack.push(...[...(node.children ?? [])].reverse());
  }
  return found;
} // prettier-ignore

const attributesOf = ({ props = [] }: TemplateNode): Record<string, string | null> =>
  Object.fromEntries(
    props.flatMap((prop): [string, string | null][] => {
      if (prop.type === ATTRIBUTE) return [[prop.name, prop.value?.content ?? '']];
      return prop.type === DIRECTIVE && prop.name === 'bind' && prop.arg?.content ? [[prop.arg.content, null]] : [];
    }),
  ); // prettier-ignore
