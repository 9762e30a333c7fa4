'use client';

import { useEffect, useRef } from 'react';
import { counted, listed } from '@/core/base/words';
import { releaseGraph } from '@/core/releases/release-graph';
import { useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { dayText } from '@/ui/day-text';
import { useLensLink } from '@/ui/frame/lens';
import { PageLink } from '@/ui/page-link';
import classes from './release-graph.module.css';

const NOTHING = {};
/** Pixels: a column, and where in it releases and candidates stand. */
const COLUMN = 148;
const LANES = { release: 18, candidate: 50 };
const BELOW = 18;
/** As many names stand below a release. */
const NAMES = 3;

/** The releases of a library as they came of each other, with who has each; what is not released yet at the end. */
export function ReleaseGraph({
  releases: known,
}: {
  releases: readonly { version: string; at: string; withdrawn: unknown }[];
}) {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  const users = useDocumentQuery('users', NOTHING);
  const changes = useDocumentQuery('changeCount', NOTHING);
  const { releases, lines } = releaseGraph(known, users?.products ?? []);
  const last = releases.findLastIndex(({ isCandidate }) => !isCandidate);
  const ground = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // The newest stands at the end.
    ground.current?.scrollTo({ left: ground.current.scrollWidth });
  }, [releases.length]);
  const lowest = releases.some(({ isCandidate }) => isCandidate) ? LANES.candidate : LANES.release;
  const x = (at: number) => at * COLUMN + 14;
  const y = (at: number) => (releases[at]?.isCandidate ? LANES.candidate : LANES.release);
  return (
    <div ref={ground} className={classes.ground} role="region" aria-label="Releases over time" tabIndex={0}>
      <div className={classes.graph} style={{ width: (releases.length + 1) * COLUMN }}>
        <svg width={(releases.length + 1) * COLUMN} height={lowest + BELOW} aria-hidden>
          {lines.map(({ from, to }) => {
            const [[x1, y1], [x2, y2]] = [
              [x(from), y(from)],
              [x(to), y(to)],
            ] as const;
            const middle = x2 - COLUMN / 2;
            return (
              <path
                key={`${from} ${to}`}
                d={`M${x1} ${y1}H${middle - 30}C${middle} ${y1} ${middle} ${y2} ${middle + 30} ${y2}H${x2}`}
              />
            );
          })}
          {last >= 0 && (
            <path className={classes.draft} d={`M${x(last)} ${LANES.release}H${x(releases.length)}`} />
          )}
          {releases.map(({ version, withdrawn, isCandidate }, i) => (
            <circle
              key={version}
              cx={x(i)}
              cy={y(i)}
              r={isCandidate ? 5 : 8}
              data-hollow={isCandidate || withdrawn || undefined}
            />
          ))}
          <circle className={classes.draft} cx={x(releases.length)} cy={LANES.release} r={8} data-hollow />
        </svg>
        <ol>
          {releases.map(({ version, at, withdrawn, isCandidate, users: having }) => (
            <li key={version}>
              <a href={`#release-${version}`} data-withdrawn={withdrawn || undefined}>
                {version}
              </a>
              <small>
                {dayText(at)}
                {withdrawn ? ', withdrawn' : isCandidate ? ', candidate' : ''}
              </small>
              {having.length > 0 && (
                <span>
                  {listed(
                    having.length > NAMES
                      ? [...having.slice(0, NAMES - 1), counted(having.length - NAMES + 1, 'other')]
                      : having,
                  )}
                </span>
              )}
            </li>
          ))}
          <li>
            <PageLink href={link(`/libraries/${library.slug}/releases`)}>Next release</PageLink>
            <small>
              {changes === undefined
                ? 'Counting changes'
                : changes === 0
                  ? 'No changes'
                  : counted(changes, 'change')}
            </small>
          </li>
        </ol>
      </div>
    </div>
  );
}
