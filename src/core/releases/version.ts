import compare from 'semver/functions/compare';
import inc from 'semver/functions/inc';
import majorOf from 'semver/functions/major';
import type { Bump } from '../document/impact';

/** The next version (SemVer 2.0.0). Before 1.0.0 a breaking change raises the minor number, as section 4 allows. */
export function nextVersion(last: string | undefined, bump: Bump): string {
  if (last === undefined) return '1.0.0';
  if (bump === 'none') return last;
  const major = majorOf(last);
  return inc(last, major === 0 && bump === 'major' ? 'minor' : bump)!;
}

export function compareVersions(a: string, b: string): number {
  return compare(a, b);
}
