import { ExpectedError } from '../base/errors';
import {
  compare as compareSpecificity,
  selectorSpecificity,
  type Specificity,
} from '@csstools/selector-specificity';
import { compile } from 'css-select';
import { lexer } from 'css-tree';
import { Document, Element, type AnyNode } from 'domhandler';
import { parse, parseFragment } from 'parse5';
import { adapter } from 'parse5-htmlparser2-tree-adapter';
import postcss, { type Rule } from 'postcss';
import safeParse from 'postcss-safe-parser';
import selectorParser from 'postcss-selector-parser';
import valueParser from 'postcss-value-parser';

/** States a selector may ask for, as rules of components name them; `focus` is taken for `focus-visible`. */
const STATES: Readonly<Record<string, string>> = {
  ':hover': 'hover',
  ':focus': 'focus-visible',
  ':focus-visible': 'focus-visible',
  ':focus-within': 'focus-within',
  ':active': 'active',
  ':disabled': 'disabled',
  ':checked': 'checked',
  ':invalid': 'invalid',
};

interface Selector {
  matches: (element: Element) => boolean;
  state: string;
  specificity: Specificity;
  order: number;
  declarations: [property: string, value: string, important: boolean][];
}

export interface Markup {
  document: Document;
  /** The style of an element in a state: what wins over all rules, by property; the empty state is rest. */
  styleOf(element: Element, state: string): Map<string, string>;
  /** States any rule gives this element a style in. */
  statesOf(element: Element): string[];
  /** Rules that could not be taken over, by why. */
  left: Map<string, number>;
}

const LARGEST = 1_000_000;
const MOST_RULES = 20_000;
/** Elements one in another, below `body`. */
const DEEPEST_MARKUP = 200;

/** Markup that cannot be read, in words. */
export class MarkupProblem extends ExpectedError {
  override readonly name = 'MarkupProblem';
  constructor(
    message: string,
    readonly fix: string,
  ) {
    super(message);
  }
}

export const isElement = (node: AnyNode): node is Element => node.type === 'tag';

