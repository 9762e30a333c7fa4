import { deprecationOf, deprecationText } from '../components/lifecycle';
import { declarationText } from '../components/compile';
import type { Finding } from '../findings/finding';
import type { ComponentDefinition } from '../components/definition';
import { ordered, type Items } from '../document/item';
import type { PlacementItem } from './items';
import { componentOf } from './screen';

/** Whether users of a component may set this style of this part. */
export const isAdjustable = (component: ComponentDefinition, part: string, property: string): boolean =>
  Object.values(component.parts).some((one) => one.name === part && one.adjustable?.includes(property));

/**
 * What placements set themselves, in a layer above all of a component's own. Only what the component leaves to its users:
 * any other override stays stored and has no effect (`placementFindings` says so).
 */
export function placementCss(
  placements: readonly PlacementItem[],
  items: Items,
  typeOf: (path: string) => string | undefined,
): string {
  const rules = placements.flatMap((placement) => {
    const component = componentOf(items, placement.component);
    if (!component) return [];
    return Object.values(placement.overrides).flatMap(({ part, property, value }) => {
      if (!isAdjustable(component, part, property)) return [];
      const root = `[data-placement="${placement.id}"]`;
      const about = part === 'root' ? root : `${root} [part~="${part}"]`;
      return [`${about} {\n${declarationText(property, value, items, typeOf)}}\n`];
    });
  });
  return rules.length === 0 ? '' : `@layer placements {\n${rules.join('')}}\n`;
}

/** What is to be mended on a screen: components that are deprecated or gone, and styles set that are fixed. */
export function placementFindings(
  placements: readonly PlacementItem[],
  items: Items,
): (Finding & { placement: string })[] {
  return placements.flatMap((placement) => {
    const component = componentOf(items, placement.component);
    const at = { placement: placement.id, path: placement.component.path };
    if (!component)
      return [
        {
          ...at,
          code: 'component-missing',
          level: 'error' as const,
          message: `${placement.component.path} is not in the release this product is pinned to`,
          fix: 'Upgrade to a release that has it, or use another component',
        },
      ];
    const deprecation = deprecationOf(component);
    const deprecated = deprecation && {
      ...at,
      code: 'deprecated-use',
      level: 'warning' as const,
      message: `${component.name} is ${deprecationText(deprecation)}`,
      fix: deprecation.replacement ? `Replace it with ${deprecation.replacement}` : 'Plan to remove it',
    };
    const fixed = ordered(
      Object.fromEntries(Object.entries(placement.overrides).map(([id, one]) => [id, { ...one, order: id }])),
    )
      .filter(({ part, property }) => !isAdjustable(component, part, property))
      .map(({ part, property }) => ({
        ...at,
        code: 'fixed-style',
        level: 'error' as const,
        message: `${property} of ${part} is overridden on this screen but fixed in ${component.name}; it has no effect`,
        fix: `Remove it, or make it overridable in ${component.name}`,
      }));
    return [...(deprecated ? [deprecated] : []), ...fixed];
  });
}
