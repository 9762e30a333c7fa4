import type { Finding } from '../checks/finding';
import { ordered, type ComponentItem, type Items } from '../documents/items';
import type { Resolution } from '../tokens/resolve';
import { allHold, conditionsText } from './condition';
import { combinationsOf, partStyles } from './matrix';

/** Promises that a component's present rules break: one finding a guard, naming the first combination and context. */
export function brokenGuards(component: ComponentItem, items: Items, resolution: Resolution): Finding[] {
  const guards = ordered(component.guards);
  if (guards.length === 0) return [];
  const findings: Finding[] = [];
  const combinations = combinationsOf(component);
  for (const guard of guards) {
    const found = firstBreak();
    if (found) findings.push(found);

    function firstBreak(): Finding | undefined {
      for (const combination of combinations) {
        if (!allHold(guard.when, combination)) continue;
        for (let context = 0; context < resolution.contexts.length; context++) {
          const value = partStyles(component, items, resolution, combination, context)
            .get(guard.part)
            ?.get(guard.property);
          if (value === guard.value) continue;
          const where = conditionsText(guard.when);
          return {
            code: 'guard-broken',
            severity: 'error',
            path: component.name,
            message: `${component.name}: ${guard.property} of ${guard.part} is promised as ${guard.value}${where ? ` when ${where}` : ''}, and is ${value ?? 'not declared'}`,
            fix: 'Restore the value, or change the guard and release as a breaking change',
            context: resolution.contexts.length > 1 ? resolution.contexts[context] : undefined,
          };
        }
      }
      return undefined;
    }
  }
  return findings;
}
