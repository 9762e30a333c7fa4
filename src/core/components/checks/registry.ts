import { worstFirst, type Finding } from '../../findings/finding';
import type { FixOf } from '../../tokens/checks/check';
import type { ComponentCheck, ComponentCheckInput, ComponentFixGround } from './check';
import { codeDrift } from './code-drift';
import { combinationContrast } from './combination-contrast';
import { cssUnknown } from './css-unknown';
import { defaultMissing } from './default-missing';
import { deprecatedUse } from './deprecated-use';
import { guardBroken } from './guard-broken';
import { partMissing } from './part-missing';
import { rawValue } from './raw-value';
import { ruleIdle } from './rule-idle';
import { ruleTie } from './rule-tie';
import { slotMisfit } from './slot-misfit';
import { templateNames } from './template-names';
import { templateUnsound } from './template-unsound';
import { valueMissing } from './value-missing';

export const COMPONENT_CHECKS: readonly ComponentCheck[] = [
  guardBroken,
  templateUnsound,
  templateNames,
  partMissing,
  valueMissing,
  cssUnknown,
  slotMisfit,
  defaultMissing,
  combinationContrast,
  deprecatedUse,
  ruleTie,
  ruleIdle,
  rawValue,
  codeDrift,
];

export const COMPONENT_FIXES: ReadonlyMap<string, FixOf<ComponentFixGround>> = new Map(
  COMPONENT_CHECKS.flatMap(({ fixes }) => Object.entries(fixes ?? {})),
);

/** All there is to say of one component, worst first. */
export const checkComponent = (input: ComponentCheckInput): Finding[] =>
  COMPONENT_CHECKS.flatMap((check) =>
    check.run(input).map((finding): Finding => ({ ...finding, component: input.component.name })),
  ).sort(worstFirst);
