import { partRemoval, removalText } from '@/editing/components/part-changes';
import { KNOWN_STATES } from '@/core/components/condition';
import { combinationsOf } from '@/core/components/combinations';
import { componentClass } from '@/core/components/compile';
import { entryHome, named, themeOf } from '@/core/components/compose';
import { conditionsText, defaultProps } from '@/core/components/condition';
import { behaviourText, msOf, type PlayedBehaviour } from '@/core/components/behaviour';
import { whatIf, type WhatIf } from '@/core/components/counts';
import { driftRows, propLine } from '@/core/components/drift';
import { guardBreaks, guardReach, guardText, isDeclared } from '@/core/components/guards';
import { renderNested } from '@/core/components/nested';
import { deprecationOf } from '@/core/components/lifecycle';
import { pathOf } from '@/core/tokens/token-tree';
import { themedParts, type ThemeElement } from '@/core/components/theme';
import { withTokenValues } from '@/core/components/style';
import { printStyle } from '@/core/components/style-text';
import { spellingOf } from '@/editing/tokens/token-spelling';
import type { Trace } from '@/core/components/trace';
import type { ComponentDefinition, Condition, Prop, StyleValue } from '@/core/components/definition';
import { itemsOf, ordered } from '@/core/document/item';
import { reachText } from '@/core/library/reach';
import { isAdjustable } from '@/core/products/overrides';
import { pageStyles } from '@/core/outputs/page-styles';
import { cssLine } from '@/core/tokens/css-text';
import { spacingSets, type LayoutGrid } from '@/core/tokens/spacing-sets';
import type { Context } from '@/core/tokens/system';
import { tracing } from './gallery';
import { backdropsOf } from '@/editing/session/backdrop';
import type { OpenLibrary } from '@/editing/session/open-library';
import { whereIs, type Where } from '@/editing/session/where';

export interface PropView {
  id: string;
  name: string;
  kind: Prop['kind'];
  values: string[];
  default: string;
  description: string;
  accepts: string[];
  most: number | null;
  holds: { name: string; icon: boolean; props: Record<string, string>; passed: Record<string, string> }[];
}

interface BehaviourView {
  id: string;
  kind: 'timed' | 'event' | 'note';
  part: string;
  words: string;
  text: string;
}

export interface ProofView {
  id: string;
  name: string;
  description: string;
  rank: string;
  css: string;
  /** Its own rules and kept blocks as one text, to be edited. */
  sheet: string;
  template: string;
  html: string;
  props: PropView[];
  parts: {
    id: string;
    name: string;
    shows: string;
    description: string;
    adjustable: string[];
    /** The element of a theme it was said to be; null: as its tag says, `stands`. */
    element: string | null;
    stands: ThemeElement | null;
    /** What would go with it, in words; empty: nothing. */
    goes: string;
  }[];
  /** All states a rule may speak of, the component's own last. */
  states: string[];
  /** Combinations that must not be made. */
  excluded: { id: string; when: string; why: string; combinations: number }[];
  bases: string[];
  /** The theme it follows, and all there are. */
  theme: string | null;
  themes: string[];
  /** All rule sets of the library. */
  ruleSets: string[];
  /** Components and icons that slots can hold. */
  pieces: { components: string[]; deprecated: string[]; icons: string[] };
  varies: string | null;
  deprecated: { reason: string; replacement: string | null } | null;
  unfinished: boolean;
  /** The library it comes from, where that is another. */
  from: string | null;
  script: string;
  behaviours: BehaviourView[];
  /** The same as they are played, times resolved through the lens. */
  played: PlayedBehaviour[];
  rules: {
    id: string;
    /** The theme, rule set or component it is written in, where that is not this one. */
    from: { kind: 'ruleSet' | 'component' | 'theme'; name: string } | null;
    conditions: Condition[];
    when: string;
    part: string;
    comment: string;
    declarations: { property: string; token: string | null; raw: string | null; css: string }[];
  }[];
  guards: {
    id: string;
    property: string;
    text: string;
    note: string;
    broken: string | null;
    /** In how many combinations and contexts it is looked at. */
    reach: number;
    /** Whether only a drawing can answer it. */
    measured: boolean;
  }[];
  /** Props that differ from those of its code, each with the line its code would have to be like this. */
  drift: { prop: string; problem: string; line: string | null }[];
  /** The file of code it is compared with. */
  codeFile: string | null;
  uses: (Where & { place: string })[];
  reachText: string;
  /** Placements that set a style which users may set. */
  adjusted: number;
  backdrops: { name: string; css: string }[];
  canEdit: boolean;
  trace: Trace | null;
  /** Layout grids that can be laid over a specimen. */
  grids: LayoutGrid[];
}

