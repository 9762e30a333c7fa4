import type { Finding } from '@/core/findings/finding';
import type { Context } from '@/core/tokens/system';

/** How a page names a finding. */
export interface FindingKey {
  code: string;
  path: string;
  /** Where more than one finding of a code stands at a path. */
  context?: Context;
}

export const isKeyed = (key: FindingKey) => (finding: Finding) =>
  finding.code === key.code &&
  finding.path === key.path &&
  (key.context === undefined || JSON.stringify(finding.context) === JSON.stringify(key.context));
