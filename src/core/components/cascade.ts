import { ExpectedError } from '../base/errors';
import {
  compare as compareSpecificity,
  selectorSpecificity,
  type Specificity,
} from '@csstools/selector-specificity';
import { compile } from 'css-select';
import { Document, Element, type AnyNode } from 'domhandler';
import { parse, parseFragment } from 'parse5';
import { adapter } from 'parse5-htmlparser2-tree-adapter';
import type { Declaration, Root } from 'postcss';
import safeParse from 'postcss-safe-parser';
import selectorParser from 'postcss-selector-parser';
import valueParser from 'postcss-value-parser';
import { BROWSER_STYLE, fontSizePx } from './browser-style';
import { longhandsOf } from './longhands';
import { mediaHolds, pageRules } from '../base/css/page-rules';

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
  /** Greater wins, but of what is important the smaller (CSS Cascading 5, 6.4.5). */
  layer: number;
  order: number;
  declarations: [property: string, value: string, important: boolean][];
}

export interface Markup {
  document: Document;
  /**
   * The style of an element, what wins over all rules by property: at rest where the state is empty, otherwise what is
   * another value in that state, be it by a rule or by a custom property that is another one then. Lengths in `rem` are by a
   * root of 16 px. `top`: the piece that is in the state; what is around it is at rest.
   */
  styleOf(element: Element, state: string, top?: Element): Map<string, string>;
  /** States in which any rule gives this element a style, or an element it stands in, up to `top`, custom properties. */
  statesOf(element: Element, top?: Element): string[];
  /** The size of an element's text in CSS pixels; undefined where it is by what a page does not say. */
  fontSizeOf(element: Element): number | undefined;
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
  // The type of a safe parser allows for other syntaxes; of CSS it is a root.
  const root = safeParse(`${css}\n${own}`) as Root;
  leftOut(root, leave);
  for (const rule of pageRules([{ root, file: '', lines: 0 }])) {
    if (order > MOST_RULES) {
      leave('more than 20,000 rules');
      continue;
    }
    const declarations = declarationsOf(rule.declarations);
    for (const selector of selectorsOf(rule.selectors)) {
      if (!selector) leave('selectors that no element can be held against');
      else if (selector.state === '?')
        leave('rules on what stands before, after or inside (pseudo-elements)');
      else selectors.push({ ...selector, layer: rule.layer, declarations, order: order++ });
    }
    if (rule.selectors.some((selector) => /^:host\b/.test(selector)))
      for (const [property, value] of declarations)
        if (property.startsWith('--')) variables.set(property, value);
  }
  const matching = new Map<Element, Selector[]>();
  const of = (element: Element) => {
    let found = matching.get(element);
    if (!found) matching.set(element, (found = selectors.filter((one) => one.matches(element))));
    return found;
  };
  /** All that holds on an element in a state, its custom properties put in. */
  const whole = (element: Element, state: string, top: Element | undefined): Map<string, string> => {
    const won = new Map<string, { value: string; rank: Rank }>();
    const put = (property: string, value: string, rank: Rank) => {
      const known = won.get(property);
      if (known && byRank(rank, known.rank) < 0) return;
      // Behind what it goes over: of a shorthand and its longhands the later holds.
      won.delete(property);
      won.set(property, { value, rank });
    };
    for (const one of of(element))
      if (one.state === '' || one.state === state)
        for (const [property, value, important] of one.declarations)
          put(property, value, { ...one, important });
    if (element.attribs.style)
      for (const [property, value, important] of inlineOf(element.attribs.style))
        put(property, value, { important, specificity: INLINE, layer: Infinity, order });
    const style = new Map<string, string>();
    for (const [property, { value }] of [...won].sort(([, a], [, b]) => byRank(a.rank, b.rank))) {
      if (property.startsWith('--')) continue;
      const plain = substituted(value, (name) => variableAt(element, name, state, top));
      if (plain !== undefined)
        for (const [longhand, text] of longhandsOf(property, rooted(plain))) style.set(longhand, text);
    }
    return style;
  };
  /** CSS pixels of a `rem`; until it is known as in a page that says nothing of it. */
  let rootSize = 16;
  const top = document.children.find((node): node is Element => isElement(node) && node.name === 'html');
  const said = top && fontSizePx(whole(top, '', undefined).get('font-size') ?? '16px', 16, 16);
  if (said !== undefined) rootSize = said;
  else if (top) leave('a root font size that depends on the window; rem counts as 16 px');
  return {
    document,
    left,
    statesOf(element, top) {
      const states = of(element).flatMap(({ state }) => (state ? [state] : []));
      for (
        let at: AnyNode | null = element;
        at && isElement(at);
        at = at === top ? null : (at.parent as AnyNode | null)
      )
        for (const { state, declarations } of of(at))
          if (state && declarations.some(([property]) => property.startsWith('--'))) states.push(state);
      return [...new Set(states)];
    },
    styleOf(element, state, top) {
      if (state === '') return whole(element, '', top);
      const rest = whole(element, '', top);
      return new Map(
        [...whole(element, state, top)].filter(([property, value]) => rest.get(property) !== value),
      );
    },
    fontSizeOf(element) {
      const chain: Element[] = [];
      for (let at: AnyNode | null = element; at && isElement(at); at = at.parent as AnyNode | null)
        chain.unshift(at);
      return chain.reduce<number | undefined>(
        (size, at) =>
          size === undefined
            ? undefined
            : fontSizePx(
                whole(at, '', undefined).get('font-size') ?? BROWSER_STYLE[at.name]?.['font-size'] ?? '1em',
                size,
                16,
              ),
        16,
      );
    },
  };

