import { ratioText } from '@/core/base/color/contrast';
import { anatomyParts, anatomySvg, type Anatomy, type TokenOf } from '@/core/components/anatomy';
import { lookOf } from '@/core/components/code/code';
import { PART_CODES } from '@/core/components/code/registry';
import { componentClass } from '@/core/components/compile';
import { isAllowed } from '@/core/components/combinations';
import { allMatch, conditionsText, defaultProps, type Combination } from '@/core/components/condition';
import { rootStates } from '@/core/components/held-states';
import { renderNested } from '@/core/components/nested';
import { renderContents, type Contents } from '@/core/components/contents';
import { guardIsUnder, guardText, isDeclared } from '@/core/components/guards';
import { cellChecks } from '@/core/components/matrix';
import { drawnContrast, type DrawnContrast } from '@/core/components/measured-contrast';
import { distanceBetween, insets, partsOf, type MeasuredPart } from '@/core/components/measured';
import { declaredStyle, withTokenValues } from '@/core/components/style';
import { pathOf } from '@/core/tokens/token-tree';
import type { ComponentDefinition, StyleValue } from '@/core/components/definition';
import { cssLine } from '@/core/tokens/css-text';
import { itemsOf, ordered } from '@/core/document/item';
import { tokensByProperty, tokensOfValue } from '@/core/components/value-tokens';
import { customProperty } from '@/core/tokens/naming';
import type { Context } from '@/core/tokens/system';
import { backdropsOf } from '@/editing/session/backdrop';
import { cellView, type CellView } from './matrix';
import type { OpenLibrary } from '@/editing/session/open-library';

interface SpecimenAsked {
  name: string;
  lens: Context;
  surface?: string;
  props?: Record<string, string>;
  states?: string[];
  /** The part on which states of interaction are held, where it is not the root. */
  stateOn?: string;
  contents?: Contents;
}

export interface SpecimenView extends CellView {
  /** Why this combination must not be made, where it must not. */
  excluded: string | null;
  /** The names of its tables of data, any of which it can be filled with. */
  tables: string[];
  /** The class its own parts carry. */
  owner: string;
}

const find = (library: OpenLibrary, name: string): ComponentDefinition | undefined =>
  itemsOf(library.items, 'component').find((other) => other.name === name);

/** The combination asked for: props that are not there, and values a choice has not, are left out. */
function combinationAsked(
  component: ComponentDefinition,
  { props = {}, states = [], stateOn }: Pick<SpecimenAsked, 'props' | 'states' | 'stateOn'>,
): Combination {
  const known = ordered(component.props).flatMap(({ name, kind, values }): [string, string][] => {
    const value = props[name];
    return value === undefined || (kind === 'choice' && !values.includes(value)) ? [] : [[name, value]];
  });
  return {
    props: { ...defaultProps(component), ...Object.fromEntries(known) },
    states: rootStates(states, stateOn),
  };
}

/** One combination of a component, drawn with the contents asked for, and what its contrasts are. */
export function specimen(library: OpenLibrary, asked: SpecimenAsked): SpecimenView | null {
  const component = find(library, asked.name);
  if (!component) return null;
  const { items, resolution } = library;
  const combination = combinationAsked(component, asked);
  const checks = cellChecks(
    component,
    items,
    resolution,
    combination,
    backdropsOf(library, asked.lens, asked.surface).at,
  );
  const cell = cellView(
    component,
    library,
    { combination, checks, fails: checks.some(({ ratio, passes }) => ratio !== undefined && !passes) },
    asked.lens,
  );
  const input = {
    ...combination,
    states: asked.states ?? [],
    stateOn: asked.stateOn,
    context: asked.lens,
  };
  const html =
    asked.contents && asked.contents !== 'default'
      ? renderContents(component, items, asked.contents, input)
      : asked.stateOn
        ? renderNested(component, items, input)
        : cell.html;
  const exclusion = isAllowed(component, combination)
    ? undefined
    : ordered(component.excluded ?? {}).find(({ when }) => allMatch(when, combination));
  return {
    ...cell,
    html,
    excluded: exclusion
      ? `${conditionsText(exclusion.when)}${exclusion.why ? `: ${exclusion.why}` : ''}`
      : null,
    tables: ordered(component.data ?? {}).map(({ name }) => name),
    owner: componentClass(component),
  };
}

/** Where the value of a part's property comes from, in one combination. */
function tokensOf(library: OpenLibrary, component: ComponentDefinition, combination: Combination): TokenOf {
  const tokens = new Map<string, string>();
  for (const [part, declarations] of declaredStyle(component, combination))
    for (const { property, value } of declarations)
      for (const [name, path] of tokensByProperty(property, value, library.items, library.resolution))
        tokens.set(`${part} ${name}`, path);
  return (part, property) => tokens.get(`${part} ${property}`);
}

/** Numbered parts with what a frame measured of them, named by the tokens it comes from; and the same as a drawing. */
export function anatomy(
  library: OpenLibrary,
  asked: SpecimenAsked & { boxes: MeasuredPart[] },
): Anatomy | null {
  const component = find(library, asked.name);
  if (!component) return null;
  const combination = combinationAsked(component, asked);
  const own = partsOf(asked.boxes, componentClass(component));
  const parts = anatomyParts(own, tokensOf(library, component, combination));
  return { parts, svg: anatomySvg(own, parts, `Anatomy of ${component.name}`) };
}

interface InspectView {
  part: string;
  /** The component it is a part of, where that is another one nested here. */
  of: string | null;
  size: [number, number];
  padding: [number, number, number, number];
  /** To the edges of what it stands in, and to what stands beside it. */
  inside: { part: string; insets: [number, number, number, number] } | null;
  others: { part: string; across: number; down: number }[];
  /** The tokens each value comes from: none, it is raw. */
  declarations: { property: string; tokens: string[]; value: string }[];
  code: { name: string; language: string; text: string }[];
}

