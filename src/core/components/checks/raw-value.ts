import type { Finding } from '../../findings/finding';
import { ordered } from '../../document/item';
import { conditionsText } from '../condition';
import { rawParts } from '../raw-values';
import { bindToken } from '../bind-token';
import { placeText, type ComponentCheck } from './check';

/**
 * Values of rules that stand where a token could: equal to one, near to one, or strange to the library. Only what is written
 * in the component itself, so that what a rule set or another component says is found once.
 */
export const rawValue: ComponentCheck = {
  titles: {
    'raw-exact': 'Raw value that equals a token',
    'raw-near': 'Raw value near a token',
    'raw-foreign': 'Raw value that is no token',
  },
  run({ component, authored, bindings }) {
    const findings: Finding[] = [];
    for (const entry of ordered(authored.entries)) {
      if (entry.kind !== 'rule') continue;
      for (const [property, value] of entry.declarations) {
        if (!('raw' in value)) continue;
        const parts = rawParts(property, value.raw);
        if (parts.length === 0) continue;
        const place = placeText(component, property, entry.part, conditionsText(entry.when));
        // A value of several parts cannot be one token; each of its parts could.
        const whole = parts.length === 1 && parts[0] === value.raw.trim();
        const found = whole ? bindings().suggest(property, value.raw) : undefined;
        const code = found ? (found.exact ? 'raw-exact' : 'raw-near') : 'raw-foreign';
        findings.push({
          code,
          level: code === 'raw-exact' ? 'warning' : 'note',
          path: place,
          message: `${place} is ${value.raw}, ${
            found
              ? found.exact
                ? `which is the token ${found.path}`
                : `near to the token ${found.path} (${found.css})`
              : 'which is not a token'
          }`,
          fix: found ? `Bind it to {${found.path}}` : 'Bind a token, or make one for it',
          ...(found && { related: [found.path] }),
          at: { pointer: `/entries/${entry.id}/${property}` },
        });
      }
    }
    return findings;
  },
  fixes: { 'raw-exact': bindToken, 'raw-near': bindToken },
};