  /** A value with its lengths in `rem` by a root of 16 px. */
  function rooted(value: string): string {
    if (rootSize === 16 || !/\drem/i.test(value)) return value;
    const parsed = valueParser(value);
    parsed.walk((node) => {
      if (node.type === 'function' && node.value.toLowerCase() === 'url') return false;
      const [, number] = node.type === 'word' ? (/^(-?[\d.]+)rem$/i.exec(node.value) ?? []) : [];
      if (number !== undefined) node.value = `${Number(((Number(number) * rootSize) / 16).toFixed(5))}rem`;
      return undefined;
    });
    return parsed.toString();
  }

  /** A custom property as it stands at an element: its own, or the nearest one above. */
  function variableAt(
    element: Element,
    name: string,
    state: string,
    top: Element | undefined,
  ): string | undefined {
    let held = state;
    for (let at: AnyNode | null = element; at && isElement(at); at = at.parent as AnyNode | null) {
      const said = of(at)
        .filter((one) => one.state === '' || one.state === held)
        .flatMap((one) =>
          one.declarations.filter(([property]) => property === name).map(([, value]) => ({ value, one })),
        )
        .sort((a, b) => byStrength(a.one, b.one))
        .at(-1);
      if (said) return said.value;
      if (at === top) held = '';
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

type Strength = Pick<Selector, 'specificity' | 'layer' | 'order'>;
interface Rank extends Strength {
  important: boolean;
}
/** A style attribute is stronger than any selector (CSS Cascading 5, 6.4). */
const INLINE: Specificity = { a: Infinity, b: 0, c: 0 };
const byStrength = (a: Strength, b: Strength): number =>
  byLayer(a, b) || compareSpecificity(a.specificity, b.specificity) || a.order - b.order;
const byLayer = (a: Strength, b: Strength): number => (a.layer === b.layer ? 0 : a.layer < b.layer ? -1 : 1);
const byRank = (a: Rank, b: Rank): number =>
  Number(a.important) - Number(b.important) || (a.important ? byLayer(b, a) : 0) || byStrength(a, b);

const inlineOf = (text: string): [string, string, boolean][] => {
  const root = safeParse(`x{${text}}`);
  return root.first?.type === 'rule'
    ? declarationsOf(root.first.nodes.filter((node) => node.type === 'decl'))
    : [];
};

const declarationsOf = (declarations: readonly Declaration[]): [string, string, boolean][] =>
  declarations.map(({ prop, value, important }) => [
    prop.startsWith('--') ? prop : prop.toLowerCase(),
    value.trim(),
    Boolean(important),
  ]);

/** Counts the rules in blocks that do not hold on a wide, light screen, by what the block asks for. */
function leftOut(root: Root, leave: (why: string) => void): void {
  root.walkAtRules((block) => {
    const { name, params } = block;
    if (/^(layer|supports)$/.test(name) || (name === 'media' && mediaHolds(params))) return;
    if (/^(charset|import|font-face|property|namespace|use|forward)$/.test(name)) return;
    block.walkRules(() => leave(`rules in @${name}${params ? ` ${params.slice(0, 60)}` : ''}`));
  });
}

/** Each selector of a rule, its state taken out of it; undefined where it cannot be held against an element. */
function selectorsOf(
  selectors: readonly string[],
): (Pick<Selector, 'matches' | 'state' | 'specificity'> | undefined)[] {
  return selectors.map((written) => {
    let selector: selectorParser.Selector | undefined;
    try {
      selector = selectorParser().astSync(written).nodes[0];
    } catch {
      return undefined;
    }
    if (!selector) return undefined;
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
