import type { Check, CheckInput } from './check';
import { contrast } from './contrast';
import { deprecatedUse } from './deprecated-use';
import { worstFirst, type Finding } from './finding';
import { layerTie } from './layer-tie';
import { offRhythm } from './off-rhythm';
import { tierSkip } from './tier-skip';

export const CHECKS: readonly Check[] = [contrast, deprecatedUse, layerTie, offRhythm, tierSkip];

/** What resolving found and what every check has to say, worst first. */
export function runChecks(input: CheckInput): Finding[] {
  return [...input.resolution.findings(), ...CHECKS.flatMap((check) => check.run(input))].sort(worstFirst);
}
