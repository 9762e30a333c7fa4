import postcss, { CssSyntaxError, type ChildNode, type Rule } from 'postcss';
import selectorParser from 'postcss-selector-parser';
import type { Finding } from '../findings/finding';
import { equal } from '../document/edits';
import type { Condition, KeptBlock, StyleEntry, StyleRule, StyleValue } from './definition';

/** An entry of a style as it is written, wherever it stands. */
export type Written = Omit<StyleRule, 'order'> | Omit<KeptBlock, 'order'>;

/** How tokens are spelled: `--space-4` for the token `space.4`, and the token a name means. */
export interface TokenSpelling {
  nameOf(value: Extract<StyleValue, { token: unknown }>): string;
  tokenOf(name: string): Extract<StyleValue, { token: unknown }> | undefined;
}

const PSEUDO = new Set([
  'hover',
  'active',
  'focus-visible',
  'focus-within',
  'disabled',
  'checked',
  'invalid',
]);

function conditionText(condition: Condition): string {
  if (condition.kind === 'state')
    return PSEUDO.has(condition.state) ? `:${condition.state}` : `[data-state~="${condition.state}"]`;
  if (condition.kind === 'flag')
    return condition.is ? `[data-${condition.prop}]` : `:not([data-${condition.prop}])`;
  const values = condition.is.map((value) => `[data-${condition.prop}="${value}"]`);
  return values.length === 1 ? values[0]! : `:is(${values.join(', ')})`;
}

/** `[part~="root"][data-tone="danger"]:hover [part~="label"]`. */
export function selectorText({ when, part }: Pick<StyleRule, 'when' | 'part'>): string {
  const own = `[part~="${part}"]`;
  if (part !== 'root' && when.length === 0) return own;
  const root = `[part~="root"]${when.map(conditionText).join('')}`;
  return part === 'root' ? root : `${root} ${own}`;
}

function canonical(rule: Omit<StyleRule, 'order'>, spelling: TokenSpelling): string {
  const comment = rule.comment ? `/* ${rule.comment.replaceAll('*/', '* /')} */\n` : '';
  const body = rule.declarations.map(([property, value]) => {
    const text = 'raw' in value ? value.raw : `var(${spelling.nameOf(value)})`;
    return `  ${property}: ${text};\n`;
  });
  return `${comment}${selectorText(rule)} {\n${body.join('')}}\n`;
}

/**
 * A component's style as one CSS text, and back (docs/formats.md, Style as text). A rule whose selector is in the grammar
 * is a rule of the component; whatever else stands in the text is a kept block in its place. `print(parse(text))` is
 * `text`: a rule remembers how it was typed for as long as it says the same.
 */
export function printStyle(entries: readonly (StyleEntry | Written)[], spelling: TokenSpelling): string {
  let text = '';
  for (const entry of entries) {
    if (entry.kind === 'kept') {
      text += entry.css;
      continue;
    }
    if (entry.text !== undefined && stillSays(entry, spelling)) text += entry.text;
    else text += `${text === '' ? '' : text.endsWith('\n') ? '\n' : '\n\n'}${canonical(entry, spelling)}`;
  }
  return text;
}

const meaning = ({ when, part, declarations, comment }: Omit<StyleRule, 'order'>) => ({
  when,
  part,
  declarations,
  comment,
});

function stillSays(rule: Omit<StyleRule, 'order'>, spelling: TokenSpelling): boolean {
  const [entry, ...more] = parseStyle(rule.text!, spelling).entries;
  return more.length === 0 && entry?.kind === 'rule' && equal(meaning(entry), meaning(rule));
}

interface ReadStyle {
  entries: Written[];
  findings: Finding[];
}

/** Reads a style text; where it cannot be read at all, there are findings and no entries. */
export function parseStyle(text: string, spelling: TokenSpelling): ReadStyle {
  let nodes: ChildNode[];
  try {
    nodes = postcss.parse(text).nodes;
  } catch (error) {
    if (!(error instanceof CssSyntaxError)) throw error;
    return {
      entries: [],
      findings: [
        {
          code: 'style-syntax',
          level: 'error',
          message: `The style sheet cannot be read: ${error.reason}`,
          fix: 'Correct it there',
          at: { line: error.line, column: error.column },
        },
      ],
    };
  }
  const entries: Written[] = [];
  const findings: Finding[] = [];
  let start = 0;
  let comment: string | undefined;
  nodes.forEach((node, i) => {
    const next = nodes[i + 1];
    // A comment right above a rule belongs to it, and so does all space before it.
    if (node.type === 'comment' && next?.type === 'rule' && comment === undefined) {
      comment = node.text;
      return;
    }
    // The line that ends a rule belongs to it.
    const end = next ? endOf(node) + (text[endOf(node)] === '\n' ? 1 : 0) : text.length;
    const slice = text.slice(start, end);
    start = end;
    const rule = node.type === 'rule' ? ruleOf(node, spelling, comment ?? '') : undefined;
    comment = undefined;
    if (rule) entries.push(withText(rule, slice, entries.length === 0, spelling));
    else {
      findings.push(...outsideLoads(node));
      const last = entries.at(-1);
      if (last?.kind === 'kept') last.css += slice;
      else entries.push({ kind: 'kept', css: slice });
    }
  });
  if (nodes.length === 0 && text.trim() !== '') entries.push({ kind: 'kept', css: text });
  return { entries, findings };
}

