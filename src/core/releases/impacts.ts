import type { Impact } from '../document/impact';

/** What a change of each kind costs (COMMANDS, `diff`); a table of one's own may replace any line. */
export type ImpactTable = Record<string, Impact>;
export const IMPACTS: ImpactTable = {
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
