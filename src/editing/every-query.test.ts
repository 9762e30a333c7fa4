import { isSteps, runToEnd } from '@/core/base/steps';
import { documentOf } from '@/core/document/change-set';
import { itemsOf } from '@/core/document/item';
import { demo, lens, opened } from '@/testing/library';
import { LIBRARY_QUERIES, type QueryArguments } from './queries';
import type { OpenLibrary } from './session/open-library';

type Name = keyof typeof LIBRARY_QUERIES;

const released = demo();
const full = opened(released);
const empty = opened(documentOf('new', 'library', []));
const ink = itemsOf(released.items, 'token').find(({ name }) => name === '700')!;

/** What each query is asked of the demo library. A query that is not in the table fails the suite. */
const ASKED: { [K in Name]: QueryArguments<K> | null } = {
  frame: {},
  card: {},
  findingCount: {},
  search: { text: 'estuary', limit: 20 } as never,
  pick: { text: 'space', lens } as never,
  bindings: { property: 'color', typed: '#10324e', lens },
  tiers: { lens, filter: {}, folded: [], from: 0, to: 1e6, selected: null },
  tokenList: { lens, filter: {}, order: 'path', down: false, from: 0, to: 40 } as never,
  tokenCsv: { lens, filter: {}, order: 'path', down: false } as never,
  token: { path: 'color.text.quiet', lens },
  overrides: { layer: null } as never,
  overridesCsv: { layer: null } as never,
  pairingGrid: { lens, all: false } as never,
  pairingSolutions: { text: 'color.text.quiet', surface: 'color.surface.page', context: lens } as never,
  pairingsCsv: { lens } as never,
  findings: { code: '', level: '', find: '' },
  findingsOf: { name: 'badge' },
  findingsCsv: {} as never,
  recipes: {},
  recipePreview: null,
  scheme: null,
  textStyles: { lens } as never,
  rolePreview: { roles: ['h6'], base: 16, ratio: 1.2 } as never,
  fonts: {},
  spacing: { lens } as never,
  intakeReview: { files: [], strip: '', into: '', decisions: {} } as never,
  importHistory: {},
  recognise: { values: [{ kind: 'color', value: '#00617e' }] } as never,
  replacedPaths: { find: 'estuary', replace: 'tide' } as never,
  components: { lens },
  groupedRanks: {},
  markup: null,
  proposal: null,
  codeProps: null,
  assets: { lens } as never,
  proof: { name: 'button', lens },
  matrix: { name: 'button', lens },
  sizes: { name: 'badge', lens },
  specimen: { name: 'badge', lens },
  nestedProps: { name: 'icon' } as never,
  anatomy: { name: 'badge', lens, props: {}, states: [], boxes: [] } as never,
  inspect: { name: 'badge', lens, props: {}, states: [], boxes: [], chosen: null } as never,
  measuredGuards: { name: 'badge', lens, props: {}, states: [], boxes: [] } as never,
  drawnChecks: { name: 'badge', lens, asked: [], boxes: [] } as never,
  whatIf: null,
  guides: { lens },
  guide: { name: 'buttons', lens },
  guideFile: { name: 'buttons', lens } as never,
  ledger: { leftOut: [] },
  changeSpecimen: { item: ink.id },
  usage: {},
  uses: { id: ink.id },
};
const asked = Object.entries(ASKED).filter(([, input]) => input !== null) as [Name, never][];
/** Asked with what a person gave in: each has tests of its own beside it. */
const GIVEN_IN = ['recipePreview', 'scheme', 'markup', 'proposal', 'codeProps', 'whatIf'];

const answer = (library: OpenLibrary, name: Name, input: never): unknown => {
  const found = (LIBRARY_QUERIES[name] as (of: OpenLibrary, input: never) => unknown)(library, input);
  return isSteps(found) ? runToEnd(found) : found;
};

test('every query stands in the table', () => {
  expect(Object.keys(ASKED).sort()).toEqual(Object.keys(LIBRARY_QUERIES).sort());
  expect(
    Object.entries(ASKED)
      .filter(([, input]) => input === null)
      .map(([name]) => name),
  ).toEqual(GIVEN_IN);
});

test.each(asked)(
  '%s: the same question has the same answer, which can be sent, and changes nothing',
  (name, input) => {
    const before = JSON.stringify([...full.own.items]);
    const first = answer(full, name, input);
    // What a worker posts is copied member by member: functions, maps and cycles would be lost or thrown at.
    const sent = JSON.stringify(first);
    expect(JSON.stringify(answer(full, name, input))).toBe(sent);
    expect(JSON.stringify([...full.own.items])).toBe(before);
    // Computed anew from equal items, by a tab that was opened later, it is equal too.
    expect(JSON.stringify(answer(opened(released), name, input))).toBe(sent);
  },
);

test.each(asked)('%s of a library with nothing in it answers, and invents nothing', (name, input) => {
  const found = JSON.stringify(answer(empty, name, input)) ?? 'nothing';
  expect(found).not.toMatch(/NaN|Infinity|undefined/);
  expect(found).not.toContain('estuary.700');
});
