import { drawingOf } from '../assets/drawing';
import type { ComponentDefinition, Nested, Part } from './definition';
import { ordered, type Items } from '../document/item';
import type { Resolution } from '../tokens/resolve';
import { knownStyles, partStyles } from './cell-style';
import { named } from './compose';
import { allMatch, defaultProps, type Combination } from './condition';
import { reachOn, type KeptReach } from './passthrough-css';
import { propsOfNested } from './nested';
import type { PartStyles } from './surfaces';
import { partAncestry, slotAncestry, templateOf, type PlacedPart, type PlacedSlot } from './template';

/** A contrast to be looked at: where it stands and when it shows. */
export interface ContrastRequirement {
  /** The part; of a piece in a slot, `label of button`. */
  part: string;
  kind: 'text' | 'icon' | 'border';
  /** The component's own parts it is or stands in, nearest first. */
  chain: readonly string[];
  /** Where it is in something that a slot holds; its parts stand before those of `chain`. */
  piece: Piece | undefined;
  shownWhen: (combination: Combination) => boolean;
  /** Whether nothing is asked of it while the component is disabled (WCAG 2.2, 1.4.3 and 1.4.11). */
  restsWhenDisabled: boolean;
}

interface Piece {
  /** The parts inside of the slot, nearest first. */
  chain: readonly string[];
  /** Equal in two combinations that set the same props of all that stands around it. */
  keyOf(combination: Combination): string;
  styles(combination: Combination, context: number): PartStyles;
}

/** One slot on the way from a component to a part deeper down. */
interface Step {
  slot: PlacedSlot;
  /** Whether the slot stands in something that is operated. */
  operated: boolean;
  nested: Nested;
  inner: ComponentDefinition;
  reach: KeptReach;
}

const DEEPEST = 12;

/** The contrasts a component has over all combinations; those of what its slots hold by themselves among them. */
export function askedOf(
  component: ComponentDefinition,
  items: Items,
  resolution: Resolution,
): ContrastRequirement[] {
  const own = partsAsked(component).map(({ part, kind, ancestors, shownWhen }): ContrastRequirement => ({
    part,
    kind,
    chain: [part, ...ancestors],
    piece: undefined,
    shownWhen,
    restsWhenDisabled: true,
  }));
  return [...own, ...heldBy(component, [])];

  function heldBy(holder: ComponentDefinition, path: readonly Step[]): ContrastRequirement[] {
    if (path.length === DEEPEST) return [];
    const { root } = templateOf(holder.template);
    const [parts, slots] = [partAncestry(root), slotAncestry(root)];
    const alike = new Set<string>();
    return ordered(holder.props).flatMap((prop) => {
      const slot = prop.kind === 'slot' ? slots.get(prop.name) : undefined;
      if (!slot) return [];
      return (prop.holds ?? []).flatMap((nested): ContrastRequirement[] => {
        // Two that are alike in one slot look alike.
        const key = JSON.stringify([prop.name, nested]);
        if (alike.has(key)) return [];
        alike.add(key);
        if (nested.asset) return drawingAsked(holder, path, slot, parts, nested);
        const inner = named(items, 'component', nested.component);
        const around = [component, ...path.map((step) => step.inner)];
        if (!inner || around.includes(inner)) return [];
        const operated = parts.get(slot.ancestors[0] ?? '')?.interactive === true;
        const reach = reachOn(inner, [inner, ...around]);
        const deeper = [...path, { slot, operated, nested, inner, reach }];
        const direct = partsAsked(inner).map(({ part, kind, ancestors, shownWhen }) =>
          askedAt(`${part} of ${inner.name}`, kind, deeper, [part, ...ancestors], shownWhen),
        );
        return [...direct, ...heldBy(inner, deeper)];
      });
    });
  }

  /** An icon that takes the colour of the text around it, where the part around it is not looked at as an icon itself. */
  function drawingAsked(
    holder: ComponentDefinition,
    path: readonly Step[],
    slot: PlacedSlot,
    parts: ReadonlyMap<string, PlacedPart>,
    nested: Nested,
  ): ContrastRequirement[] {
    const icon = named(items, 'asset', nested.asset);
    const around = Object.values(holder.parts).find(({ name }) => name === slot.ancestors[0]);
    if (!icon || around?.shows === 'icon' || !drawingOf(icon, items)?.includes('currentColor')) return [];
    const operated = parts.get(slot.ancestors[0] ?? '')?.interactive === true;
    const isThere = (combination: Combination) => allMatch(realConditions(holder, slot.when), combination);
    if (path.length > 0)
      return [askedAt(`${icon.name} in ${holder.name}`, 'icon', path, slot.ancestors, isThere)];
    return [
      {
        part: icon.name,
        kind: 'icon',
        chain: slot.ancestors,
        piece: undefined,
        shownWhen: isThere,
        restsWhenDisabled: operated,
      },
    ];
  }

  /** A part of the last component of a path; `inside` is that part and those of the same component around it. */
  function askedAt(
    part: string,
    kind: ContrastRequirement['kind'],
    path: readonly Step[],
    inside: readonly string[],
    shownWhen: (combination: Combination) => boolean,
  ): ContrastRequirement {
    const last = path.length;
    const chain = [
      ...inside.map((name) => spelled(last, name)),
      ...path.flatMap((_, i) => {
        // From the innermost slot outwards; the outermost stands in the component's own parts.
        const depth = last - 1 - i;
        return depth === 0 ? [] : path[depth]!.slot.ancestors.map((name) => spelled(depth, name));
      }),
    ];
    const depends = path.some(({ nested }) => Object.keys(nested.passed).length > 0);
    const known = new Map<string, PartStyles>();
    const keyOf = (combination: Combination) =>
      depends ? JSON.stringify(combinationsAlong(path, combination).slice(1)) : '';
    return {
      part,
      kind,
      chain: path[0]!.slot.ancestors,
      shownWhen(combination) {
        const along = combinationsAlong(path, combination);
        return (
          path.every(({ slot }, i) =>
            allMatch(realConditions(i === 0 ? component : path[i - 1]!.inner, slot.when), along[i]!),
          ) && shownWhen(along[last]!)
        );
      },
      restsWhenDisabled: path[0]!.operated,
      piece: {
        chain,
        keyOf,
        styles(combination, context) {
          const key = `${context} ${keyOf(combination)}`;
          let styles = known.get(key);
          if (!styles) {
            const along = combinationsAlong(path, combination);
            styles = new Map(
              path.flatMap(({ inner, reach }, i) =>
                [
                  ...knownStyles(partStyles(inner, items, resolution, along[i + 1]!, context), inner, reach),
                ].map(([name, style]) => [spelled(i + 1, name), style] as const),
              ),
            );
            known.set(key, styles);
          }
          return styles;
        },
      },
    };
  }
}