/** Reads a page and its style sheets, those in it and those given; nothing of it is run or loaded. @throws MarkupProblem */
export function readMarkup(html: string, css: string): Markup {
  if (html.length + css.length > LARGEST)
    throw new MarkupProblem(
      'There is more than 1 MB of it',
      'Paste the piece that is wanted, with its styles',
    );
  const document = /<(!doctype|html|head|body)[\s>]/i.test(html)
    ? parse(html, { treeAdapter: adapter, sourceCodeLocationInfo: true })
    : pageOf(parseFragment(html, { treeAdapter: adapter, sourceCodeLocationInfo: true }));
  let own = '';
  const left = new Map<string, number>();
  const leave = (why: string) => left.set(why, (left.get(why) ?? 0) + 1);
  const stack: [AnyNode, number][] = document.children.map((node) => [node, -1]);
  for (let next = stack.pop(); next; next = stack.pop()) {
    const [node, depth] = next;
    if (depth > DEEPEST_MARKUP)
      throw new MarkupProblem(
        `Elements are nested more than ${DEEPEST_MARKUP} deep`,
        'Paste only the piece that is wanted',
      );
    if (node.type === 'style')
      own += node.children.map((child) => ('data' in child ? child.data : '')).join('');
    if ('children' in node) for (const child of node.children) stack.push([child, depth + 1]);
  }
  const selectors: Selector[] = [];
  let order = 0;
  const variables = new Map<string, string>();
  safeParse(`${css}\n${own}`).walkRules((rule) => {
    if (order > MOST_RULES) return void leave('more than 20,000 rules');
    const within = rule.parent?.type === 'atrule' ? `@${(rule.parent as postcss.AtRule).name}` : '';
    if (within && within !== '@layer') return void leave(`rules in ${within}`);
    const declarations = declarationsOf(rule);
    for (const selector of selectorsOf(rule)) {
      if (!selector) leave('selectors that no element can be held against');
      else if (selector.state === '?')
        leave('rules on what stands before, after or inside (pseudo-elements)');
      else selectors.push({ ...selector, declarations, order: order++ });
    }
    if (/(^|,)\s*:host\b/.test(rule.selector))
      for (const [property, value] of declarations)
        if (property.startsWith('--')) variables.set(property, value);
    return undefined;
  });
  const matching = new Map<Element, Selector[]>();
  const of = (element: Element) => {
    let found = matching.get(element);
    if (!found) matching.set(element, (found = selectors.filter((one) => one.matches(element))));
    return found;
  };
  return {
    document,
    left,
    statesOf: (element) => [...new Set(of(element).flatMap(({ state }) => (state ? [state] : [])))],
    styleOf(element, state) {
      const won = new Map<string, { value: string; rank: Rank }>();
      const put = (property: string, value: string, rank: Rank) => {
        const known = won.get(property);
        if (!known || byRank(rank, known.rank) >= 0) won.set(property, { value, rank });
      };
      for (const one of of(element))
        if (one.state === state)
          for (const [property, value, important] of one.declarations)
            put(property, value, { ...one, important });
      if (state === '' && element.attribs.style)
        for (const [property, value, important] of inlineOf(element.attribs.style))
          put(property, value, { important, specificity: INLINE, order });
      const style = new Map<string, string>();
      for (const [property, { value }] of won) {
        if (property.startsWith('--')) continue;
        const plain = substituted(value, (name) => variableAt(element, name));
        if (plain !== undefined)
          for (const [longhand, text] of longhandsOf(property, plain)) style.set(longhand, text);
      }
      return style;
    },
  };

  /** A custom property as it stands at an element: its own, or the nearest one above. */
  function variableAt(element: Element, name: string): string | undefined {
    for (let at: AnyNode | null = element; at && isElement(at); at = at.parent as AnyNode | null) {
      const said = of(at)
        .filter(({ state }) => state === '')
        .flatMap((one) =>
          one.declarations.filter(([property]) => property === name).map(([, value]) => ({ value, one })),
        )
        .sort((a, b) => byStrength(a.one, b.one))
        .at(-1);
      if (said) return said.value;
    }
    return variables.get(name);
  }
}

/** A piece as it would stand in a page: `:root` is above it and none of its elements, and what `body` says is inherited. */
function pageOf({ children }: Document): Document {
  const body = new Element('body', {}, children.slice());
  const html = new Element('html', {}, [body]);
  for (const child of children) child.parent = body;
  body.parent = html;
  const page = new Document([html]);
  html.parent = page;
  return page;
}

interface Rank extends Pick<Selector, 'specificity' | 'order'> {
  important: boolean;
}
/** A style attribute is stronger than any selector (CSS Cascading 5, 6.4). */
const INLINE: Specificity = { a: Infinity, b: 0, c: 0 };
const byStrength = (a: Pick<Rank, 'specificity' | 'order'>, b: Pick<Rank, 'specificity' | 'order'>): number =>
  compareSpecificity(a.specificity, b.specificity) || a.order - b.order;
const byRank = (a: Rank, b: Rank): number => Number(a.important) - Number(b.important) || byStrength(a, b);

const inlineOf = (text: string): [string, string, boolean][] => {
  const root = safeParse(`x{${text}}`);
  return root.first?.type === 'rule' ? declarationsOf(root.first) : [];
};

function declarationsOf(rule: Rule): [string, string, boolean][] {
  return rule.nodes.flatMap((node): [string, string, boolean][] =>
    node.type === 'decl'
      ? [
          [
            node.prop.toLowerCase().startsWith('--') ? node.prop : node.prop.toLowerCase(),
            node.value.trim(),
            Boolean(node.important),
          ],
        ]
      : [],
  );
}

