import { rgbOfToken } from '../checks/contrast';
import type { Finding } from '../checks/finding';
import type { Rgb } from '../color/color';
import { ratioText } from '../color/contrast';
import { conditionsText, defaultProps } from '../components/condition';
import { brokenGuards } from '../components/guards';
import { combinationsOf, matrixOf } from '../components/matrix';
import { renderComponent } from '../components/render';
import { pathOf } from '../components/style';
import { templateOf } from '../components/template';
import { ruleCounts, whatIf, type WhatIf } from '../components/counts';
import { traceOf, type Trace } from '../components/trace';
import { compileCss } from '../components/compile';
import { itemsOf, ordered, type ComponentItem, type StyleValue } from '../documents/items';
import { typeOf } from '../tokens/modernise';
import { spacingSets, type LayoutGrid } from '../tokens/spacing-sets';
import { cssLine } from '../tokens/css-text';
import { contextText, type Context } from '../tokens/system';
import { pageStyles } from '../screens/screen';
import { reachText } from '../reach/reach';
import type { OpenLibrary } from './open-library';
import { whereIs, type Where } from './where';

export interface ComponentsView {
  ranks: {
    name: string;
    components: {
      id: string;
      name: string;
      description: string;
      rank: string;
      combinations: number;
      failing: number;
      uses: number;
      html: string;
      visibility: string;
      deprecated: boolean;
    }[];
  }[];
  css: string;
  /** CSS colour of the surface the specimens stand on, through the lens. */
  ground: string;
  trace: Trace | null;
}

export interface ProofView {
  id: string;
  name: string;
  description: string;
  rank: string;
  css: string;
  /** The style sheet of this component alone, as code. */
  code: string;
  template: string;
  html: string;
  props: { id: string; name: string; kind: string; values: string[]; default: string; description: string }[];
  parts: { name: string; shows: string; description: string }[];
  states: string[];
  rules: {
    id: string;
    when: string;
    part: string;
    comment: string;
    declarations: { property: string; token: string | null; raw: string | null; css: string }[];
  }[];
  cells: {
    props: Record<string, string>;
    label: string;
    state: string;
    html: string;
    fails: boolean;
    checks: {
      part: string;
      kind: string;
      ratio: string;
      needs: number | null;
      worst: string;
      passes: boolean;
    }[];
  }[];
  counts: { combinations: number; rules: number; failing: number; contexts: number };
  /** What the rules come to over all combinations; rules by their words. */
  sums: { alike: number; idle: string[]; never: string[]; overruled: string[]; ties: string[] };
  guards: { id: string; text: string; note: string; broken: string | null }[];
  findings: Finding[];
  uses: (Where & { place: string })[];
  reachText: string;
  grounds: { name: string; css: string }[];
  canEdit: boolean;
  trace: Trace | null;
  /** Layout grids that can be laid over a specimen. */
  grids: LayoutGrid[];
}

const WHITE: Rgb = { r: 1, g: 1, b: 1, alpha: 1 };

/** The surfaces a specimen may stand on: tokens whose path speaks of a surface, page first. */
function surfacesOf(library: OpenLibrary): string[] {
  const { resolution } = library;
  const found = resolution.paths.filter(
    (path) => /(^|\.)surface(\.|$)/.test(path) && resolution.variants(path)[0]?.resolved.type === 'color',
  );
  return found.sort((a, b) => Number(b.endsWith('page')) - Number(a.endsWith('page'))).slice(0, 8);
}

/** Where a token shows in these components; null where none is asked for, or there is none of that path. */
function tracing(
  { items, resolution }: OpenLibrary,
  of: ComponentItem[],
  path: string | undefined,
): Trace | null {
  return path !== undefined && resolution.index.numbers.has(path)
    ? traceOf(of, items, resolution, path)
    : null;
}

