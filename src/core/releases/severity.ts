export type Severity = 'patch' | 'minor' | 'major';
export type Bump = 'none' | Severity;

const WEIGHT = { none: 0, patch: 1, minor: 2, major: 3 } as const;

export function worse<A extends Bump, B extends Bump>(a: A, b: B): A | B {
  return WEIGHT[a] >= WEIGHT[b] ? a : b;
}

export function worst(severities: Iterable<Severity>): Bump {
  let result: Bump = 'none';
  for (const severity of severities) result = worse<Bump, Bump>(result, severity);
  return result;
}

/** What a change of each kind costs (COMMANDS, `diff`); a table of one's own may replace any line. */
export type SeverityTable = Record<string, Severity>;
export const SEVERITIES: SeverityTable = {
  added: 'minor',
  removed: 'major',
  renamed: 'major',
  'renamed-kept': 'minor',
  type: 'major',
  value: 'minor',
  'value-unseen': 'patch',
  alias: 'minor',
  'alias-same': 'patch',
  deprecated: 'minor',
  described: 'patch',
  'axis-added': 'minor',
  'axis-removed': 'major',
  'context-added': 'minor',
  'context-removed': 'major',
  default: 'minor',
  'pairing-broken': 'major',
  'pairing-changed': 'patch',
  'made-internal': 'major',
  'made-released': 'minor',
};
