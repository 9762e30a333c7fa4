import { releaseGraph } from './release-graph';

const made = (...versions: string[]) =>
  versions.map((version, day) => ({
    version,
    at: `2026-03-${String(day + 1).padStart(2, '0')}`,
    withdrawn: null,
  }));
const linesOf = (...versions: string[]) => {
  const { releases, lines } = releaseGraph([...made(...versions)].reverse(), []);
  return lines.map(({ from, to }) => `${releases[from]!.version} → ${releases[to]!.version}`);
};

test.each<[string, string[], string[]]>([
  ['nothing', [], []],
  ['the first', ['1.0.0'], []],
  ['one after another', ['1.0.0', '1.1.0', '2.0.0'], ['1.0.0 → 1.1.0', '1.1.0 → 2.0.0']],
  [
    'candidates of what was released',
    ['1.0.0', '1.1.0-candidate.1', '1.1.0-candidate.2', '1.1.0'],
    ['1.0.0 → 1.1.0-candidate.1', '1.1.0-candidate.1 → 1.1.0-candidate.2', '1.1.0-candidate.2 → 1.1.0', '1.0.0 → 1.1.0'],
  ],
  [
    'a candidate that came to nothing: something else was released',
    ['1.0.0', '1.1.0-candidate.1', '2.0.0', '2.1.0-candidate.1'],
    ['1.0.0 → 1.1.0-candidate.1', '1.0.0 → 2.0.0', '2.0.0 → 2.1.0-candidate.1'],
  ],
  ['a candidate before anything was released', ['1.0.0-candidate.1', '1.0.0'], ['1.0.0-candidate.1 → 1.0.0']],
])('%s', (_, versions, lines) => {
  expect(linesOf(...versions)).toEqual(lines);
}); // prettier-ignore

test('releases of one moment stand by version, each with who has it and whether it is withdrawn', () => {
  const at = '2026-03-01T10:00:00Z';
  const { releases } = releaseGraph(
    [
      { version: '1.10.0', at, withdrawn: null },
      { version: '1.9.0', at, withdrawn: { reason: 'x' } },
    ],
    [
      { name: 'Booking site', version: '1.9.0' },
      { name: 'Hull', version: '1.9.0' },
      { name: 'Elsewhere', version: '0.9.0' },
    ],
  );
  expect(releases).toEqual([
    { version: '1.9.0', at, withdrawn: true, isCandidate: false, users: ['Booking site', 'Hull'] },
    { version: '1.10.0', at, withdrawn: false, isCandidate: false, users: [] },
  ]);
});
