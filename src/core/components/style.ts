import { propertiesRead } from '../base/css/custom-properties';
import { tokenNamed } from '../tokens/named-tokens';
import { customProperty } from '../tokens/naming';
import { libraryTree, pathOf } from '../tokens/token-tree';
import type { ComponentDefinition, KeptBlock, StyleRule, StyleValue } from './definition';
import { byOrder, ordered, type Items } from '../document/item';
import { cssText } from '../tokens/css-text';
import type { Resolution } from '../tokens/resolve';
import type { Context } from '../tokens/system';
import { allMatch, type Combination } from './condition';

export type RuleEntry = StyleRule & { id: string };

/** One declaration as it wins for a part: its value as bound, and the rule that said it. */
export interface DeclaredValue {
  property: string;
  value: StyleValue;
  rule: string;
}

/** A component's rules with their ids, from weakest to strongest: by number of conditions, then by position. */
export function sortedRules({ entries }: Pick<ComponentDefinition, 'entries'>): [string, StyleRule][] {
  const rules: [string, StyleRule][] = [];
  for (const id of Object.keys(entries)) {
    const entry = entries[id]!;
    if (entry.kind === 'rule') rules.push([id, entry]);
  }
  return rules.sort(
    ([aId, a], [bId, b]) => a.when.length - b.when.length || byOrder(a, b) || (aId < bId ? -1 : 1),
  );
}

/** What of a component's style sheet is kept as it was written, in its order. */
export const keptBlocks = ({ entries }: Pick<ComponentDefinition, 'entries'>): KeptBlock[] =>
  ordered(
    Object.fromEntries(
      Object.entries(entries).filter((entry): entry is [string, KeptBlock] => entry[1].kind === 'kept'),
    ),
  );

/** As `sortedRules`, each with its id among its members. */
export const rulesBySpecificity = (component: Pick<ComponentDefinition, 'entries'>): RuleEntry[] =>
  sortedRules(component).map(([id, rule]) => ({ ...rule, id }));

/** What the rules declare for every part under one combination: of each property the strongest, in cascade order. */
export function declaredStyle(
  component: ComponentDefinition,
  combination: Combination,
  rules = rulesBySpecificity(component),
): Map<string, DeclaredValue[]> {
  const parts = new Map<string, Map<string, DeclaredValue>>();
  for (const rule of rules) {
    if (!allMatch(rule.when, combination)) continue;
    let part = parts.get(rule.part);
    if (!part) parts.set(rule.part, (part = new Map()));
    for (const [property, value] of rule.declarations) {
      part.delete(property);
      part.set(property, { property, value, rule: rule.id });
    }
  }
  return new Map([...parts].map(([part, declarations]) => [part, [...declarations.values()]]));
}

/** Raw CSS text with the value of each token that it names, as far as there is one. */
export function withTokenValues(
  raw: string,
  items: Items,
  resolution: Resolution,
  context: number | Context,
): string {
  let made = '';
  let done = 0;
  for (const { name, call } of propertiesRead(raw)) {
    if (call[0] < done) continue;
    const id = tokenNamed(name, items);
    const path = id === undefined ? undefined : libraryTree(items).paths.get(id);
    const resolved =
      path === undefined || name !== customProperty(path) ? undefined : resolution.value(path, context);
    const text = resolved && cssText(resolved);
    if (typeof text !== 'string') continue;
    made += raw.slice(done, call[0]) + text;
    done = call[1];
  }
  return made + raw.slice(done);
}

/** The CSS longhands a bound value stands for under one context; undefined where its token has no value there. */
export function valueCss(
  property: string,
  value: StyleValue,
  items: Items,
  resolution: Resolution,
  context: number,
): [string, string][] | undefined {
  if ('raw' in value) return [[property, withTokenValues(value.raw, items, resolution, context)]];
  const resolved = resolution.value(pathOf(value.token, items), context);
  if (!resolved) return undefined;
  const text = cssText(resolved);
  return typeof text === 'string' ? [[property, text]] : Object.entries(text);
}
