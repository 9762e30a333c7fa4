import { documentOf } from '@/core/document/change-set';
import { importTokens } from '../commands/import-tokens';
import { done, opened } from '@/testing/library';
import { imported } from '@/testing/imported';
import type { GatherInput } from '../compare';
import { intakeReview } from './intake-review';

let made = 0;
/** Ids unlike those of the libraries imported here. */
const newId = (prefix: string) => `${prefix}_new${++made}`;
const number = (value: number) => ({ $type: 'number', $value: value });
const file = (tokens: object, name = 'b.tokens.json') => ({ name, text: JSON.stringify(tokens) });
const asked = (...files: { name: string; text: string }[]): GatherInput => ({
  files,
  strip: '',
  into: '',
  decisions: {},
});
const libraryOf = (tokens: object) =>
  opened(imported('a.tokens.json', { 'a.tokens.json': JSON.stringify(tokens) }));

/** 10,000 tokens of which 1,501 have another value in the file, and 3 are new there. */
const all = Object.fromEntries(Array.from({ length: 10_000 }, (_, i) => [`n${i}`, number(i)]));
const changed = Object.fromEntries(
  Object.entries(all).map(([name, token], i) => [name, i < 1501 ? number(i + 0.5) : token]),
);
const added = { new1: number(1), new2: number(2), new3: number(3) };
const library = libraryOf({ many: all });
const input = asked(file({ many: { ...changed, ...added } }));

describe('a file in which 1,501 of 10,000 tokens differ', () => {
  const valueOf = (of: typeof library, name: string) => of.resolution.value(`many.${name}`, 0)?.value;
  const differing = (of: typeof library) =>
    Object.keys(all).filter((name, i) => valueOf(of, name) !== i).length;

  test.each([
    ['mine', 3, 0],
    ['theirs', 1504, 1501],
  ] as const)('decided for all, “%s” counts for all, seen or not', (everywhere, coming, replaced) => {
    const decided = { ...input, everywhere };
    expect(intakeReview(library, decided).coming).toBe(coming);
    const now = done(library, importTokens(library, decided, newId));
    expect(differing(now)).toBe(replaced);
    expect(valueOf(now, 'new3')).toBe(3);
  });

  test('both: all 1,501 come under names of their own, and what is here stays', () => {
    const now = done(library, importTokens(library, { ...input, everywhere: 'both' }, newId));
    expect(differing(now)).toBe(0);
    expect(valueOf(now, 'n1500-2')).toBe(1500.5);
    expect(now.resolution.paths).toHaveLength(10_000 + 3 + 1501);
  });

  test('a path decided for itself is decided so, whatever is decided for all', () => {
    const decided = { ...input, everywhere: 'mine' as const, decisions: { 'many.n1400': 'theirs' as const, 'many.new2': 'mine' as const } };
    expect(intakeReview(library, decided).coming).toBe(3);
    const now = done(library, importTokens(library, decided, newId));
    expect([valueOf(now, 'n1400'), valueOf(now, 'n1399'), valueOf(now, 'new2')]).toEqual([1400.5, 1399, undefined]);
  });

  test('every row can be had, once each, and counts are of all', () => {
    const seen: string[] = [];
    for (let from = 0; ; from += 700) {
      const { rows, listed, counts } = intakeReview(library, { ...input, from, rows: 700 });
      expect([listed, counts]).toEqual([10_003, { new: 3, same: 8499, changed: 1501, clashing: 0 }]);
      if (rows.length === 0) break;
      seen.push(...rows.map(({ path }) => path));
    }
    expect(new Set(seen).size).toBe(10_003);
    // What has to be decided comes first.
    expect(seen.indexOf('many.n1500')).toBeLessThan(1501);
    const last = intakeReview(library, { ...input, state: 'changed', from: 1500 });
    expect([last.listed, last.rows.length]).toEqual([1501, 1]);
    expect(intakeReview(library, { ...input, find: 'n150 ', state: 'changed' }).rows.map(({ path }) => path)).toEqual(
      ['many.n150', ...Array.from({ length: 1 }, () => 'many.n1500')],
    );
  });
}); // prettier-ignore

test.each<[string, string, unknown, unknown, 'same' | 'changed']>([
  ['a weight by name and by number', 'fontWeight', 'bold', 700, 'same'],
  ['a weight by two names', 'fontWeight', 'regular', 'normal', 'same'],
  ['two weights', 'fontWeight', 'bold', 600, 'changed'],
  ['one family alone and in a list', 'fontFamily', 'Archivo', ['Archivo'], 'same'],
  ['a colour in two spellings', 'color', '#336699', { colorSpace: 'srgb', components: [0.2, 0.4, 0.6] }, 'same'],
  ['a size by a number alike', 'dimension', { value: 1.5, unit: 'rem' }, { unit: 'rem', value: 1.5 }, 'same'],
  ['px and rem', 'dimension', { value: 16, unit: 'px' }, { value: 1, unit: 'rem' }, 'changed'],
  ['a value and an alias to an equal one', 'number', 1, '{other}', 'changed'],
])('%s: %s', (_, type, mine, theirs, state) => {
  const tokens = (value: unknown) => ({ x: { $type: type, $value: value }, other: number(1) });
  const view = intakeReview(libraryOf(tokens(mine)), asked(file(tokens(theirs))));
  expect(view.rows.find(({ path }) => path === 'x')!.state).toBe(state);
}); // prettier-ignore

test('what cannot be carried is counted whole, however many there are', () => {
  const text = `:root { ${Array.from({ length: 450 }, (_, i) => `--x${i}: 3em;`).join(' ')} }`;
  const view = intakeReview(opened(documentOf('d', 'library', [])), asked({ name: 'a.css', text }));
  expect(view.found).toEqual({ errors: 0, left: 450 });
  expect(view.left.length).toBeLessThan(450);
});
