import { Anchor, ScrollArea } from '@mantine/core';
import { dayText } from '@/ui/day-text';
import { shareText } from '@/ui/share-text';
import type { Commit, Scanned } from './code-page';

/** The figures of the chart, the newest commit first; each leads to what was found in it. */
export function CoverageTable({
  scans,
  commits,
  picked,
  onPick,
}: {
  scans: readonly Scanned[];
  commits: readonly Commit[];
  picked: string;
  onPick: (commit: string) => void;
}) {
  const titles = new Map(commits.map(({ hash, title }) => [hash, title]));
  return (
    <ScrollArea.Autosize mah={340} type="auto">
      <table className="rows" aria-label="Coverage by commit">
        <thead>
          <tr>
            <th>Commit</th>
            <th>Date</th>
            <th>Release</th>
            <th className="number">By token</th>
            <th className="number">Equal to a token</th>
            <th className="number">Near to one</th>
            <th className="number">Neither</th>
            <th className="number">Coverage</th>
          </tr>
        </thead>
        <tbody>
          {[...scans].reverse().map(({ commit, at, version, parts, coverage }) => (
            <tr key={commit} aria-current={commit === picked || undefined}>
              <td>
                <Anchor component="button" size="sm" onClick={() => onPick(commit)}>
                  {titles.get(commit) ?? commit.slice(0, 10)}
                </Anchor>
              </td>
              <td>{dayText(at)}</td>
              <td>{version}</td>
              <td className="number">{parts.token}</td>
              <td className="number">{parts.exact}</td>
              <td className="number">{parts.near}</td>
              <td className="number">{parts.foreign}</td>
              <td className="number">{shareText(coverage)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </ScrollArea.Autosize>
  );
}
