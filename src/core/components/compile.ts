import type { ComponentDefinition, Condition, StyleRule, StyleValue } from './definition';
import { ordered, type Items } from '../document/item';
import { customProperty, LONGHANDS } from '../tokens/naming';
import { scopedCss } from './passthrough-css';
import { pathOf } from '../tokens/token-tree';
import { keptBlocks, sortedRules } from './style';

/**
 * A short content hash (FNV-1a over the UTF-16 units, twice with different seeds), for class names: two versions of a
 * component may share a page.
 */
function contentHash(text: string): string {
  let a = 0x811c9dc5;
  let b = 0x01234567;
  for (let i = 0; i < text.length; i++) {
    const unit = text.charCodeAt(i);
    a = Math.imul(a ^ unit, 0x01000193);
    b = Math.imul(b ^ unit, 0x01000197);
  }
  return ((a >>> 0).toString(36) + (b >>> 0).toString(36)).slice(0, 8);
}

const classes = new WeakMap<ComponentDefinition, string>();

/** What of a component is drawn: a class stays the same where only comments, descriptions or order keys are others. */
const drawnBy = ({ template, entries, parts, props, states }: ComponentDefinition): unknown => [
  template,
  ordered(entries).map((entry) =>
    entry.kind === 'kept' ? entry.css : [entry.when, entry.part, entry.declarations],
  ),
  ordered(parts).map(({ name, adjustable }) => [name, adjustable]),
  ordered(props).map(({ name, kind, values, default: standard, holds }) => [
    name,
    kind,
    values,
    standard,
    holds,
  ]),
  states,
];

/** The class all parts of a component carry. */
export function componentClass(component: ComponentDefinition): string {
  let name = classes.get(component);
  if (!name) {
    name = `${component.name}-${contentHash(JSON.stringify(drawnBy(component)))}`;
    classes.set(component, name);
  }
  return name;
}

const DISABLED = ':is(:disabled, [aria-disabled="true"], [data-state~="disabled"])';

/** A state as pseudo-class and as attribute, of equal specificity; `disabled` excludes the others. */
function stateSelector(state: string): string {
  if (state === 'disabled') return DISABLED;
  const pseudo = ['hover', 'active', 'focus-visible', 'focus-within', 'checked', 'invalid'].includes(state)
    ? `:${state}, `
    : '';
  return `:is(${pseudo}[data-state~="${state}"]):not(${DISABLED})`;
}

function conditionSelector(condition: Condition): string {
  if (condition.kind === 'state') return stateSelector(condition.state);
  if (condition.kind === 'flag')
    return condition.is ? `[data-${condition.prop}]` : `:not([data-${condition.prop}])`;
  const values = condition.is.map((value) => `[data-${condition.prop}="${value}"]`);
  return values.length === 1 ? values[0]! : `:is(${values.join(', ')})`;
}

export function declarationText(
  property: string,
  value: StyleValue,
  items: Items,
  typeOf: (path: string) => string | undefined,
): string {
  if ('raw' in value) return `  ${property}: ${value.raw};\n`;
  const path = pathOf(value.token, items);
  if (typeOf(path) !== 'typography') return `  ${property}: var(${customProperty(path)});\n`;
  return LONGHANDS.map((longhand) => `  ${longhand}: var(${customProperty(path)}-${longhand});\n`).join('');
}

/** What a rule is about, as a selector: its part, in a component that meets its conditions. */
export function ruleSelector(component: ComponentDefinition, rule: Pick<StyleRule, 'when' | 'part'>): string {
  const own = `.${componentClass(component)}`;
  const root = `${own}[part~="root"]${rule.when.map(conditionSelector).join('')}`;
  return rule.part === 'root' ? root : `${root} ${own}[part~="${rule.part}"]`;
}

/** A component's root element. */
export const rootSelector = (component: ComponentDefinition): string =>
  `.${componentClass(component)}[part~="root"]`;

/** The order in which the cascade layers of compiled components stand; once at the head of a page. */
export const LAYER_ORDER = '@layer library, base, rules, kept, placements;\n';

/**
 * A component's style sheet (MODEL, Style): rules sorted by strength under `:where()`, so that order alone decides;
 * kept blocks in a layer above, as they stand.
 * @param typeOf the type of a token: a typography token is written as its longhands
 */
export function compileCss(
  component: ComponentDefinition,
  items: Items,
  typeOf: (path: string) => string | undefined,
): string {
  const own = `.${componentClass(component)}`;
  const root = rootSelector(component);
  let css =
    `@layer base {\n:where(${own}) {\n  box-sizing: border-box;\n  margin: 0;\n  padding: 0;\n  border: 0 solid;\n  font: inherit;\n` +
    `  letter-spacing: inherit;\n  color: inherit;\n  background: none;\n  text-align: inherit;\n  text-decoration: none;\n}\n}\n@layer rules {\n`;
  for (const [, rule] of sortedRules(component)) {
    const body = rule.declarations
      .map(([property, value]) => declarationText(property, value, items, typeOf))
      .join('');
    css += `:where(${ruleSelector(component, rule)}) {\n${body}}\n`;
  }
  css += '}\n';
  const kept = keptBlocks(component);
  if (kept.length > 0)
    css += `@layer kept {\n@scope (${root}) {\n${scopedCss(kept.map((block) => block.css).join('\n'))}\n}\n}\n`;
  return css;
}
