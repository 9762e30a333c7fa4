import { compare, selectorSpecificity, type Specificity } from '@csstools/selector-specificity';
import { compile } from 'css-select';
import type { AnyNode, Element } from 'domhandler';
import type { Declaration } from 'postcss';
import parser, { type Container, type Node, type Pseudo, type Selector } from 'postcss-selector-parser';
import { constantText, type Lookup } from '../base/css/constant';
import type { PageRule } from '../base/css/page-rules';

/** What of a page is asked for: an element at rest, one in the focus, or what is selected in it. */
export type Moment = 'rest' | 'focus' | 'selection';

/** A declaration that holds on an element, with where it stands. */
export interface Held {
  property: string;
  value: string;
  file: string;
  line: number;
  rule: PageRule;
}

/** In the focus of the keyboard these hold; every other state of the moment does not. */
const OF_FOCUS = new Set([':focus', ':focus-visible']);
const MOMENTARY =
  /^:(hover|active|focus|focus-visible|focus-within|visited|target|target-within|invalid|user-invalid|user-valid|autofill|-webkit-autofill|-moz-focusring|-moz-ui-invalid|fullscreen|playing|popover-open|modal|open|indeterminate|placeholder-shown|default|in-range|out-of-range|defined)$/;

interface Matcher {
  matches: (element: Element) => boolean;
  moment: Moment;
  specificity: Specificity;
}

/**
 * The declarations that hold on the elements of one small page, strongest last (CSS Cascading 5, section 6): importance,
 * layers, specificity, order. Custom properties are inherited and computed where they are set.
 */
export class PageCascade {
  private readonly rules: { matchers: Matcher[]; rule: PageRule; order: number }[] = [];
  private readonly held = new Map<Element, Partial<Record<Moment, Held[]>>>();
  private readonly own = new Map<Element, Map<string, string>>();
  private readonly looking = new Set<string>();
  private readonly registered: ReadonlyMap<string, string>;

  /**
   * @param around what names stand for that no rule sets: variables of SCSS
   * @param registered initial values of custom properties (`@property`)
   */
  constructor(
    rules: readonly PageRule[],
    private readonly around: { variable: Lookup; sass: boolean },
    registered: ReadonlyMap<string, string> = new Map(),
  ) {
    this.registered = registered;
    rules.forEach((rule, order) => {
      const matchers = rule.selectors.flatMap(matchersOf);
      if (matchers.length > 0) this.rules.push({ matchers, rule, order });
    });
  }

  /** What holds on an element, weakest first. In the focus all holds that holds at rest. */
  on(element: Element, moment: Moment): Held[] {
    let known = this.held.get(element);
    if (!known) this.held.set(element, (known = {}));
    if (known[moment]) return known[moment];
    const found: { held: Held; important: boolean; layer: number; specificity: Specificity; order: number }[] = [];
    for (const { matchers, rule, order } of this.rules) {
      const strongest = matchers
        .filter((one) => one.moment === moment || (moment === 'focus' && one.moment === 'rest'))
        .filter((one) => one.matches(element))
        .reduce<Specificity | undefined>((best, { specificity }) => (!best || compare(specificity, best) > 0 ? specificity : best), undefined);
      if (!strongest) continue;
      for (const declaration of rule.declarations)
        found.push({ held: heldOf(declaration, rule), important: Boolean(declaration.important), layer: rule.layer, specificity: strongest, order });
    }
    found.sort(
      (a, b) =>
        Number(a.important) - Number(b.important) ||
        // What is important is stronger in an earlier layer.
        (a.layer === b.layer ? 0 : a.layer < b.layer === a.important ? 1 : -1) ||
        compare(a.specificity, b.specificity) ||
        a.order - b.order,
    );
    const held = found.map((one) => one.held);
    known[moment] = held;
    return held;
  } // prettier-ignore

  /** A value on an element, its names put in; undefined where one is nowhere set. */
  computed(element: Element, value: string, moment: Moment = 'rest'): string | undefined {
    return constantText(value, (name) => this.named(element, name, moment), { sass: this.around.sass });
  }

  /** What a custom property set on this very element says, as written. */
  setOn(element: Element, name: string, moment: Moment = 'rest'): string | undefined {
    if (moment !== 'rest') return this.on(element, moment).findLast(({ property }) => property === name)?.value;
    let own = this.own.get(element);
    if (!own) {
      own = new Map();
      for (const { property, value } of this.on(element, 'rest')) if (property.startsWith('--')) own.set(property, value);
      this.own.set(element, own);
    }
    return own.get(name);
  } // prettier-ignore

