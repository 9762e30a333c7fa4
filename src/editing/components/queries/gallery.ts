import { named } from '@/core/components/compose';
import { allowedCount } from '@/core/components/combinations';
import { renderNested } from '@/core/components/nested';
import { traceOf, type Trace } from '@/core/components/trace';
import type { ComponentDefinition } from '@/core/components/definition';
import { byOrder, itemsOf, ordered, type Items } from '@/core/document/item';
import { usesOf } from '@/core/library/reach';
import { specimenStyles } from '@/core/outputs/page-styles';
import type { Steps } from '@/core/base/steps';
import type { Context } from '@/core/tokens/system';
import { backdropsOf } from '@/editing/session/backdrop';
import type { OpenLibrary } from '@/editing/session/open-library';

/** What a gallery can be narrowed to. */
export const COMPONENT_FILTERS = {
  failing: 'With failing combinations',
  unused: 'Unused',
  undocumented: 'In no guide',
  deprecated: 'Deprecated',
  unfinished: 'Excluded from releases',
  here: 'Not inherited',
} as const;
export type ComponentFilter = keyof typeof COMPONENT_FILTERS;

export interface ComponentCard {
  id: string;
  name: string;
  description: string;
  rank: string;
  combinations: number;
  visibility: string;
  deprecated: { reason: string; replacement: string | null } | null;
  documented: boolean;
  /** The library it comes from, where that is another. */
  from: string | null;
  varies: string | null;
}

export interface ComponentsView {
  ranks: { id: string | null; name: string; components: ComponentCard[] }[];
  /** How many there are before search and filters. */
  all: number;
  /** CSS colour of the surface the specimens stand on, through the lens. */
  backdrop: string;
}

/** What one component is drawn from. */
export interface CardSpecimen {
  html: string;
  css: string;
  trace: Trace | null;
}

/** Asked for each card once it comes near: of many components few are seen. */
export function cardSpecimen(
  library: OpenLibrary,
  { name, lens, trace }: { name: string; lens: Context; trace?: string },
): CardSpecimen | null {
  const { items, resolution } = library;
  const component = named(items, 'component', { path: name });
  if (!component) return null;
  const html = renderNested(component, items, { context: lens });
  return {
    html,
    css: specimenStyles(items, resolution, [component], html),
    trace: tracing(library, [component], trace),
  };
}

/** Where a token shows in these components; null where none is asked for, or there is none of that path. */
export function tracing(
  { items, resolution }: OpenLibrary,
  of: ComponentDefinition[],
  path: string | undefined,
): Trace | null {
  return path !== undefined && resolution.index.numbers.has(path)
    ? traceOf(of, items, resolution, path)
    : null;
}

/** Whether all words of a search stand in a component's name, props, parts, descriptions or the tokens it uses. */
function matches(component: ComponentDefinition, items: Items, words: readonly string[]): boolean {
  if (words.length === 0) return true;
  const text = [
    component.name,
    component.description,
    ...Object.values(component.props).flatMap(({ name, description, values }) => [
      name,
      description,
      ...values,
    ]),
    ...Object.values(component.parts).flatMap(({ name, description }) => [name, description]),
    ...usesOf(component, items).map(({ to }) => to.path),
  ]
    .join('\n')
    .toLowerCase();
  return words.every((word) => text.includes(word));
}

/** What takes longer to say of a component: what its combinations come to, and who uses it. */
export interface ComponentSum {
  uses: number;
  failing: number;
  /** Contrasts held against what they need. */
  checked: number;
  /** Combinations that do not fail by their rules, and of which something has to be measured. */
  unknown: number;
}

/** By id, what there is to say of each component; in steps, for combinations may be many. */
export function* componentSums(library: OpenLibrary): Steps<Record<string, ComponentSum>> {
  yield* library.summarising();
  return Object.fromEntries(
    itemsOf(library.items, 'component').map((component) => {
      const { failing, checked, unknown } = library.summary(component);
      const uses = library.reach().direct(component.id).length;
      return [component.id, { failing, checked, unknown, uses }];
    }),
  );
}

/** Components are shown at once; only where failing ones are asked for, in steps. */
export function* componentsInSteps(
  library: OpenLibrary,
  asked: Parameters<typeof components>[1],
): Steps<ComponentsView> {
  if (asked.only?.includes('failing')) yield* library.summarising();
  return components(library, asked);
}

function components(
  library: OpenLibrary,
  { lens, search = '', only = [] }: { lens: Context; search?: string; only?: ComponentFilter[] },
): ComponentsView {
  const { items } = library;
  const all = itemsOf(items, 'component').sort(byOrder);
  const ranks = itemsOf(items, 'rank').sort(byOrder);
  const backdrops = backdropsOf(library, lens);
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const documented = new Set(
    itemsOf(items, 'guide').flatMap((guide) =>
      ordered(guide.blocks).flatMap((block) => ('component' in block ? [block.component.id] : [])),
    ),
  );
  const card = (component: ComponentDefinition): ComponentCard => ({
    id: component.id,
    name: component.name,
    description: component.description,
    rank: ranks.find((rank) => rank.id === component.rank)?.name ?? 'unranked',
    combinations: allowedCount(component),
    visibility: component.visibility,
    deprecated: component.deprecation && {
      reason: component.deprecation.reason,
      replacement: component.deprecation.replacement?.path ?? null,
    },
    documented: documented.has(component.id),
    from: library.own.items.has(component.id) ? null : library.effective.originOf(component.id),
    varies: component.variationOf?.path ?? null,
  });
  const holds: Record<ComponentFilter, (one: ComponentCard) => boolean> = {
    failing: ({ id }) => library.summary(items.get(id) as ComponentDefinition).failing > 0,
    unused: ({ id }) => library.reach().direct(id).length === 0,
    undocumented: (one) => !one.documented,
    deprecated: (one) => one.deprecated !== null,
    unfinished: (one) => one.visibility === 'internal',
    here: (one) => one.from === null,
  };
  const found = all.filter((component) => matches(component, items, words));
  const shown = found.map(card).filter((one) => only.every((filter) => holds[filter]?.(one)));
  const narrowed = words.length > 0 || only.length > 0;
  const groups = [
    ...ranks.map(({ id, name }) => ({ id: id as string | null, name })),
    { id: null, name: 'unranked' },
  ].map(({ id, name }) => ({ id, name, components: shown.filter((one) => one.rank === name) }));
  return {
    ranks: groups.filter((rank) => rank.components.length > 0 || (!narrowed && rank.id !== null)),
    all: all.length,
    backdrop: backdrops.css,
  };
}
