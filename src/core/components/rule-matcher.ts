import { append } from '../base/append';
import type { ComponentDefinition } from './definition';
import { conditionHolds, effectiveStates, type Combination } from './condition';
import { rulesBySpecificity, type RuleEntry } from './style';

/**
 * The rules of a component as its combinations turn. What follows from a part's rules is the same wherever the same rules
 * hold, so that it can be kept by `keyOf` and worked out once.
 */
export class RuleMatcher {
  /** The rules of each part, from weakest to strongest. */
  readonly rules = new Map<string, RuleEntry[]>();
  private readonly keys = new Map<string, string>();

  constructor(component: Pick<ComponentDefinition, 'entries'>) {
    for (const rule of rulesBySpecificity(component)) append(this.rules, rule.part, rule);
  }

  turnTo({ props, states }: Combination): void {
    const effective = effectiveStates(states);
    for (const [part, rules] of this.rules) {
      let key = '';
      for (const { when } of rules) {
        let holds = true;
        for (const condition of when) if (!(holds = conditionHolds(condition, props, effective))) break;
        key += holds ? '1' : '0';
      }
      this.keys.set(part, key);
    }
  }

  /** Equal in two combinations where the same of its rules hold. */
  keyOf(part: string): string {
    return this.keys.get(part) ?? '';
  }

  /** Those of a part's rules that hold, from weakest to strongest. */
  holding(part: string): RuleEntry[] {
    const key = this.keyOf(part);
    return (this.rules.get(part) ?? []).filter((_, i) => key[i] === '1');
  }
}
