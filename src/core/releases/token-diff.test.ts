import semver from 'semver';
import fc from 'fast-check';
import { pairingsOfFiles } from '../tokens/pairings';
import { openTokens } from '../tokens/open';
import { Resolution } from '../tokens/resolve';
import { releaseNotes } from './notes';
import { worst, type Bump } from '../document/impact';
import { diffTokens } from './token-diff';
import { nextVersion } from './version';

const side = (json: object) => {
  const opened = openTokens('t.json', JSON.stringify(json), () => undefined);
  return { resolution: new Resolution(opened.system), pairings: pairingsOfFiles(opened) };
};
const diff = (before: object, after: object, renames?: Map<string, string>) => {
  const changes = diffTokens(side(before), side(after), renames);
  return {
    bump: worst(changes.map((c) => c.impact)),
    rows: changes.map((c) => `${c.impact} ${c.kind} ${c.path}`),
    changes,
  };
};
const color = (hex: string, more = {}) => ({ $type: 'color', $value: hex, ...more });
const px = (value: number, more = {}) => ({ $type: 'dimension', $value: { value, unit: 'px' }, ...more });
const base = {
  a: color('#336699'),
  s: px(16),
  n: { $type: 'number', $value: 1 },
  r: { $type: 'color', $value: '{a}' },
};
const scheme = (dark: object, order = ['light', 'dark']) => ({
  version: '2025.10',
  sets: { core: { sources: [{ a: color('#336699'), b: color('#101010') }] } },
  modifiers: {
    scheme: {
      contexts: Object.fromEntries(order.map((name) => [name, name === 'dark' ? [dark] : []])),
      default: 'light',
    },
  },
  resolutionOrder: [{ $ref: '#/sets/core' }, { $ref: '#/modifiers/scheme' }],
});
const paired = (hex: string) => ({
  $extensions: { 'app.seedplan': { pairings: [{ text: 't', surface: 's', needs: 4.5 }] } },
  t: color(hex),
  s: color('#ffffff'),
});

/** The table of COMMANDS, `diff`: one case a line, and its neighbour on the other side of each threshold. */
test.each<[string, object, object, Bump, string[]]>([
  ['nothing', base, base, 'none', []],
  [
    'the same colour written otherwise',
    base,
    { ...base, a: { $type: 'color', $value: { colorSpace: 'srgb', components: [0.2, 0.4, 0.6] } } },
    'patch',
    ['patch value a'],
  ],
  ['added', base, { ...base, x: px(1) }, 'minor', ['minor added x']],
  ['removed', base, { a: base.a, s: base.s, r: base.r }, 'major', ['major removed n']],
  ['type changed', base, { ...base, n: px(1) }, 'major', ['major type n']],
  [
    'visible change, listed at its source alone',
    base,
    { ...base, a: color('#993366') },
    'minor',
    ['minor value a'],
  ],
  ['a difference too small to see', base, { ...base, a: color('#336698') }, 'patch', ['patch value a']],
  ['alpha', base, { ...base, a: color('#33669980') }, 'minor', ['minor value a']],
  ['0.4 px', base, { ...base, s: px(16.4) }, 'patch', ['patch value s']],
  ['0.5 px', base, { ...base, s: px(16.5) }, 'minor', ['minor value s']],
  [
    'a number has no "too small"',
    base,
    { ...base, n: { $type: 'number', $value: 1.0001 } },
    'minor',
    ['minor value n'],
  ],
  [
    'alias re-pointed, same value',
    base,
    { ...base, c: base.a, r: { $type: 'color', $value: '{c}' } },
    'minor',
    ['minor added c', 'patch alias r'],
  ],
  [
    'alias re-pointed, other value',
    { ...base, c: color('#ffffff') },
    { ...base, c: color('#ffffff'), r: { $type: 'color', $value: '{c}' } },
    'minor',
    ['minor alias r'],
  ],
  ['deprecated', base, { ...base, s: px(16, { $deprecated: 'use t' }) }, 'minor', ['minor deprecated s']],
  ['described', base, { ...base, s: px(16, { $description: 'x' }) }, 'patch', ['patch described s']],
  ['renamed, old name gone', { ...base, x: px(3) }, { ...base, y: px(3) }, 'major', ['major renamed y']],
  [
    'renamed, old name kept',
    { ...base, x: px(3) },
    { ...base, y: px(3), x: { $type: 'dimension', $value: '{y}', $deprecated: true } },
    'minor',
    ['minor renamed y'],
  ],
  [
    'an ambiguous rename stays removed and added',
    { x: px(3), z: px(3) },
    { y: px(3) },
    'major',
    ['minor added y', 'major removed x', 'major removed z'],
  ],
  [
    'made internal',
    base,
    { ...base, s: px(16, { $extensions: { 'app.seedplan': { visibility: 'internal' } } }) },
    'major',
    ['major visibility s'],
  ],
  [
    'a pairing falls below its need',
    paired('#767676'),
    paired('#777777'),
    'major',
    ['patch value t', 'major pairing t on s'],
  ],
  ['a pairing that still holds', paired('#666666'), paired('#767676'), 'minor', ['minor value t']],
  ['context added', scheme({}, ['light']), scheme({}), 'minor', ['minor context scheme.dark']],
  ['context removed', scheme({}), scheme({}, ['light']), 'major', ['major context scheme.dark']],
])('%s', (_name, before, after, bump, rows) => {
  const found = diff(before, after);
  expect(found.rows).toEqual(rows);
  expect(found.bump).toBe(bump);
});

test('a change under one context says so', () => {
  const { changes } = diff(scheme({ a: color('#ffffff') }), scheme({ a: color('#000000') }));
  expect(changes).toMatchObject([
    { path: 'a', kind: 'value', contexts: [{ scheme: 'dark' }], before: '#ffffff', after: '#000000' },
  ]);
});

test('renames known by id are renames whatever else changed', () => {
  expect(diff({ x: px(3) }, { y: px(8) }, new Map([['x', 'y']])).rows).toEqual([
    'major renamed y',
    'minor value y',
  ]);
});

test('versions are those of SemVer 2.0.0, as the semver package reads them', () => {
  fc.assert(
    fc.property(
      fc.nat(20),
      fc.nat(20),
      fc.nat(20),
      fc.constantFrom<Bump>('patch', 'minor', 'major'),
      (a, b, c, bump) => {
        const next = nextVersion(`${a}.${b}.${c}`, bump);
        expect(semver.gt(next, `${a}.${b}.${c}`)).toBe(true);
        if (a > 0) expect(semver.diff(next, `${a}.${b}.${c}`)).toBe(bump);
      },
    ),
  );
  expect([
    nextVersion(undefined, 'minor'),
    nextVersion('1.2.3', 'none'),
    nextVersion('0.3.1', 'major'),
  ]).toEqual(['1.0.0', '1.2.3', '0.4.0']);
});

/** Keep a Changelog 1.1.0: the order of sections. */
test('notes stand in the order of Keep a Changelog, breaking changes first in each', () => {
  const { changes } = diff(
    { ...base, gone: px(1) },
    { ...base, a: color('#993366'), n: px(1), s: px(16, { $deprecated: true }), x: px(1.5) },
    new Map(),
  );
  const notes = releaseNotes('2.0.0', changes);
  expect(notes.match(/^### .*$/gm)).toEqual(['### Added', '### Changed', '### Deprecated', '### Removed']);
  expect(notes.indexOf('**Breaking:** `n`')).toBeLessThan(notes.indexOf('`a`'));
});
