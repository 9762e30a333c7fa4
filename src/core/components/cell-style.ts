import type { ComponentDefinition } from './definition';
import type { Items } from '../document/item';
import type { Resolution } from '../tokens/resolve';
import type { Combination } from './condition';
import { affectedProperties, NOT_KNOWN, type KeptReach } from './passthrough-css';
import { declaredStyle, rulesBySpecificity, valueCss, type DeclaredValue } from './style';
import type { PartStyles } from './surfaces';

/** The properties that contrasts are read from; a rule about anything else makes no difference to them. */
export const TELLING: ReadonlySet<string> = new Set([
  'color',
  'background',
  'background-color',
  'background-image',
  'border-color',
  'opacity',
  'position',
  'font',
  'font-size',
  'font-weight',
]);

/** CSS longhands declared for each part under one combination and context, in cascade order. */
export function partStyles(
  component: ComponentDefinition,
  items: Items,
  resolution: Resolution,
  combination: Combination,
  context: number,
  rules = rulesBySpecificity(component),
): PartStyles {
  const declared = declaredStyle(component, combination, rules);
  return new Map([...declared].map(([part, values]) => [part, cssOf(values, items, resolution, context)]));
}

export function cssOf(
  declarations: readonly DeclaredValue[],
  items: Items,
  resolution: Resolution,
  context: number,
): Map<string, string> {
  const style = new Map<string, string>();
  for (const { property, value } of declarations)
    for (const [longhand, text] of valueCss(property, value, items, resolution, context) ?? []) {
      style.delete(longhand);
      style.set(longhand, text);
    }
  return style;
}

/** A part's style with what kept CSS may have changed marked as not known. */
export function withKept(
  style: Map<string, string> | undefined,
  reached: ReadonlySet<string> | undefined,
): Map<string, string> | undefined {
  if (!reached) return style;
  const marked = new Map(style);
  for (const property of reached.has('all') ? TELLING : reached) marked.set(property, NOT_KNOWN);
  return marked;
}

/** The styles of parts as far as they are known: kept CSS, the component's own or what is given, may say otherwise. */
export function knownStyles(
  styles: PartStyles,
  component: ComponentDefinition,
  reach: KeptReach = affectedProperties(component),
): PartStyles {
  if (reach.size === 0) return styles;
  const marked = new Map(styles);
  for (const [part, reached] of reach) marked.set(part, withKept(styles.get(part), reached)!);
  return marked;
}
