import { registryOf } from '../../base/registry';
import type { Check, CheckInput, FixOf } from './check';
import { contextGap } from './context-gap';
import { contextMissing } from './context-missing';
import { contrast } from './contrast';
import { deprecatedUse } from './deprecated-use';
import { duplicateValue } from './duplicate-value';
import type { Finding } from '../../findings/finding';
import { CheckResults } from './results';
import { fontMissing } from './font-missing';
import { fontWeightMissing } from './font-weight-missing';
import { legacyValue } from './legacy-value';
import { layerTie } from './layer-tie';
import { nearDuplicate } from './near-duplicate';
import { offRhythm } from './off-rhythm';
import { rawPurpose } from './raw-purpose';
import { tierSkip } from './tier-skip';
import { unusedPrimitive } from './unused-primitive';

export const CHECKS: readonly Check[] = [
  contrast,
  contextMissing,
  deprecatedUse,
  duplicateValue,
  nearDuplicate,
  layerTie,
  fontMissing,
  fontWeightMissing,
  offRhythm,
  tierSkip,
  contextGap,
  rawPurpose,
  unusedPrimitive,
];

/** What would fix a finding, by its code: of the checks, and of what is found in reading. */
export const TOKEN_FIXES: ReadonlyMap<string, FixOf> = new Map(
  [...registryOf<Pick<Check, 'code' | 'fix'>>([...CHECKS, legacyValue], ({ code }) => code).values()].flatMap(
    ({ code, fix }): [string, FixOf][] => (fix ? [[code, fix]] : []),
  ),
);

/** What resolving found and what every check has to say, worst first. */
export const runChecks = (input: CheckInput): Finding[] => CheckResults.of(CHECKS, input).all();
