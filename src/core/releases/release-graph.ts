import { append } from '../base/append';
import { compareVersions, isCandidate, versionOfCandidate } from './version';

/** One release among those of its library. */
interface GraphRelease {
  version: string;
  /** ISO 8601. */
  at: string;
  withdrawn: boolean;
  isCandidate: boolean;
  /** Names of who has it: products, and libraries that inherit from it. */
  users: string[];
}

export interface ReleaseGraph {
  /** In the order they were made. */
  releases: GraphRelease[];
  /** From one to what came of it: by the places of both among the releases. */
  lines: { from: number; to: number }[];
}

/**
 * How the releases of a library follow from each other: each release from the one before; the first candidate for a version
 * from the release before it, each further one from the last, and the release of that version from the last of them too.
 */
export function releaseGraph(
  known: readonly { version: string; at: string; withdrawn: unknown }[],
  users: readonly { name: string; version: string }[],
): ReleaseGraph {
  const having = new Map<string, string[]>();
  for (const { name, version } of users) append(having, version, name);
  const releases = known
    .map(({ version, at, withdrawn }) => ({
      version,
      at,
      withdrawn: Boolean(withdrawn),
      isCandidate: isCandidate(version),
      users: having.get(version) ?? [],
    }))
    .sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : compareVersions(a.version, b.version)));
  const lines: ReleaseGraph['lines'] = [];
  let last: number | undefined;
  const tried = new Map<string, number>();
  for (const [to, { version, isCandidate: isToTry }] of releases.entries()) {
    const before = tried.get(isToTry ? versionOfCandidate(version) : version);
    if (before !== undefined) lines.push({ from: before, to });
    if (last !== undefined && !(isToTry && before !== undefined)) lines.push({ from: last, to });
    if (isToTry) tried.set(versionOfCandidate(version), to);
    else last = to;
  }
  return { releases, lines };
}
