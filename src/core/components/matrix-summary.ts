import type { Rgb } from '../base/color/color';
import type { ComponentDefinition } from './definition';
import type { Items } from '../document/item';
import type { Resolution } from '../tokens/resolve';
import { between, type Steps } from '../base/steps';
import type { Combination } from './condition';
import { countSteps, type RuleCounts } from './counts';
import { contrastsChecked, isUnknown, matrixSteps, type ContrastCheck } from './matrix';

/** What the combinations of a component come to, in short. */
export interface MatrixSummary {
  combinations: number;
  /** Whether these are a sample. */
  sampled: boolean;
  failing: number;
  /** Contrasts held against what they need. */
  checked: number;
  /** Combinations that do not fail by their rules, and of which something has to be measured. */
  unknown: number;
  /** Of each part and kind that fails anywhere, the weakest. */
  weakest: { check: ContrastCheck; combination: Combination; times: number }[];
  counts: RuleCounts;
}

/** Of so many combinations at most, spread evenly, it is said here what they come to; the matrix looks at more. */
const MOST = 2000;

/** In steps, for it may take a while. */
export function* summarySteps(
  component: ComponentDefinition,
  items: Items,
  resolution: Resolution,
  backdrop: (context: number) => Rgb,
): Steps<MatrixSummary> {
  const { cells, sampled } = yield* between(
    0,
    0.6,
    matrixSteps(component, items, resolution, backdrop, MOST),
  );
  const counts = yield* between(0.6, 1, countSteps(component, MOST));
  const weakest = new Map<string, MatrixSummary['weakest'][number]>();
  for (const { combination, checks } of cells)
    for (const check of checks) {
      if (check.ratio === undefined || check.passes) continue;
      const key = `${check.kind} ${check.part}`;
      const known = weakest.get(key);
      const times = (known?.times ?? 0) + 1;
      weakest.set(
        key,
        known && known.check.ratio! <= check.ratio ? { ...known, times } : { check, combination, times },
      );
    }
  return {
    combinations: cells.length,
    sampled,
    checked: contrastsChecked(cells),
    failing: cells.filter(({ fails }) => fails).length,
    unknown: cells.filter((cell) => !cell.fails && isUnknown(cell)).length,
    weakest: [...weakest.values()],
    counts,
  };
}
