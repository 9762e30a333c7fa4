import compare from 'semver/functions/compare';
import prerelease from 'semver/functions/prerelease';
import inc from 'semver/functions/inc';
import majorOf from 'semver/functions/major';
import minorOf from 'semver/functions/minor';
import type { Bump } from '../document/impact';

/** The next version (SemVer 2.0.0). Before 1.0.0 a breaking change raises the minor number, as section 4 allows. */
export function nextVersion(last: string | undefined, bump: Bump): string {
  if (last === undefined) return '1.0.0';
  if (bump === 'none') return last;
  const major = majorOf(last);
  return inc(last, major === 0 && bump === 'major' ? 'minor' : bump)!;
}

/** Why a release is no longer offered, and who said so. */
export interface Withdrawal {
  reason: string;
  by: string;
  at: string;
}

/** What it is to have another release than one has, in words. */
export const verbTo = (has: string, version: string): string =>
  compareVersions(version, has) < 0 ? 'Go back to' : 'Upgrade to';

/** Whether a version is one to try (SemVer 2.0.0, section 9), which nothing is offered for good. */
export const isCandidate = (version: string): boolean => prerelease(version) !== null;

/** The version a candidate is made for: `1.2.0` of `1.2.0-candidate.3`. */
export const versionOfCandidate = (candidate: string): string => candidate.replace(/-.*/, '');

/** The next candidate for a version, after those there are: `1.2.0-candidate.2`. */
export function nextCandidate(version: string, known: readonly string[]): string {
  const numbers = known
    .filter((other) => isCandidate(other) && versionOfCandidate(other) === version)
    .map((other) => Number(prerelease(other)!.at(-1)));
  return `${version}-candidate.${Math.max(0, ...numbers.filter(Number.isInteger)) + 1}`;
}

/**
 * Whether a pin takes a release without being asked: a later patch, or a later minor release too, of what it has. Before 1.0.0 a
 * minor release may break, and counts as a major one. From or to a candidate one is always asked.
 */
export function takesUnasked(policy: 'ask' | 'patches' | 'minors', has: string, version: string): boolean {
  if (policy === 'ask' || isCandidate(has) || isCandidate(version) || compare(version, has) <= 0)
    return false;
  const sameMinor = majorOf(has) === majorOf(version) && minorOf(has) === minorOf(version);
  return sameMinor || (policy === 'minors' && majorOf(has) === majorOf(version) && majorOf(has) > 0);
}

export function compareVersions(a: string, b: string): number {
  return compare(a, b);
}