const endOf = (node: ChildNode): number => node.source!.end!.offset;

/** What is typed as it would be printed needs no remembering. */
function withText(
  rule: Omit<StyleRule, 'order'>,
  slice: string,
  first: boolean,
  spelling: TokenSpelling,
): Written {
  const printed = canonical(rule, spelling);
  return slice === (first ? printed : `\n${printed}`) ? rule : { ...rule, text: slice };
}

const PROPERTY = /^(--)?[a-z][a-z0-9-]*$/;

function ruleOf(node: Rule, spelling: TokenSpelling, comment: string): Omit<StyleRule, 'order'> | undefined {
  const about = readSelector(node.selector);
  if (!about) return undefined;
  const declarations: [string, StyleValue][] = [];
  for (const child of node.nodes) {
    if (child.type !== 'decl' || child.important || !PROPERTY.test(child.prop)) return undefined;
    if (declarations.some(([property]) => property === child.prop)) return undefined;
    const value = child.value.trim();
    if (value === '' || value.length > 2000 || /[;{}<>]/.test(value)) return undefined;
    const name = /^var\(\s*(--[^\s,)]+)\s*\)$/.exec(value)?.[1];
    declarations.push([child.prop, (name && spelling.tokenOf(name)) || { raw: value }]);
  }
  return { kind: 'rule', ...about, declarations, comment };
}

/** A selector in the grammar as what a rule is about; undefined: it is outside of it. */
export function readSelector(selector: string): Pick<StyleRule, 'when' | 'part'> | undefined {
  let parsed: selectorParser.Root;
  try {
    parsed = selectorParser().astSync(selector);
  } catch {
    return undefined;
  }
  const [one, ...others] = parsed.nodes;
  if (!one || others.length > 0) return undefined;
  const compounds: selectorParser.Node[][] = [[]];
  for (const node of one.nodes) {
    if (node.type !== 'combinator') compounds.at(-1)!.push(node);
    else if (node.value.trim() === '') compounds.push([]);
    else return undefined;
  }
  const [root, inner, ...deeper] = compounds as [selectorParser.Node[], selectorParser.Node[] | undefined];
  if (deeper.length > 0) return undefined;
  const rootPart = partOf(root[0]);
  if (rootPart === undefined) return undefined;
  if (!inner && rootPart !== 'root') return root.length === 1 ? { when: [], part: rootPart } : undefined;
  if (rootPart !== 'root') return undefined;
  const when = root.slice(1).map(readCondition);
  if (when.some((condition) => condition === undefined)) return undefined;
  if (!inner) return { when: when as Condition[], part: 'root' };
  const part = partOf(inner[0]);
  if (part === undefined || part === 'root' || inner.length > 1 || when.length === 0) return undefined;
  return { when: when as Condition[], part };
}

const NAME = /^[a-z][a-zA-Z0-9-]{0,60}$/;

function partOf(node: selectorParser.Node | undefined): string | undefined {
  if (node?.type !== 'attribute' || node.attribute !== 'part' || node.operator !== '~=') return undefined;
  return node.value !== undefined && NAME.test(node.value) ? node.value : undefined;
}

function readCondition(node: selectorParser.Node): Condition | undefined {
  if (node.type === 'attribute') {
    const prop = /^data-([a-z][a-zA-Z0-9-]*)$/.exec(node.attribute)?.[1];
    if (prop === undefined) return undefined;
    if (prop === 'state')
      return node.operator === '~=' && node.value && NAME.test(node.value) && !PSEUDO.has(node.value)
        ? { kind: 'state', state: node.value }
        : undefined;
    if (node.operator === undefined) return { kind: 'flag', prop, is: true };
    return node.operator === '=' && node.value && NAME.test(node.value)
      ? { kind: 'choice', prop, is: [node.value] }
      : undefined;
  }
  if (node.type !== 'pseudo') return undefined;
  const inside = node.nodes.map((one) => (one.nodes.length === 1 ? readCondition(one.nodes[0]!) : undefined));
  if (node.value === ':not') {
    const [only] = inside;
    return inside.length === 1 && only?.kind === 'flag' && only.is ? { ...only, is: false } : undefined;
  }
  if (node.value === ':is') {
    const choices = inside.flatMap((one) => (one?.kind === 'choice' ? [one] : []));
    const [first] = choices;
    return first &&
      choices.length > 1 &&
      choices.length === inside.length &&
      choices.every((one) => one.prop === first.prop)
      ? { ...first, is: choices.flatMap((one) => one.is) }
      : undefined;
  }
  const state = node.value.slice(1);
  return node.nodes.length === 0 && PSEUDO.has(state) ? { kind: 'state', state } : undefined;
}

/** What a kept block would fetch from elsewhere; nothing of it is loaded where components are drawn. */
export function outsideLoads(node: ChildNode): Finding[] {
  const text = node.toString();
  const found = /@import\b|url\(\s*["']?(?!data:|#|["']?\s*\))[^)]*\)/i.exec(text);
  if (!found) return [];
  return [
    {
      code: 'style-loads',
      level: 'error',
      message: `The style sheet loads from outside: ${found[0].slice(0, 80)}`,
      fix: 'Remove it, or give the picture as data:',
      at: { line: node.source?.start?.line },
    },
  ];
}
