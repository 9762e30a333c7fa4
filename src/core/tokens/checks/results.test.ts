import fc from 'fast-check';
import { jsonObject, type Json, type JsonObject } from '../../base/json/json';
import type { Pairing } from '../pairings';
import { Resolution } from '../resolve';
import type { Context, TokenSystem } from '../system';
import type { CheckInput } from './check';
import { CHECKS } from './registry';
import { CheckResults } from './results';

/** Few names and few values, so that equal, near, unused, deprecated and failing ones come about by themselves. */
const names = ['space.a', 'space.b', 'color.a', 'color.b', 'color.c', 'inset.a', 'x'];
const color = (hex: number) =>
  jsonObject([['colorSpace', 'srgb'], ['components', [hex, hex, hex].map((n) => n / 255)]]); // prettier-ignore
const size = (value: number) => jsonObject([['value', value], ['unit', 'px']]); // prettier-ignore
const token = fc
  .record({
    value: fc.oneof(
      fc.constantFrom(0x33, 0x33, 0x34, 0x77, 0xff).map((hex) => ['color', color(hex)] as const),
      fc.constantFrom(16, 16, 16.5, 5, 8).map((px) => ['dimension', size(px)] as const),
      fc.constantFrom(...names, 'gone').map((name) => [undefined, `{${name}}`] as const),
    ),
    deprecated: fc.constantFrom(undefined, undefined, undefined, 'Old'),
    tier: fc.constantFrom(undefined, undefined, 'semantic', 'component'),
  })
  .map(
    ({ value: [type, value], deprecated, tier }) =>
      jsonObject([
        ['$type', type],
        ['$value', value as Json],
        ['$deprecated', deprecated],
        ['$extensions', tier && jsonObject([['app.seedplan', jsonObject([['tier', tier]])]])],
      ]) as JsonObject,
  );
const whens: Context[] = [{}, { scheme: 'dark' }, { brand: 'y' }];
const systems = fc
  .tuple(
    fc.array(token, { minLength: names.length, maxLength: names.length }),
    ...[1, 2].map(() => fc.array(fc.tuple(fc.constantFrom(...names), token), { maxLength: 4 })),
  )
  .map(([base, ...over]): TokenSystem => ({
    axes: [
      { name: 'scheme', contexts: ['light', 'dark'], default: 'light' },
      { name: 'brand', contexts: ['x', 'y', 'z'], default: 'x' },
    ],
    sources: [base!.map((object, i) => [names[i]!, object] as const), ...over].map((tokens, i) => ({
      id: `s${i}`,
      label: `s${i}`,
      when: whens[i]!,
      tokens: new Map(tokens as [string, JsonObject][]),
      groups: new Map(),
    })),
  }));
const change = fc.tuple(fc.nat(names.length - 1), fc.nat(2), token, fc.boolean());
const pairings: Pairing[] = [
  { text: 'color.a', surface: 'color.b', needs: 4.5 },
  { text: 'color.c', surface: 'color.b', needs: 3 },
];

const told = (results: CheckResults) => results.all().map((one) => JSON.stringify(one)).sort(); // prettier-ignore

test('after a change what is looked at again is all that has changed', () => {
  const found = new Set<string>();
  fc.assert(
    fc.property(
      systems,
      fc.array(fc.array(change, { minLength: 1, maxLength: 2 }), { minLength: 1, maxLength: 4 }),
      fc.boolean(),
      (system, rounds, used) => {
        const input = (resolution: Resolution, isUsed: boolean): CheckInput => ({
          resolution,
          pairings,
          fonts: new Map(),
          isUsed: (path) => isUsed && path === 'x',
        });
        let resolution = new Resolution(system);
        let results = CheckResults.of(CHECKS, input(resolution, false));
        for (const [round, changes] of rounds.entries()) {
          const next = resolution.redeclared(
            changes.map(([at, source, object, removing]) => ({
              token: resolution.index.numbers.get(names[at]!)!,
              source,
              // What the base says stays, or the token would be another one.
              object: removing && source > 0 ? undefined : object,
            })),
          )!;
          const isUsed = used && round > 0;
          results = results.after(
            input(next.resolution, isUsed),
            { before: resolution, after: next.resolution, touched: next.touched },
            [next.resolution.index.numbers.get('x')!],
          );
          resolution = next.resolution;
          const anew = CheckResults.of(CHECKS, input(resolution, isUsed));
          expect(told(results)).toEqual(told(anew));
          expect(results.counts).toEqual(anew.counts);
          for (const path of [...names, 'gone']) expect(results.at(path)).toEqual(anew.at(path));
          for (const { code } of results.all()) found.add(code);
        }
      },
    ),
    { numRuns: 300 },
  );
  // Every kind of finding that such tokens can have was among them.
  expect([...found].sort()).toEqual(expect.arrayContaining(['context-gap', 'contrast', 'deprecated-use', 'duplicate-value', 'missing-target', 'near-duplicate', 'off-rhythm', 'raw-purpose', 'tier-skip', 'unused-primitive'])); // prettier-ignore
});
