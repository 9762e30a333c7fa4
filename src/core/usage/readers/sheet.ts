import postcss, {
  CssSyntaxError,
  type AtRule,
  type ChildNode,
  type Container,
  type Declaration,
} from 'postcss';
import lessSyntax from 'postcss-less';
import scssSyntax from 'postcss-scss';
import { valueParts } from '../../base/css/value-parts';
import { partsAt, UnreadableSource, type ReadSource, type UsageReader } from '../source';

type SheetLanguage = 'css' | 'scss' | 'less';
const SYNTAX = {
  css: { parse: postcss.parse, signs: '' },
  scss: { parse: scssSyntax.parse, signs: '$' },
  less: { parse: lessSyntax.parse, signs: '@' },
} as const;

/** Rules whose declarations say what something is, and not how anything looks. */
const DEFINITIONS =
  /^(font-face|property|counter-style|font-palette-values|font-feature-values|view-transition|position-try)$/i;

/**
 * The parts of a style sheet, with offsets in the file it stands in from `offset`.
 * @throws UnreadableSource
 */
function readSheet(text: string, language: SheetLanguage, offset = 0): ReadSource {
  const { parse, signs } = SYNTAX[language];
  let root: Container;
  try {
    root = parse(text) as Container;
  } catch (error) {
    if (!(error instanceof CssSyntaxError)) throw new UnreadableSource('It cannot be parsed');
    throw new UnreadableSource(error.reason, { line: error.line, column: error.column });
  }
  const read: ReadSource = { parts: [], sets: [] };
  const add = (property: string, value: string, searched: number) => {
    const from = text.indexOf(value, searched);
    if (from !== -1) read.parts.push(...partsAt(valueParts(property, value, signs), offset + from, property));
  };
  const walk = (nodes: readonly ChildNode[], outer: string) => {
    for (const node of nodes) {
      if (node.type === 'atrule') {
        const variable = node as AtRule & { variable?: boolean; value?: string; mixin?: boolean };
        if (DEFINITIONS.test(node.name)) continue;
        const start = node.source?.start?.offset ?? 0;
        if (language === 'less' && variable.variable && typeof variable.value === 'string') {
          const property = `@${node.name.replace(/:$/, '')}`;
          read.sets.push(property);
          add(property, variable.value, start + property.length);
        }
        if (node.nodes) walk(node.nodes, outer);
      } else if (node.type === 'rule') {
        // SCSS: `font: { size: 12px }` is `font-size`.
        const group = language === 'scss' ? /^([\w-]+):$/.exec(node.selector)?.[1] : undefined;
        walk(node.nodes, group ?? '');
      }
      else if (node.type === 'decl') declaration(node, outer);
    }
  };
  const declaration = (node: Declaration & { isNested?: boolean; nodes?: ChildNode[] }, outer: string) => {
    const property = outer === '' ? node.prop : `${outer}-${node.prop}`;
    if (node.isNested && node.nodes) walk(node.nodes, property);
    const isVariable = /^(--|\$|@)/.test(node.prop);
    if (isVariable) read.sets.push(node.prop);
    const raws = node.raws.value as { raw?: string; scss?: string } | undefined;
    const value = raws?.scss ?? raws?.raw ?? node.value;
    if (value !== '')
      add(isVariable ? node.prop : property.toLowerCase(), value, (node.source?.start?.offset ?? 0) + node.prop.length);
  };
  walk((root as Container & { nodes: ChildNode[] }).nodes, '');
  return read;
} // prettier-ignore

/** A style sheet that stands within another file: its errors are told where they are in that. */
export function readEmbedded(text: string, from: number, to: number, language: SheetLanguage): ReadSource {
  const before = text.slice(0, from).replace(/[^\n]/g, ' ');
  return readSheet(before + text.slice(from, to), language);
}

/** The declarations of a `style` attribute. */
export const readInline = (text: string, offset: number): ReadSource =>
  readSheet(`x{${text}\n}`, 'css', offset - 2);

const sheet = (language: SheetLanguage, files: RegExp): UsageReader => ({
  name: language,
  files,
  read: (text) => readSheet(text, language),
});

export const css = sheet('css', /\.css$/i);
export const scss = sheet('scss', /\.scss$/i);
export const less = sheet('less', /\.less$/i);
