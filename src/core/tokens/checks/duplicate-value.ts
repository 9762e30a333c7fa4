import { writeJson } from '../../base/json/write';
import { referToOther } from '../fix-intents';
import type { Check } from './check';
import type { Finding } from '../../findings/finding';
import { literalsOf } from '../literals';

/** Literal tokens of one type with the same value everywhere: one of them is enough, or the later is an alias. */
export const duplicateValue: Check = {
  code: 'duplicate-value',
  title: 'Duplicate value',
  run({ resolution }) {
    const findings: Finding[] = [];
    const first = new Map<string, string>();
    for (const { path, type, values } of literalsOf(resolution)) {
      const key = `${type}\n${values.map((value) => writeJson(value)).join('\n')}`;
      const other = first.get(key);
      if (other === undefined) first.set(key, path);
      else
        findings.push({
          code: 'duplicate-value',
          level: 'warning',
          path,
          related: [other],
          message: `${path} has the same value as ${other}`,
          fix: `Make it an alias of ${other}, or remove one of them`,
        });
    }
    return findings;
  },
  fix: referToOther,
};
