import type { AnyNode as CssNode, AtRule, Rule } from 'postcss';
import safeParse from 'postcss-safe-parser';
import selectorParser from 'postcss-selector-parser';
import type { ComponentDefinition } from './definition';
import { heldPseudo } from './held-states';
import { ordered } from '../document/item';
import { partAncestry, partTags, templateOf } from './template';

type PartTags = ReturnType<typeof partTags>;

/** Stands for a value that kept CSS may have changed: known by measuring alone. */
export const NOT_KNOWN = 'not known';

/** Longhands that a shorthand sets, of those anything here is worked out from. Others stand for themselves. */
const SETS: Readonly<Record<string, readonly string[]>> = {
  background: ['background-color', 'background-image'],
  border: ['border-color', 'border-width', 'border-style'],
  font: ['font-family', 'font-size', 'font-weight', 'font-style', 'line-height'],
  inset: ['top', 'right', 'bottom', 'left'],
  flex: ['flex-grow', 'flex-shrink', 'flex-basis'],
  gap: ['row-gap', 'column-gap'],
};
const BORDER_SIDE =
  /^border-(?:(?:block|inline)(?:-(?:start|end))?|top|right|bottom|left)(?:-(color|width|style))?$/;
const BOX_SIDE = /^(padding|margin)-(?:block|inline|top|right|bottom|left)/;

/** Every property that is other than the rules say where this one is set. */
export function touchedBy(property: string): string[] {
  const side = BORDER_SIDE.exec(property);
  if (side) return side[1] ? [property, `border-${side[1]}`] : [property, ...SETS.border!];
  const box = BOX_SIDE.exec(property)?.[1];
  return [property, ...(box ? [box] : []), ...(SETS[property] ?? [])];
}

/** Properties by part, as kept CSS may set them; `all` where it may set any. */
export type KeptReach = ReadonlyMap<string, ReadonlySet<string>>;

const known = new WeakMap<ComponentDefinition, KeptReach>();

/**
 * What the kept CSS of a component may reach: for each part the properties it sets there. A selector is held against its
 * last compound alone, so that nothing is missed: more may be named than is reached. A custom property, `all` and the steps
 * of an animation make every property of what they reach, and of what stands in it, unknown.
 */
export function affectedProperties(component: ComponentDefinition): KeptReach {
  let reach = known.get(component);
  if (!reach) known.set(component, (reach = reachOn(component, [component])));
  return reach;
}

/** What the kept CSS of some components may reach of one of them, or of one that stands in their slots. */
export function reachOn(component: ComponentDefinition, by: readonly ComponentDefinition[]): KeptReach {
  const found = new Map<string, Set<string>>();
  const kept = by
    .flatMap(({ entries }) => ordered(entries))
    .flatMap((entry) => (entry.kind === 'kept' ? [entry.css] : []));
  if (kept.length === 0) return found;
  const { root } = templateOf(component.template);
  const parts = partAncestry(root);
  const tags = partTags(root);
  const add = (part: string, property: string) => {
    const properties = found.get(part) ?? new Set();
    for (const one of touchedBy(property)) properties.add(one);
    found.set(part, properties);
  };
  safeParse(kept.join('\n')).walkDecls((declaration) => {
    const property = declaration.prop.startsWith('--') ? declaration.prop : declaration.prop.toLowerCase();
    const spreads = property.startsWith('--') || property === 'all' || isStep(declaration);
    for (const [part, { ancestors }] of parts)
      if ((spreads ? [part, ...ancestors] : [part]).some((one) => isReached(declaration, one, tags)))
        add(part, spreads ? 'all' : property);
  });
  return found;
}

const isStep = (node: CssNode): boolean =>
  node.parent?.parent?.type === 'atrule' && /keyframes$/i.test((node.parent.parent as AtRule).name);

/** Whether a declaration may be about a part: where it stands in no rule, or in a step of an animation, it may be about any. */
function isReached(declaration: CssNode, part: string, tags: PartTags): boolean {
  const rule = declaration.parent;
  if (rule?.type !== 'rule' || isStep(declaration)) return true;
  return subjectsOf(rule as Rule).some((subject) => mayMatch(subject, part, tags));
}

/** The last compound of each selector, whatever is looked at inside of `:is()` and `:where()` too. */
function subjectsOf(rule: Rule): selectorParser.Node[][] {
  try {
    return selectorParser()
      .astSync(rule.selector)
      .nodes.map((selector) => {
        const last = selector.nodes.findLastIndex((node) => node.type === 'combinator');
        return selector.nodes.slice(last + 1);
      });
  } catch {
    return [[]];
  }
}

/** Whether an element of this part may be what a compound selects. */
function mayMatch(compound: readonly selectorParser.Node[], part: string, tags: PartTags): boolean {
  return compound.every((node) => {
    // What stands before or after an element's content is no part of it.
    if (node.type === 'pseudo' && /^::|^:(before|after|first-line|first-letter)$/.test(node.value))
      return false;
    if (node.type === 'pseudo' && node.value === ':scope') return part === 'root';
    if (node.type === 'pseudo' && /^:(is|where|matches)$/.test(node.value))
      return node.nodes.some((selector) => {
        const last = selector.nodes.findLastIndex((one) => one.type === 'combinator');
        return mayMatch(selector.nodes.slice(last + 1), part, tags);
      });
    if (node.type === 'tag') return tags.get(part)?.has(node.value.toLowerCase());
    if (node.type === 'attribute' && node.attribute === 'part' && node.value !== undefined)
      return node.operator === '~=' || node.operator === '=' ? node.value === part : true;
    return true;
  });
}

/** Whether the rules alone say what a property of a part is; kept CSS may say otherwise. */
export function isKept(component: ComponentDefinition, part: string, property: string): boolean {
  const reached = affectedProperties(component).get(part);
  return reached !== undefined && (reached.has(property) || reached.has('all'));
}

/** What kept CSS reaches, as words: `color and background-color of label`. */
export function keptText(component: ComponentDefinition): string[] {
  return [...affectedProperties(component)].map(([part, properties]) => {
    if (properties.has('all')) return `everything of ${part}`;
    return `${[...properties].sort().join(', ')} of ${part}`;
  });
}

/**
 * Kept CSS as it stands inside `@scope`, where the root is no descendant of itself: a selector that begins with the part root
 * means the scope's own root (CSS Cascade 6, 3.5). A state of interaction is met by the attribute that holds it too, as in rules.
 * All else stays as it was written.
 */
export function scopedCss(css: string): string {
  if (!/part|:(hover|active|focus)/i.test(css)) return css;
  const root = safeParse(css);
  root.walkRules((rule) => {
    try {
      const selectors = selectorParser().astSync(rule.selector);
      for (const selector of selectors.nodes) {
        const end = selector.nodes.findIndex((node) => node.type === 'combinator');
        const first = selector.nodes.slice(0, end < 0 ? undefined : end);
        const own = first.find(
          (node) => node.type === 'attribute' && node.attribute === 'part' && node.value === 'root',
        );
        own?.replaceWith(selectorParser.pseudo({ value: ':scope', spaces: own.spaces }));
      }
      selectors.walkPseudos((pseudo) => {
        const held = heldPseudo(pseudo.value);
        if (held) pseudo.replaceWith(selectorParser().astSync(held).first.first);
      });
      rule.selector = selectors.toString();
    } catch {
      // What no parser reads, a browser leaves out too.
    }
  });
  return root.toString();
}