  /** A custom property as it is where it is set, of this element or the nearest above; or a variable. */
  private named(element: Element, name: string, moment: Moment): string | undefined {
    if (!name.startsWith('--')) return this.around.variable(name);
    for (let at: AnyNode | null = element; at && at.type === 'tag'; at = at.parent as AnyNode | null) {
      const own = this.setOn(at, name, at === element ? moment : 'rest');
      if (own === undefined) continue;
      if (/^(initial|unset|inherit)$/.test(own.trim())) {
        if (own.trim() === 'initial') break;
        continue;
      }
      // A property that comes back to itself where it is set is none there.
      const key = `${at.name} ${name}`;
      if (this.looking.has(key)) return undefined;
      this.looking.add(key);
      try {
        return this.computed(at, own, at === element ? moment : 'rest');
      } finally {
        this.looking.delete(key);
      }
    }
    return this.registered.get(name);
  }
}

const heldOf = (declaration: Declaration, rule: PageRule): Held => ({
  property: declaration.prop.startsWith('--') ? declaration.prop : declaration.prop.toLowerCase(),
  value: declaration.value,
  file: rule.file,
  line: (declaration.source?.start?.line ?? 1) + rule.lines,
  rule,
});

/** Those of a selector's words that no element of the page bears, outside of what is excluded. */
const FOREIGN = /\.(?!btn(?![\w-])|button(?![\w-]))[\w-]|#[\w-]/;

function matchersOf(text: string): Matcher[] {
  const plain = text.replace(/:not\((?:[^()]|\([^()]*\))*\)/g, '');
  if (!/:(is|where|matches|any|-webkit-any)\(/.test(plain) && FOREIGN.test(plain)) return [];
  let selectors: Selector[];
  try {
    selectors = parser().astSync(text).nodes;
  } catch {
    return [];
  }
  return selectors.flatMap((selector) => {
    const specificity = selectorSpecificity(selector);
    const selects = selector.nodes.some((node) => node.type === 'pseudo' && node.value === '::selection');
    if (selects) for (const node of [...selector.nodes]) if (node.type === 'pseudo' && node.value === '::selection') node.remove();
    return (selects ? (['selection'] as const) : (['rest', 'focus'] as const)).flatMap((moment): Matcher[] => {
      const own = selector.clone() as Selector;
      if (!at(own, moment === 'focus')) return [];
      // What holds at rest as well is said once.
      if (moment === 'focus' && !/:focus/.test(text)) return [];
      try {
        return [{ matches: compile<AnyNode, Element>(own.toString().trim() || '*'), moment, specificity }];
      } catch {
        return [];
      }
    });
  });
} // prettier-ignore

/** Takes the states of a moment out of a selector. @returns whether it can hold at that moment */
function at(selector: Selector, focused: boolean): boolean {
  const last = selector.nodes.findLastIndex(({ type }) => type === 'combinator');
  return selector.nodes.slice().every((node, i) => {
    if (node.type !== 'pseudo') return true;
    const name = node.value.toLowerCase();
    if (name.startsWith('::')) return false;
    if (name === ':link' || name === ':any-link') {
      node.replaceWith(parser.attribute({ attribute: 'href' } as never) as unknown as Node);
      return true;
    }
    if (name === ':not') return excluded(node, focused && i > last);
    if (/^:(is|where|matches|-webkit-any|-moz-any)$/.test(name)) {
      node.value = ':is';
      return keep(node, (inner) => at(inner, focused && i > last)) > 0;
    }
    if (!MOMENTARY.test(name)) return true;
    if (!(focused && i > last && OF_FOCUS.has(name))) return false;
    node.remove();
    return true;
  });
}

/** `:not()` of states that do not hold excludes nothing. @returns whether it can hold */
function excluded(node: Pseudo, focused: boolean): boolean {
  const before = node.nodes.length;
  let always = false;
  keep(node, (inner) => {
    if (!at(inner, focused)) return false;
    if (inner.nodes.length === 0) always = true;
    return true;
  });
  if (always) return false;
  if (node.nodes.length === 0 && before > 0) node.remove();
  return true;
}

function keep(node: Container<string, Selector>, holds: (inner: Selector) => boolean): number {
  for (const inner of [...node.nodes]) if (!holds(inner)) inner.remove();
  return node.nodes.length;
}