/** Each selector of a rule, its state taken out of it; undefined where it cannot be held against an element. */
function selectorsOf(rule: Rule): (Pick<Selector, 'matches' | 'state' | 'specificity'> | undefined)[] {
  let parsed: selectorParser.Root;
  try {
    parsed = selectorParser().astSync(rule.selector);
  } catch {
    return [undefined];
  }
  return parsed.nodes.map((selector) => {
    let state = '';
    let beside = false;
    selector.walkPseudos((node) => {
      if (node.value.startsWith('::') || /^:(before|after|first-line|first-letter)$/.test(node.value))
        beside = true;
    });
    const specificity = selectorSpecificity(selector);
    if (beside) return { matches: () => false, state: '?', specificity };
    for (const node of [...selector.nodes]) {
      if (node.type !== 'pseudo' || !STATES[node.value]) continue;
      // Two states at once are the rarer of the two.
      state = STATES[node.value]!;
      node.remove();
    }
    const text = selector.toString().trim() || '*';
    try {
      const matches = compile<AnyNode, Element>(text);
      return { matches: (element: Element) => matches(element), state, specificity };
    } catch {
      return undefined;
    }
  });
}

/** A value with its custom properties put in; undefined where one is nowhere said and has no fallback. */
function substituted(
  value: string,
  lookup: (name: string) => string | undefined,
  depth = 0,
): string | undefined {
  if (!value.includes('var(') || depth > 12) return depth > 12 ? undefined : value;
  let missing = false;
  const text = value.replace(
    /var\(\s*(--[\w-]+)\s*(?:,((?:[^()]|\([^()]*\))*))?\)/g,
    (_, name: string, fallback?: string) => {
      const found = lookup(name) ?? fallback?.trim();
      if (found === undefined) missing = true;
      return found ?? '';
    },
  );
  return missing ? undefined : substituted(text, lookup, depth + 1);
}

/** The pieces of a value that spaces divide; what stands in brackets is one. */
function splitTop(value: string): string[] {
  const pieces: string[] = [];
  let piece = '';
  for (const node of valueParser(value).nodes) {
    if (node.type === 'space') {
      if (piece !== '') pieces.push(piece);
      piece = '';
    } else if (node.type !== 'comment') piece += valueParser.stringify(node);
  }
  return piece === '' ? pieces : [...pieces, piece];
}
/** Whether a value is of a type of CSS Values, by the grammar of the specifications. */
const isOfType = (type: string, value: string): boolean => lexer.matchType(type, value).error === null;

/** The longhands that tokens can be bound to, of the shorthands pages mostly write; anything else stays as it is. */
function longhandsOf(property: string, value: string): [string, string][] {
  const pieces = splitTop(value);
  if (property === 'background' && pieces.length === 1 && isOfType('color', value))
    return [['background-color', value]];
  if ((property === 'padding' || property === 'margin') && pieces.length >= 1 && pieces.length <= 4) {
    const [top, right = top, bottom = top, left = right] = pieces as [string, string?, string?, string?];
    if (top === bottom && right === left)
      return top === right
        ? [[property, top]]
        : [
            [`${property}-block`, top],
            [`${property}-inline`, right!],
          ];
    return [
      [`${property}-top`, top],
      [`${property}-right`, right!],
      [`${property}-bottom`, bottom!],
      [`${property}-left`, left!],
    ];
  }
  if (property === 'border' && pieces.length > 0 && pieces.length <= 3) {
    if (/^(0|0px|none)$/.test(value)) return [['border-style', 'none']];
    const width = pieces.find((one) => isOfType('line-width', one));
    const style = pieces.find((one) => isOfType('line-style', one));
    const color = pieces.find((one) => one !== width && one !== style);
    return [
      ...(width ? [['border-width', width] as [string, string]] : []),
      ['border-style', style ?? 'none'],
      ...(color ? [['border-color', color] as [string, string]] : []),
    ];
  }
  return [[property, value]];
}