export function components(
  library: OpenLibrary,
  { lens, trace }: { lens: Context; trace?: string },
): ComponentsView {
  const { items, resolution } = library;
  const all = itemsOf(items, 'component').sort((a, b) => (a.order < b.order ? -1 : 1));
  const ranks = itemsOf(items, 'rank').sort((a, b) => (a.order < b.order ? -1 : 1));
  const [surface] = surfacesOf(library);
  const ground = (context: number) =>
    (surface ? rgbOfToken(resolution, surface, context) : undefined) ?? WHITE;
  const view = (component: ComponentItem) => ({
    id: component.id,
    name: component.name,
    description: component.description,
    rank: ranks.find((rank) => rank.id === component.rank)?.name ?? 'unranked',
    combinations: combinationsOf(component).length,
    failing: matrixOf(component, items, resolution, ground).filter((cell) => cell.fails).length,
    uses: library.reach().direct(component.id).length,
    html: renderComponent(component),
    visibility: component.visibility,
    deprecated: component.deprecation !== null,
  });
  const shown = all.map(view);
  const names = [...ranks.map((rank) => rank.name), 'unranked'];
  return {
    ranks: names
      .map((name) => ({ name, components: shown.filter((component) => component.rank === name) }))
      .filter((rank) => rank.components.length > 0),
    css: pageStyles(items, resolution, all),
    trace: tracing(library, all, trace),
    ground: surface && resolution.value(surface, lens) ? cssLine(resolution.value(surface, lens)!) : '#fff',
  };
}

function sumsOf(component: ComponentItem): ProofView['sums'] {
  const { alike, idle, never, overruled, ties } = ruleCounts(component);
  const words = (id: string) => {
    const rule = component.entries[id];
    return rule?.kind === 'rule' ? conditionsText(rule.when) || 'always' : id;
  };
  return {
    alike,
    idle,
    never: never.map(words),
    overruled: overruled.map(words),
    ties: ties.map(
      ({ first, second, part, property }) =>
        `${property} of ${part} when ${words(first)} and when ${words(second)}`,
    ),
  };
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
  const surfaces = surfacesOf(library);
  const surface = asked && surfaces.includes(asked) ? asked : surfaces[0];
  const ground = (context: number) =>
    (surface ? rgbOfToken(resolution, surface, context) : undefined) ?? WHITE;
  const choices = ordered(component.props).filter((prop) => prop.kind === 'choice' || prop.kind === 'flag');
  const cells = matrixOf(component, items, resolution, ground).map(({ combination, checks, fails }) => ({
    props: combination.props,
    label:
      choices
        .map((prop) =>
          prop.kind === 'flag'
            ? combination.props[prop.name]
              ? prop.name
              : ''
            : combination.props[prop.name],
        )
        .filter(Boolean)
        .join(' · ') || 'as it is',
    state: combination.states.join(' + ') || 'rest',
    html: renderComponent(component, combination),
    fails,
    checks: checks.map((check) => ({
      part: check.part,
      kind: check.kind,
      ratio: check.ratio === undefined ? 'not known, measure' : ratioText(check.ratio),
      needs: check.needs ?? null,
      worst: check.worst ? contextText(check.worst) : '',
      passes: check.passes,
    })),
  }));
  const broken = new Map(
    brokenGuards(component, items, resolution).map((finding) => [
      finding.message.split(' is promised')[0]!,
      finding.message,
    ]),
  );
  const index = library.reach();
  const css = (value: StyleValue) => {
    if ('raw' in value) return value.raw;
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
    code: compileCss(component, items, (path) => typeOf(resolution, path)),
    template: component.template,
    html: renderComponent(component, { props: defaultProps(component) }),
    props: ordered(component.props).map(
      ({ id, name: prop, kind, values, default: standard, description }) => ({
        id,
        name: prop,
        kind,
        values,
        default: standard,
        description,
      }),
    ),
    parts: ordered(component.parts).map(({ name: part, shows, description }) => ({
      name: part,
      shows,
      description,
    })),
    states: component.states,
    rules: ordered(component.entries).flatMap((entry) =>
      entry.kind === 'kept'
        ? []
        : [
            {
              id: entry.id,
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
    cells,
    counts: {
      combinations: cells.length,
      rules: Object.keys(component.entries).length,
      failing: cells.filter((cell) => cell.fails).length,
      contexts: resolution.contexts.length,
    },
    sums: sumsOf(component),
    guards: ordered(component.guards).map((guard) => {
      const where = conditionsText(guard.when);
      return {
        id: guard.id,
        text: `${guard.property} of ${guard.part} is ${guard.value}${where ? ` when ${where}` : ''}`,
        note: guard.note,
        broken: broken.get(`${component.name}: ${guard.property} of ${guard.part}`) ?? null,
      };
    }),
    findings: templateOf(component.template).findings,
    uses: index.direct(component.id).flatMap((use) => {
      const where = whereIs(library, use.by);
      return where ? [{ ...where, place: use.place }] : [];
    }),
    reachText: reachText(index, index.reached(component.id).keys()),
    grounds: surfaces.map((path) => {
      const resolved = resolution.value(path, lens);
      return { name: path, css: resolved ? cssLine(resolved) : '#fff' };
    }),
    canEdit: library.canEdit,
  };
}
