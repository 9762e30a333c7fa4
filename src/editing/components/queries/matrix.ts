import { ratioText } from '@/core/base/color/contrast';
import { axesOf } from '@/core/components/combinations';
import { renderContents, type Contents } from '@/core/components/contents';
import { conditionsText, type Combination } from '@/core/components/condition';
import { countSteps, type RuleCounts } from '@/core/components/counts';
import { keptText } from '@/core/components/passthrough-css';
import { contrastsChecked, isUnknown, matrixSteps, type MatrixCell } from '@/core/components/matrix';
import { renderNested } from '@/core/components/nested';
import { sizeSteps } from '@/core/components/sizes';
import type { ComponentDefinition } from '@/core/components/definition';
import { itemsOf, ordered } from '@/core/document/item';
import { between, runToEnd, type Steps } from '@/core/base/steps';
import { contextText, type Context } from '@/core/tokens/system';
import { backdropsOf } from '@/editing/session/backdrop';
import type { OpenLibrary } from '@/editing/session/open-library';

export interface CellView {
  /** Where it fails, if that is not under the lens. */
  elsewhere?: string;
  props: Record<string, string>;
  states: string[];
  label: string;
  state: string;
  html: string;
  fails: boolean;
  /** Whether all of it is known from the rules; otherwise something has to be measured. */
  known: boolean;
  checks: {
    part: string;
    kind: string;
    /** Rounded down to two decimals; null: not known, it has to be measured. */
    ratio: string | null;
    needs: number | null;
    worst: string;
    passes: boolean;
  }[];
}

export interface MatrixView {
  counts: {
    /** Combinations looked at. */
    combinations: number;
    /** Choices × flags × states, before any is excluded or a sample taken. */
    size: number;
    excluded: number;
    sampled: boolean;
    rules: number;
    failing: number;
    /** Contrasts held against what they need. */
    checked: number;
    /** Combinations that do not fail as far as it is known, and of which something has to be measured. */
    unknown: number;
    contexts: number;
  };
  /** What kept CSS may reach, so that rules alone do not say it: `color of label`. */
  kept: string[];
  /** What the rules come to over all combinations; rules by their words. */
  sums: { alike: number; idle: string[]; never: string[]; overruled: string[]; ties: string[] };
  /** What cells can be grouped by. */
  axes: string[];
  groups: { label: string; values: string[]; of: number; failing: number; cells: CellView[] }[];
}

interface MatrixAsked {
  name: string;
  lens: Context;
  surface?: string;
  /** Props, or `state`, each value of which makes a group. */
  by?: string[];
  only?: 'failing';
  /** What every cell is filled with. */
  contents?: Contents;
  /** As many cells at most over all groups. */
  most?: number;
}

/** Every combination of a component: counted, grouped, failing ones first, then those that are not known. */
export const matrix = (library: OpenLibrary, asked: MatrixAsked): MatrixView | null =>
  runToEnd(matrixInSteps(library, asked));

/** The same in steps, for there may be many. */
export function* matrixInSteps(library: OpenLibrary, asked: MatrixAsked): Steps<MatrixView | null> {
  const { items, resolution } = library;
  const component = itemsOf(items, 'component').find((other) => other.name === asked.name);
  if (!component) return null;
  const backdrop = backdropsOf(library, asked.lens, asked.surface).at;
  const { cells, ...counts } = yield* between(0, 0.5, matrixSteps(component, items, resolution, backdrop));
  const sums = yield* between(0.5, 1, countSteps(component));
  const axes = [...axesOf(component).props.map(({ name }) => name), 'state'];
  const by = (asked.by ?? []).filter((name) => axes.includes(name));
  const failing = cells.filter((cell) => cell.fails).length;
  const unknown = cells.filter((cell) => !cell.fails && isUnknown(cell)).length;
  const groups = new Map<string, { values: string[]; cells: MatrixCell[] }>();
  for (const cell of asked.only === 'failing' ? cells.filter(({ fails }) => fails) : cells) {
    const values = by.map((axis) => `${axis} ${valueText(component, cell.combination, axis)}`);
    const group = groups.get(values.join(', '));
    if (group) group.cells.push(cell);
    else groups.set(values.join(', '), { values, cells: [cell] });
  }
  const share = Math.max(6, Math.floor((asked.most ?? 48) / Math.max(1, groups.size)));
  const view = (cell: MatrixCell) => cellView(component, library, cell, asked.lens, asked.contents);
  return {
    counts: {
      ...counts,
      combinations: cells.length,
      failing,
      checked: contrastsChecked(cells),
      unknown,
      rules: Object.keys(component.entries).length,
      contexts: resolution.contexts.length,
    },
    kept: keptText(component),
    sums: sumsOf(component, sums),
    axes,
    groups: [...groups].slice(0, 60).map(([label, { values, cells: all }]) => {
      const failed = all.filter(({ fails }) => fails);
      const rest = all.filter(({ fails }) => !fails);
      return {
        label,
        values,
        of: all.length,
        failing: failed.length,
        cells: [...failed, ...rest.filter(isUnknown), ...rest.filter((cell) => !isUnknown(cell))]
          .slice(0, share)
          .map(view),
      };
    }),
  };
}

