import type { Rgb } from '../base/color/color';
import type { ComponentDefinition } from './definition';
import type { Items } from '../document/item';
import { runToEnd, type Steps } from '../base/steps';
import type { Resolution } from '../tokens/resolve';
import type { Context } from '../tokens/system';
import { askedOf, type ContrastRequirement } from './contrast-requirements';
import { knownStyles, partStyles } from './cell-style';
import { combinations } from './combinations';
import type { Combination } from './condition';
import { PartStyleCache } from './part-style-cache';
import { rulesBySpecificity } from './style';
import { borderContrast, contentContrast, type PartStyles } from './surfaces';

export interface ContrastCheck {
  /** The part; of a piece that stands in a slot, `label of button`. */
  part: string;
  kind: ContrastRequirement['kind'];
  /** The lowest ratio over all contexts; undefined: not known, to be measured. */
  ratio: number | undefined;
  /** The ratio needed; undefined where WCAG asks for none (a disabled control). */
  needs: number | undefined;
  /** The context in which the lowest ratio holds. */
  worst: Context | undefined;
  /** Whether it is as high as needed; what is not known neither passes nor fails. */
  passes: boolean;
}

export interface MatrixCell {
  combination: Combination;
  checks: ContrastCheck[];
  fails: boolean;
}

interface Matrix {
  /** In the order the combinations turn. */
  cells: MatrixCell[];
  size: number;
  excluded: number;
  sampled: boolean;
}

/** Whether something of a cell has to be measured before it can be said to hold. */
export const isUnknown = ({ checks }: Pick<MatrixCell, 'checks'>): boolean =>
  checks.some(({ ratio, needs }) => ratio === undefined && needs !== undefined);

/** Whether a check fails, as far as it is known. */
const failsKnown = ({ ratio, passes }: ContrastCheck): boolean => ratio !== undefined && !passes;

/** One contrast in its worst context. `styleIn` gives the styles of the parts under one context. */
function worstOf(
  { part, kind, chain, piece, restsWhenDisabled }: ContrastRequirement,
  disabled: boolean,
  resolution: Resolution,
  backdrop: (context: number) => Rgb,
  styleIn: (context: number) => PartStyles,
): ContrastCheck | undefined {
  let worst: ContrastCheck | undefined;
  const places = piece ? [...piece.chain, ...chain] : chain;
  for (let context = 0; context < resolution.contexts.length; context++) {
    const styles = styleIn(context);
    const outcome =
      kind === 'border'
        ? borderContrast(places[0]!, places.slice(1), styles, backdrop(context))
        : contentContrast(kind, places, styles, backdrop(context));
    if (!outcome) continue;
    const { ratio } = outcome;
    const needs = disabled && restsWhenDisabled ? undefined : outcome.needs;
    const passes = needs === undefined || (ratio !== undefined && ratio >= needs);
    const check = { part, kind, ratio, needs, worst: resolution.contexts[context], passes };
    if (!worst || rank(check) < rank(worst)) worst = check;
  }
  return worst;
}

/** The contrasts of one cell on its own, under all contexts: the definition that `matrixOf` shares the work of. */
export function cellChecks(
  component: ComponentDefinition,
  items: Items,
  resolution: Resolution,
  combination: Combination,
  backdrop: (context: number) => Rgb,
): ContrastCheck[] {
  const rules = rulesBySpecificity(component);
  const styles = resolution.contexts.map((_, context) =>
    knownStyles(partStyles(component, items, resolution, combination, context, rules), component),
  );
  const disabled = combination.states.includes('disabled');
  return weakestEach(
    askedOf(component, items, resolution).flatMap((asked) => {
      if (!asked.shownWhen(combination)) return [];
      const check = worstOf(asked, disabled, resolution, backdrop, (context) =>
        withPiece(styles[context]!, asked, combination, context),
      );
      return check ? [check] : [];
    }),
  );
}

/** How many contrasts were held against what they need: only of these it can be said that they pass. */
export const contrastsChecked = (cells: readonly MatrixCell[]): number =>
  cells.reduce(
    (sum, { checks }) =>
      sum + checks.filter(({ ratio, needs }) => ratio !== undefined && needs !== undefined).length,
    0,
  );

/** How far a contrast is from what it needs; what is not known comes before all. */
const rank = ({ ratio, needs }: Pick<ContrastCheck, 'ratio' | 'needs'>): number =>
  ratio === undefined ? -1 : ratio / (needs ?? 1);

/** Of pieces that stand several times in a component the weakest, where the first one stood. */
function weakestEach(checks: readonly ContrastCheck[]): ContrastCheck[] {
  const weakest = new Map<string, ContrastCheck>();
  for (const check of checks) {
    const key = `${check.kind} ${check.part}`;
    const known = weakest.get(key);
    if (!known || rank(check) < rank(known)) weakest.set(key, check);
  }
  return weakest.size === checks.length ? [...checks] : [...weakest.values()];
}

const withPiece = (
  own: PartStyles,
  { piece }: ContrastRequirement,
  combination: Combination,
  context: number,
): PartStyles => (piece ? new Map([...own, ...piece.styles(combination, context)]) : own);

/** Every allowed combination with its contrasts under all contexts. */
export const matrixOf = (...given: Parameters<typeof matrixSteps>): Matrix => runToEnd(matrixSteps(...given));

/**
 * The same in steps of 200 cells. Cells share work: a part's styles are worked out once for each set of its rules that hold
 * together, and a contrast once for each such choice along the parts it stands in.
 */
export function* matrixSteps(
  component: ComponentDefinition,
  items: Items,
  resolution: Resolution,
  backdrop: (context: number) => Rgb,
  most?: number,
): Steps<Matrix> {
  const { all, ...counts } = combinations(component, most);
  const asked = askedOf(component, items, resolution);
  const looks = new PartStyleCache(component, items, resolution);
  const known = new Map<string, ContrastCheck | undefined>();
  const cells: MatrixCell[] = [];
  for (const combination of all) {
    if (cells.length % 200 === 199) yield cells.length / all.length;
    looks.turnTo(combination);
    const disabled = combination.states.includes('disabled');
    const checks: ContrastCheck[] = [];
    asked.forEach((one, i) => {
      if (!one.shownWhen(combination)) return;
      const inner = one.piece ? one.piece.keyOf(combination) : '';
      const key = `${i}${disabled ? 'x' : ' '}${looks.keyOf(one.chain)}${inner}`;
      let check = known.get(key);
      if (check === undefined && !known.has(key)) {
        check = worstOf(one, disabled, resolution, backdrop, (context) =>
          withPiece(looks.styles(one.chain, context), one, combination, context),
        );
        known.set(key, check);
      }
      if (check) checks.push(check);
    });
    cells.push({ combination, checks: weakestEach(checks), fails: checks.some(failsKnown) });
  }
  return { cells, ...counts };
}
