import type { Finding } from '../../findings/finding';
import type { Condition } from '../definition';
import { ordered } from '../../document/item';
import { conditionsText } from '../condition';
import type { ComponentCheck } from './check';

/** Rules, guards and exclusions that ask for a prop or value which is not there. */
export const valueMissing: ComponentCheck = {
  titles: {
    'value-missing': 'Condition on a missing prop or value',
  },
  run({ component }) {
    const props = new Map(ordered(component.props).map((prop) => [prop.name, prop]));
    const problem = (condition: Condition): string | undefined => {
      if (condition.kind === 'state') return undefined;
      const prop = props.get(condition.prop);
      if (!prop) return `the prop ${condition.prop}`;
      if (condition.kind === 'flag' || prop.kind !== 'choice') return undefined;
      const gone = condition.is.filter((value) => !prop.values.includes(value));
      return gone.length > 0 ? `the value ${gone.join(', ')} of ${prop.name}` : undefined;
    };
    const look = (what: string, when: readonly Condition[]): Finding[] => {
      const missing = when.map(problem).find((one) => one !== undefined);
      return missing === undefined
        ? []
        : [
            {
              code: 'value-missing',
              level: 'error',
              path: `${component.name}: ${conditionsText(when)}`,
              message: `${component.name}: ${what} when ${conditionsText(when)} asks for ${missing}, which is not there`,
              fix: 'Add it to the props, or change the condition',
            },
          ];
    };
    return [
      ...ordered(component.entries).flatMap((entry) =>
        entry.kind === 'rule' ? look('the rule', entry.when) : [],
      ),
      ...ordered(component.guards).flatMap(({ when }) => look('the guard', when)),
      ...ordered(component.excluded ?? {}).flatMap(({ when }) => look('the exclusion', when)),
    ];
  },
};
