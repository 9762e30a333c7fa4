import type { AtRule, ChildNode, Container, Declaration, Root, Rule } from 'postcss';

/** A rule as it holds on a page at rest: its selectors with those it is nested in, and how strong its layer is. */
export interface PageRule {
  selectors: string[];
  declarations: Declaration[];
  /** Greater wins: layers in the order they are named, what is in none above all (CSS Cascading 5, 6.4.5). */
  layer: number;
  file: string;
  /** Lines of the file before its sheet. */
  lines: number;
}

/** The window that a page is read for: a wide screen, light, with a mouse. */
const WINDOW = { width: 1280, height: 800 };
/** Selectors that nesting makes of one rule. */
const MOST_SELECTORS = 200;
/** A longer selector is none that a person wrote, and is left out. */
const LONGEST_SELECTOR = 1000;
/** Within these a rule says nothing of a page by itself: it is made elsewhere, or holds at another time. */
const APART =
  /^(keyframes|-\w+-keyframes|mixin|function|each|for|while|if|else|include|page|font-face|container|starting-style|scope)$/;

/** The rules of sheets that hold on a page, in the order they stand. */
export function pageRules(sheets: readonly { root: Root; file: string; lines: number }[]): PageRule[] {
  const rules: PageRule[] = [];
  const layers = new Map<string, number>();
  const layerOf = (name: string) => {
    if (!layers.has(name)) layers.set(name, layers.size);
    return layers.get(name)!;
  };
  for (const { root, file, lines } of sheets) {
    const stack: { node: ChildNode; above: string[]; layer: string }[] = [];
    const below = (container: Container, above: string[], layer: string) => {
      const nodes = container.nodes ?? [];
      for (let i = nodes.length - 1; i >= 0; i--) stack.push({ node: nodes[i]!, above, layer });
    };
    below(root, [], '');
    for (let next = stack.pop(); next; next = stack.pop()) {
      const { node, above, layer } = next;
      if (node.type === 'atrule') {
        const inner = within(node, layer, layerOf);
        if (inner !== undefined && node.nodes) {
          const own = node.nodes.filter((child): child is Declaration => child.type === 'decl');
          // Declarations right in a condition belong to the rule around it.
          if (own.length > 0 && above.length > 0)
            rules.push({ selectors: above, declarations: own, layer: strength(inner, layerOf), file, lines });
          below(node, above, inner);
        }
      } else if (node.type === 'rule') {
        const selectors = nested(above, node);
        const own = node.nodes.filter((child): child is Declaration => child.type === 'decl');
        if (own.length > 0)
          rules.push({ selectors, declarations: own, layer: strength(layer, layerOf), file, lines });
        if (node.nodes.some(({ type }) => type === 'rule' || type === 'atrule')) below(node, selectors, layer);
      }
    }
  }
  return rules;
} // prettier-ignore

const strength = (layer: string, of: (name: string) => number): number =>
  layer === '' ? Infinity : of(layer);

/** The layer in which what an at-rule holds stands; undefined where it does not hold. */
function within(node: AtRule, layer: string, name: (layer: string) => number): string | undefined {
  if (node.name === 'layer') {
    const all = node.params.split(',').map((one) => one.trim());
    for (const one of all) name(layer === '' ? one : `${layer}.${one}`);
    const own = all[0] || `(unnamed ${node.source?.start?.offset ?? 0})`;
    return layer === '' ? own : `${layer}.${own}`;
  }
  if (node.name === 'media') return mediaHolds(node.params) ? layer : undefined;
  if (node.name === 'supports') return /\bnot\b/.test(node.params) ? undefined : layer;
  return APART.test(node.name) ? undefined : layer;
}

function nested(above: readonly string[], rule: Rule): string[] {
  const own = rule.selectors;
  if (above.length === 0) return fitting(own);
  return fitting(
    own.flatMap((selector) =>
      above.map((outer) =>
        selector.includes('&') ? selector.replaceAll('&', () => outer) : `${outer} ${selector}`,
      ),
    ),
  );
}

const fitting = (selectors: readonly string[]): string[] =>
  selectors.filter(({ length }) => length <= LONGEST_SELECTOR).slice(0, MOST_SELECTORS);

/** Whether a media query list holds in that window (Media Queries 5). */
export function mediaHolds(params: string): boolean {
  return params
    .toLowerCase()
    .split(',')
    .some((query) => {
      const text = query.trim().replace(/^only\s+/, '');
      const not = /^not\b/.test(text);
      const holds = text
        .replace(/^not\s+/, '')
        .split(/\band\b/)
        .every((part) => partHolds(part.trim()));
      return not ? !holds : holds;
    });
}

function partHolds(part: string): boolean {
  if (/^(all|screen)$/.test(part)) return true;
  const [, name, value] = /^\(\s*([a-z-]+)\s*(?::\s*([^()]+?))?\s*\)$/.exec(part) ?? [];
  if (name === undefined) return inRange(part);
  const [, side, dimension] = /^(min|max)-(width|height)$/.exec(name) ?? [];
  if (side !== undefined) {
    const px = mediaPx(value ?? '');
    const own = WINDOW[dimension as 'width' | 'height'];
    return px !== undefined && (side === 'min' ? own >= px : own <= px);
  }
  switch (name) {
    case 'prefers-color-scheme':
      return value === 'light';
    case 'prefers-contrast':
    case 'prefers-reduced-motion':
    case 'prefers-reduced-transparency':
      return value === 'no-preference';
    case 'hover':
    case 'any-hover':
      return value === undefined || value === 'hover';
    case 'pointer':
    case 'any-pointer':
      return value === undefined || value === 'fine';
    case 'orientation':
      return value === 'landscape';
    case 'color':
      return true;
    default:
      return false;
  }
}

/** `(width >= 40em)`, `(400px < width <= 700px)`. */
function inRange(part: string): boolean {
  const [, before, first, name, second, after] =
    /^\(\s*(?:([\d.]+[a-z]*)\s*(<=?|>=?)\s*)?(width|height)\s*(?:(<=?|>=?)\s*([\d.]+[a-z]*))?\s*\)$/.exec(part) ?? [];
  if (name === undefined || (first === undefined && second === undefined)) return false;
  const own = WINDOW[name as 'width' | 'height'];
  const holds = (a: number | undefined, sign: string, b: number | undefined) =>
    a !== undefined && b !== undefined && ((sign.endsWith('=') && a === b) || (sign.startsWith('<') ? a < b : a > b));
  return (
    (first === undefined || holds(mediaPx(before!), first, own)) &&
    (second === undefined || holds(own, second, mediaPx(after!)))
  );
} // prettier-ignore

/** A length of a media query in px: relative ones by 16, whatever the page says of its root (Media Queries 5, 1.3). */
export function mediaPx(text: string): number | undefined {
  const [, number, unit] = /^([\d.]+)(px|r?em|pt|)$/.exec(text.trim()) ?? [];
  if (number === undefined) return undefined;
  const px = Number(number) * (unit === 'px' ? 1 : unit === 'pt' ? 4 / 3 : unit === '' ? (Number(number) === 0 ? 1 : NaN) : 16); // prettier-ignore
  return Number.isFinite(px) ? Number(px.toFixed(3)) : undefined;
}
