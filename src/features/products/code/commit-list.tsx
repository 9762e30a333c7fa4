import { useRef, type KeyboardEvent } from 'react';
import { dayText } from '@/ui/day-text';
import { shareText } from '@/ui/share-text';
import type { Commit, Scanned } from './code-page';
import classes from './code.module.css';

/** Commits of the main branch, the newest first; one tab stop, with arrow keys inside. */
export function CommitList({
  commits,
  scanned,
  picked,
  onPick,
}: {
  commits: readonly Commit[];
  scanned: ReadonlyMap<string, Scanned>;
  picked: string;
  onPick: (hash: string) => void;
}) {
  const list = useRef<HTMLUListElement>(null);
  const move = (event: KeyboardEvent, at: number) => {
    const to = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: commits.length - 1 }[event.key];
    const next = to === undefined ? undefined : commits[to];
    if (!next) return;
    event.preventDefault();
    onPick(next.hash);
    list.current?.querySelectorAll('button')[to!]?.focus();
  };
  return (
    <section aria-label="Commits" className={`sheet ${classes.commits}`}>
      <h2>Commits</h2>
      <ul ref={list}>
        {commits.map((commit, at) => {
          const scan = scanned.get(commit.hash);
          return (
            <li key={commit.hash}>
              <button
                aria-current={commit.hash === picked || undefined}
                tabIndex={commit.hash === picked ? 0 : -1}
                onClick={() => onPick(commit.hash)}
                onKeyDown={(event) => move(event, at)}
              >
                <span className={classes.commitTitle}>{commit.title}</span>
                <span className="number">{scan ? shareText(scan.coverage) : 'not scanned'}</span>
                <small>
                  {commit.author}, {dayText(commit.at)}
                </small>
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