function sumsOf(
  component: ComponentDefinition,
  { alike, idle, never, overruled, ties }: RuleCounts,
): MatrixView['sums'] {
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

const valueText = (component: ComponentDefinition, { props, states }: Combination, axis: string): string => {
  if (axis === 'state') return states.join(' + ') || 'rest';
  const flag = Object.values(component.props).some(({ name, kind }) => name === axis && kind === 'flag');
  return flag ? (props[axis] === 'true' ? 'set' : 'not set') : (props[axis] ?? '');
};

/** A combination by what it sets: `danger · large`. */
function combinationText(component: ComponentDefinition, { props }: Pick<Combination, 'props'>): string {
  const words = ordered(component.props).map(({ name, kind }) =>
    kind === 'choice' ? props[name] : kind === 'flag' && props[name] ? name : '',
  );
  return words.filter(Boolean).join(' · ') || 'as it is';
}

export function cellView(
  component: ComponentDefinition,
  { items }: OpenLibrary,
  { combination, checks, fails }: MatrixCell,
  lens: Context,
  contents: Contents = 'default',
): CellView {
  const failing = checks.filter(({ ratio, passes }) => ratio !== undefined && !passes);
  const under = failing[0]?.worst;
  const elsewhere = under !== undefined && Object.entries(under).some(([axis, name]) => lens[axis] !== name);
  return {
    props: combination.props,
    states: [...combination.states],
    label: combinationText(component, combination),
    state: combination.states.join(' + ') || 'rest',
    html: renderContents(component, items, contents, { ...combination, context: lens }),
    fails,
    ...(elsewhere && { elsewhere: contextText(under) }),
    known: !isUnknown({ checks }),
    checks: checks.map((check) => ({
      part: check.part,
      kind: check.kind,
      ratio: check.ratio === undefined ? null : ratioText(check.ratio),
      needs: check.needs ?? null,
      worst: check.worst ? contextText(check.worst) : '',
      passes: check.passes,
    })),
  };
}

interface SizesView {
  /** One drawing of each size, numbered by `data-cell`. */
  html: string;
  cells: { label: string; props: Record<string, string>; states: string[]; times: number }[];
  /** Sizes that are not drawn, there being too many. */
  more: number;
}

/** As many sizes are drawn to be measured. */
const MOST_SIZES = 400;

/** Every size a component can come in, to be drawn and measured: each stands for all combinations that are as large. */
export function* sizesInSteps(
  { items }: OpenLibrary,
  { name, lens }: { name: string; lens: Context },
): Steps<SizesView | null> {
  const component = itemsOf(items, 'component').find((other) => other.name === name);
  if (!component) return null;
  const all = yield* sizeSteps(component);
  const groups = all.slice(0, MOST_SIZES);
  return {
    more: all.length - groups.length,
    html: groups
      .map(
        ({ combination }, i) =>
          `<div data-cell="${i}">${renderNested(component, items, { ...combination, context: lens })}</div>`,
      )
      .join(''),
    cells: groups.map(({ combination, times }) => ({
      label: `${combinationText(component, combination)}, ${combination.states.join(' + ') || 'rest'}`,
      props: combination.props,
      states: [...combination.states],
      times,
    })),
  };
}