/** A part of a piece, told from the holder's part of that name. */
const spelled = (depth: number, part: string) => `${depth}/${part}`;

/** The combination of the component, then of each piece on the way; pieces are at rest. */
function combinationsAlong(path: readonly Step[], combination: Combination): Combination[] {
  const along = [combination];
  for (const { nested, inner } of path)
    along.push({
      props: { ...defaultProps(inner), ...propsOfNested(nested, along.at(-1)!.props) },
      states: [],
    });
  return along;
}

/** Conditions on choices, flags and states; what shows where a slot or text is filled is looked at as if it were. */
function realConditions(component: ComponentDefinition, when: PlacedSlot['when']): PlacedSlot['when'] {
  const flags = new Set(
    Object.values(component.props).flatMap(({ name, kind }) => (kind === 'flag' ? [name] : [])),
  );
  return when.filter((condition) => condition.kind !== 'flag' || flags.has(condition.prop));
}

/** What is asked of a component's own parts. */
function partsAsked(
  component: ComponentDefinition,
): (Pick<ContrastRequirement, 'part' | 'kind' | 'shownWhen'> & Pick<PlacedPart, 'ancestors'>)[] {
  const shows = new Map<string, Part['shows']>(
    ordered(component.parts).map((part) => [part.name, part.shows]),
  );
  return [...partAncestry(templateOf(component.template).root)].flatMap(([part, placed]) => {
    const when = realConditions(component, placed.when);
    const about = {
      part,
      ancestors: placed.ancestors,
      shownWhen: (combination: Combination) => allMatch(when, combination),
    };
    const kind = shows.get(part);
    return [
      ...(kind === 'text' || kind === 'icon' ? [{ ...about, kind }] : []),
      ...(placed.interactive ? [{ ...about, kind: 'border' as const }] : []),
    ];
  });
}
