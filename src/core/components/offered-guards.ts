import { ordered, type Items } from '../document/item';
import type { Resolution } from '../tokens/resolve';
import type { ComponentDefinition, Guard } from './definition';
import { guardBreaks } from './guards';
import { rulesBySpecificity, valueCss } from './style';

/** What a component says of its own box that moves what stands around it, once it is another (common practice, no source). */
const MOVES =
  /^(position|display|float|(min-|max-)?(width|height|inline-size|block-size)|flex(-grow|-shrink|-basis)?)$/;
/** More would not be read. */
const MOST = 12;

type OfferedGuard = Pick<Guard, 'when' | 'part' | 'property' | 'value' | 'under'>;

/**
 * Guards worth having: position, display and sizes of the root as the rules declare them, each under the conditions of its
 * rule and, where it differs by context, for the first context of each axis. What is guarded already is not offered, nor what
 * would be broken at once.
 */
export function offeredGuards(
  component: ComponentDefinition,
  items: Items,
  resolution: Resolution,
): OfferedGuard[] {
  const guarded = new Set(ordered(component.guards).map(({ part, property }) => `${part} ${property}`));
  const offered: OfferedGuard[] = [];
  const holds = (guard: OfferedGuard) =>
    guardBreaks({ ...component, guards: { offered: { ...guard, order: 'a0', note: '' } } }, items, resolution)
      .length === 0;
  // A rule without conditions says what holds wherever no other does: it goes first, then the more particular ones.
  for (const { part, when, declarations } of rulesBySpecificity(component)) {
    if (part !== 'root') continue;
    for (const [property, value] of declarations) {
      if (!MOVES.test(property) || guarded.has(`${part} ${property}`)) continue;
      const css = valueCss(property, value, items, resolution, 0)?.find(
        ([longhand]) => longhand === property,
      );
      if (!css) continue;
      const plain: OfferedGuard = { when, part, property, value: css[1] };
      const [context] = resolution.contexts;
      const found = [plain, { ...plain, under: { ...context } }].find(holds);
      if (found && (found.under === undefined || Object.keys(found.under).length > 0)) offered.push(found);
      if (offered.length === MOST) return offered;
    }
  }
  return offered;
}