/** What one more value of a choice would bring. */
export function whatIfView(
  library: OpenLibrary,
  { name, prop, value }: { name: string; prop: string; value: string },
): (Omit<WhatIf, 'inherits'> & { inherits: { when: string; part: string; properties: string[] }[] }) | null {
  const component = itemsOf(library.items, 'component').find((other) => other.name === name);
  if (!component || value.trim() === '') return null;
  const { inherits, ...rest } = whatIf(component, prop, value.trim());
  return {
    ...rest,
    inherits: inherits.map(({ rule, part, properties }) => {
      const entry = component.entries[rule];
      return { when: entry?.kind === 'rule' ? conditionsText(entry.when) : '', part, properties };
    }),
  };
}

export function proof(
  library: OpenLibrary,
  { name, lens, surface: asked, trace }: { name: string; lens: Context; surface?: string; trace?: string },
): ProofView | null {
  const { items, resolution } = library;
  const component = itemsOf(items, 'component').find((other) => other.name === name);
  if (!component) return null;
  const authored = library.effective.authored.get(component.id) as ComponentDefinition;
  const backdrops = backdropsOf(library, lens, asked);
  const reaches = guardReach(component, resolution);
  const broken = new Map(
    guardBreaks(component, items, resolution).map(({ guard, finding }) => [guard, finding.message]),
  );
  const elements = themedParts(component);
  const homeOf = (entry: string) => {
    const home = entryHome(authored, entry, items);
    return home.kind === 'own' ? null : home;
  };
  const index = library.reach();
  const css = (value: StyleValue) => {
    if ('raw' in value) return withTokenValues(value.raw, items, resolution, lens);
    const resolved = resolution.value(pathOf(value.token, items), lens);
    return resolved ? cssLine(resolved) : '';
  };
  return {
    id: component.id,
    name,
    description: component.description,
    rank: itemsOf(items, 'rank').find((rank) => rank.id === component.rank)?.name ?? '',
    css: pageStyles(items, resolution, [component]),
    trace: tracing(library, [component], trace),
    grids: spacingSets(resolution, lens).grids,
    sheet: printStyle(ordered(authored.entries), spellingOf(library)),
    template: component.template,
    html: renderNested(component, items, { props: defaultProps(component), context: lens }),
    props: ordered(component.props).map((prop) => ({
      id: prop.id,
      name: prop.name,
      kind: prop.kind,
      values: prop.values,
      default: prop.default,
      description: prop.description,
      accepts: (prop.accepts ?? []).map(
        (reference) => named(items, 'component', reference)?.name ?? reference.path,
      ),
      most: prop.most ?? null,
      holds: (prop.holds ?? []).map(({ component: piece, asset, props, passed }) => ({
        name:
          (named(items, 'component', piece) ?? named(items, 'asset', asset))?.name ??
          (piece ?? asset)?.path ??
          '',
        icon: asset !== undefined,
        props,
        passed,
      })),
    })),
    parts: ordered(component.parts).map(({ id, name: part, shows, description, adjustable, element }) => ({
      id,
      name: part,
      shows,
      description,
      adjustable: adjustable ?? [],
      element: element ?? null,
      stands: elements.get(part) ?? null,
      goes: removalText(partRemoval(component, part)),
    })),
    states: [...new Set([...KNOWN_STATES, ...component.states])],
    excluded: ordered(component.excluded ?? {}).map(({ id, when, why }) => ({
      id,
      when: conditionsText(when),
      why,
      combinations:
        combinationsOf({ ...component, excluded: {} }).length -
        combinationsOf({ ...component, excluded: { [id]: component.excluded![id]! } }).length,
    })),
    bases: (component.bases ?? []).map((base) => named(items, 'ruleSet', base)?.name ?? base.path),
    ruleSets: itemsOf(items, 'ruleSet').map((set) => set.name),
    theme: themeOf(authored, library.effective.authored)?.name ?? null,
    themes: itemsOf(items, 'theme').map((one) => one.name),
    pieces: {
      components: itemsOf(items, 'component').flatMap((one) => (one.id === component.id ? [] : [one.name])),
      deprecated: itemsOf(items, 'component').flatMap((one) => (one.deprecation ? [one.name] : [])),
      icons: itemsOf(items, 'asset').flatMap((one) => (one.role === 'icon' ? [one.name] : [])),
    },
    varies: component.variationOf
      ? (named(items, 'component', component.variationOf)?.name ?? component.variationOf.path)
      : null,
    deprecated: deprecationOf(component),
    unfinished: component.visibility === 'internal',
    from: library.own.items.has(component.id) ? null : library.effective.originOf(component.id),
    script: component.script ?? '',
    behaviours: ordered(component.behaviours ?? {}).map((one) => ({
      id: one.id,
      kind: one.kind,
      part: one.part,
      words: behaviourText(one, (value) => ('raw' in value ? value.raw : pathOf(value.token, items))),
      text: one.text,
    })),
    played: ordered(component.behaviours ?? {}).flatMap((one): PlayedBehaviour[] => {
      const owner = componentClass(component);
      if (one.kind === 'event') return [{ kind: 'event', owner, part: one.part, name: one.name, on: one.on }];
      const ms = one.kind === 'timed' ? msOf(css(one.after)) : undefined;
      return one.kind === 'timed' && ms !== undefined
        ? [{ kind: 'timed', owner, part: one.part, state: one.state, does: one.does, ms }]
        : [];
    }),
    rules: ordered(component.entries).flatMap((entry) =>
      entry.kind === 'kept'
        ? []
        : [
            {
              id: entry.id,
              from: homeOf(entry.id),
              conditions: entry.when,
              when: conditionsText(entry.when),
              part: entry.part,
              comment: entry.comment,
              declarations: entry.declarations.map(([property, value]) => ({
                property,
                token: 'token' in value ? pathOf(value.token, items) : null,
                raw: 'raw' in value ? value.raw : null,
                css: css(value),
              })),
            },
          ],
    ),
    guards: ordered(component.guards).map((guard) => ({
      id: guard.id,
      property: guard.property,
      text: guardText(guard),
      note: guard.note,
      broken: broken.get(guard.id) ?? null,
      reach: reaches.get(guard.id) ?? 0,
      measured: !isDeclared(component, guard),
    })),
    drift: driftRows(component).map(({ prop, mine, problem }) => ({
      prop,
      problem,
      line: mine && propLine(mine),
    })),
    codeFile: component.code?.file ?? null,
    uses: index.direct(component.id).flatMap((use) => {
      const where = whereIs(library, use.by);
      return where ? [{ ...where, place: use.place }] : [];
    }),
    reachText: reachText(index, index.reached(component.id).keys()),
    adjusted: library.snapshot.products
      .flatMap((product) => product.items)
      .filter(
        (item) =>
          item.kind === 'placement' &&
          item.component.id === component.id &&
          Object.values(item.overrides).some(({ part, property }) => isAdjustable(component, part, property)),
      ).length,
    backdrops: backdrops.surfaces,
    canEdit: library.canEdit,
  };
}

/** The props of what stands in a slot, to be set or passed; null where there is no such component. */
export function nestedProps(
  library: OpenLibrary,
  { name }: { name: string },
): Pick<PropView, 'name' | 'kind' | 'values' | 'default'>[] | null {
  const component = itemsOf(library.items, 'component').find((other) => other.name === name);
  return component
    ? ordered(component.props)
        .filter(({ kind }) => kind !== 'slot')
        .map(({ name: prop, kind, values, default: standard }) => ({
          name: prop,
          kind,
          values,
          default: standard,
        }))
    : null;
}
