import type { StyleRule } from '@/core/components/definition';

/** A rule's declarations with one of them set, in its place; undefined takes it out. */
export function declared(
  rule: StyleRule,
  property: string,
  value: StyleRule['declarations'][number][1] | undefined,
): StyleRule['declarations'] {
  if (value === undefined) return rule.declarations.filter(([other]) => other !== property);
  const known = rule.declarations.some(([other]) => other === property);
  return known
    ? rule.declarations.map(([other, old]) => [other, other === property ? value : old])
    : [...rule.declarations, [property, value]];
}
