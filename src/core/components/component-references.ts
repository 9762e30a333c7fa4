import { ordered } from '../document/item';
import type { ItemReference } from '../document/item-kind';
import { conditionsText } from './condition';
import type { ComponentDefinition, StyleEntry } from './definition';

/** The tokens that style rules bind to. */
export const boundInEntries = (entries: Record<string, StyleEntry>): ItemReference[] =>
  ordered(entries).flatMap((entry) => {
    if (entry.kind === 'kept') return [];
    const place = `of ${entry.part}${entry.when.length ? ` when ${conditionsText(entry.when)}` : ''}`;
    return entry.declarations.flatMap(([property, value]) =>
      'token' in value ? [{ to: value.token, place: `${property} ${place}` }] : [],
    );
  });

/** Everything a component refers to: what its rules bind to, rule sets, what it varies, pieces in its slots, times. */
export function componentReferences(component: ComponentDefinition): ItemReference[] {
  return [
    ...boundInEntries(component.entries),
    ...(component.bases ?? []).map((to) => ({ to, place: 'rule set' })),
    ...(component.theme ? [{ to: component.theme, place: 'theme' }] : []),
    ...(component.variationOf ? [{ to: component.variationOf, place: 'varies it' }] : []),
    ...ordered(component.props).flatMap(({ name, accepts, holds }) => [
      ...(accepts ?? []).map((to) => ({ to, place: `taken by ${name}` })),
      ...(holds ?? []).flatMap(({ component: piece, asset }) =>
        [piece, asset].flatMap((to) => (to ? [{ to, place: `in ${name}` }] : [])),
      ),
    ]),
    ...ordered(component.behaviours ?? {}).flatMap((one) =>
      one.kind === 'timed' && 'token' in one.after
        ? [{ to: one.after.token, place: `time of ${one.part}` }]
        : [],
    ),
  ];
}
