import parser, { type Node as SelectorNode, type Selector } from 'postcss-selector-parser';
import type { AtRule, Rule } from 'postcss';

/** What a rule says of when it holds: contexts by axis; `UNNAMED` where an axis must not be named on the element. */
export type Conditions = Map<string, string | typeof UNNAMED>;
export const UNNAMED = Symbol('unnamed');
/** The axis of `prefers-color-scheme`, before it is known what the sheet itself calls it. */
export const SCHEME = 'scheme';
export const WIDTH = 'width';

const ROOTS = new Set([':root', ':host', 'html', 'body', '*']);

/**
 * The conditions under which each selector of a rule holds, where all of them speak of the page as a whole; a class is
 * named as `.class`. Undefined for a selector that speaks of a piece of the page.
 */
export function conditionsOf(rule: Rule): (Conditions | undefined)[] {
  let selectors: Selector[];
  try {
    selectors = parser().astSync(rule.selector).nodes;
  } catch {
    return [undefined];
  }
  return selectors.map((selector) => {
    const conditions: Conditions = new Map();
    return selector.nodes.every((node) => take(node, conditions)) ? conditions : undefined;
  });
}

function take(node: SelectorNode, conditions: Conditions): boolean {
  switch (node.type) {
    case 'comment':
    case 'universal':
      return true;
    case 'combinator':
      return node.value.trim() === '';
    case 'tag':
      return ROOTS.has(node.value.toLowerCase());
    case 'class':
      conditions.set(`.${node.value}`, node.value);
      return true;
    case 'attribute': {
      // Other attributes (a type, a role) tell pieces of the page apart, not the page.
      if (!node.attribute.startsWith('data-')) return false;
      const axis = node.attribute.replace(/^data-/, '');
      if (node.operator === undefined) return true;
      if (node.operator !== '=' || node.value === undefined) return false;
      conditions.set(axis, node.value);
      return true;
    }
    case 'pseudo': {
      const name = node.value.toLowerCase();
      if (name === ':root' || (name === ':host' && node.nodes.length === 0)) return true;
      if (name === ':not') {
        for (const inner of node.nodes) {
          const [only] = inner.nodes;
          if (inner.nodes.length !== 1 || (only?.type !== 'attribute' && only?.type !== 'class'))
            return false;
          if (only.type === 'attribute' && only.operator === undefined)
            conditions.set(only.attribute.replace(/^data-/, ''), UNNAMED);
        }
        return true;
      }
      if (name === ':where' || name === ':is' || name === ':host')
        return node.nodes.length === 1 && node.nodes[0]!.nodes.every((inner) => take(inner, conditions));
      return false;
    }
    default:
      return false;
  }
}

/** What the media around a rule ask; undefined where they ask something that is no context (print, hover). */
export function mediaOf(rule: Rule): Conditions | undefined {
  const conditions: Conditions = new Map();
  for (let at = rule.parent; at && at.type !== 'root'; at = at.parent as typeof at) {
    if (at.type !== 'atrule') return undefined;
    const { name, params } = at as AtRule;
    if (name === 'layer' || (name === 'supports' && !/\bnot\b/.test(params))) continue;
    if (name !== 'media') return undefined;
    const text = params.toLowerCase();
    const scheme = /prefers-color-scheme:\s*(dark|light)/.exec(text)?.[1];
    const width = /min-width:\s*([\d.]+)(px|em|rem)/.exec(text);
    const more = /prefers-contrast:\s*(more|less)/.exec(text)?.[1];
    if (scheme) {
      const other = scheme === 'dark' ? 'light' : 'dark';
      conditions.set(SCHEME, /^not\b/.test(text.trim()) ? other : scheme);
    } else if (width && !/max-width/.test(text))
      conditions.set(WIDTH, `from-${Number(width[1])}${width[2]!}`);
    else if (more) conditions.set('contrast', more);
    else return undefined;
  }
  return conditions;
}