/** One part of a specimen: its box, how far it is from others, what its look comes from, and that look as code. */
export function inspect(
  library: OpenLibrary,
  asked: SpecimenAsked & { boxes: MeasuredPart[]; at: number },
): InspectView | null {
  const component = find(library, asked.name);
  const box = asked.boxes[asked.at];
  if (!component || !box) return null;
  const own = box.owner === componentClass(component);
  const nested = own
    ? undefined
    : itemsOf(library.items, 'component').find((other) => componentClass(other) === box.owner);
  const of = nested ?? component;
  const combination = own ? combinationAsked(component, asked) : { props: defaultProps(of), states: [] };
  const tokenOf = tokensOf(library, of, combination);
  const holder = box.within === null ? undefined : asked.boxes[box.within];
  const declared = declaredStyle(of, combination).get(box.part) ?? [];
  const declarations = declared.map(({ property, value }) => ({
    property,
    tokens: tokensOfValue(value, library.items),
    written: 'raw' in value ? value.raw : `var(${customProperty(pathOf(value.token, library.items))})`,
    value: box.style[property] ?? cssUnder(library, value, asked.lens),
  }));
  const css = declarations
    .map(({ property, tokens, written, value }) =>
      tokens.length > 0
        ? `  ${property}: ${written}; /* ${value || 'several'} */`
        : `  ${property}: ${value};`,
    )
    .join('\n');
  const look = lookOf(box, tokenOf);
  return {
    part: box.part,
    of: nested?.name ?? null,
    size: [box.width, box.height],
    padding: box.padding,
    inside: holder ? { part: holder.part, insets: insets(box, holder) } : null,
    others: asked.boxes
      .flatMap((other, i) =>
        i !== asked.at && other.within === box.within && box.within !== null
          ? [{ part: other.part, ...distanceBetween(box, other) }]
          : [],
      )
      .slice(0, 12),
    declarations: declarations.map(({ property, tokens, value }) => ({ property, tokens, value })),
    code: [
      { name: 'CSS', language: 'css', text: `[part~="${box.part}"] {\n${css}\n}\n` },
      ...PART_CODES.map(({ name, language, write }) => ({ name, language, text: write(look) })),
    ],
  };
}

/** What a declaration comes to under the lens, where the frame has not told it. */
function cssUnder({ items, resolution }: OpenLibrary, value: StyleValue, lens: Context): string {
  if ('raw' in value) return withTokenValues(value.raw, items, resolution, lens);
  const resolved = resolution.value(pathOf(value.token, items), lens);
  return resolved ? cssLine(resolved) : '';
}

/** Guards that only a drawing can answer, held against what was measured of this combination. */
export function measuredGuards(
  library: OpenLibrary,
  asked: SpecimenAsked & { boxes: MeasuredPart[] },
): { guard: string; text: string; is: string; holds: boolean }[] {
  const component = find(library, asked.name);
  if (!component) return [];
  const combination = combinationAsked(component, asked);
  const own = partsOf(asked.boxes, componentClass(component));
  return ordered(component.guards).flatMap((guard) => {
    const box = own.find(({ part }) => part === guard.part);
    if (!box || isDeclared(component, guard)) return [];
    if (!allMatch(guard.when, combination) || !guardIsUnder(guard, asked.lens)) return [];
    const size = /^(width|inline-size)$/.test(guard.property)
      ? box.width
      : /^(height|block-size)$/.test(guard.property)
        ? box.height
        : undefined;
    const is = size === undefined ? box.style[guard.property] : `${Math.round(size * 100) / 100}px`;
    if (is === undefined) return [];
    return [{ guard: guard.id, text: guardText(guard), is, holds: is === guard.value.trim() }];
  });
}

interface DrawnCheck {
  cell: string | null;
  part: string;
  kind: string;
  /** Rounded down to two decimals; null: not known even so. */
  ratio: string | null;
  passes: boolean;
}

/** Contrasts that rules alone do not tell, worked out from what a frame measured; each as it is drawn, through one lens. */
export function drawnChecks(
  library: OpenLibrary,
  {
    name,
    lens,
    surface,
    asked,
    boxes,
  }: {
    name: string;
    lens: Context;
    surface?: string;
    /** What is not known, of each cell; the cell is null where the specimen stands by itself. */
    asked: { cell: string | null; part: string; kind: string }[];
    boxes: MeasuredPart[];
  },
): DrawnCheck[] {
  const component = find(library, name);
  if (!component || boxes.length === 0) return [];
  const backdrop = backdropsOf(library, lens, surface).at(lens);
  const owners = new Map(
    itemsOf(library.items, 'component').map((other) => [other.name, componentClass(other)]),
  );
  return asked.flatMap(({ cell, part, kind }) => {
    const [inner, of = name] = part.split(' of ') as [string, string?];
    const owner = owners.get(of);
    let worst: DrawnContrast | undefined;
    boxes.forEach((box, at) => {
      if (box.cell !== cell || box.part !== inner || box.owner !== owner) return;
      const found = drawnContrast(boxes, at, kind as 'text', backdrop);
      if (found && (worst === undefined || weight(found) < weight(worst))) worst = found;
    });
    if (!worst) return [];
    const { ratio, needs } = worst;
    return [
      {
        cell,
        part,
        kind,
        ratio: ratio === undefined ? null : ratioText(ratio),
        passes: ratio !== undefined && ratio >= needs,
      },
    ];
  });
}

const weight = ({ ratio, needs }: DrawnContrast): number => (ratio ?? 0) / needs;
