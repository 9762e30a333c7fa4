import { documentOf } from '@/core/document/change-set';
import { answer, ASKED, type QueryName } from '@/testing/asked';
import { demo, opened } from '@/testing/library';
import { LIBRARY_QUERIES } from './queries';

type Name = QueryName;

const released = demo();
const full = opened(released);
const empty = opened(documentOf('new', 'library', []));

const asked = Object.entries(ASKED).filter(([, input]) => input !== null) as [Name, never][];
/** Asked with what a person gave in: each has tests of its own beside it. */
const GIVEN_IN = ['recipePreview', 'scheme', 'markup', 'proposal', 'codeProps', 'whatIf'];

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
