import fc from 'fast-check';
import type { Json } from '../base/json/json';
import { writeJson } from '../base/json/write';
import { documentOf } from '../document/change-set';
import { itemsOf, type Document } from '../document/item';
import { OUTPUTS } from '../outputs/registry';
import { dtcgFiles } from './dtcg-files';
import { openTokens } from './open';
import { Resolution } from './resolve';
import { imported } from '@/testing/imported';
import { tokenSystemOf } from './token-tree';

/**
 * A library whose resolver document is gone, or fits its axes no more, is written with one made from its layers alone. What
 * holds in every context has to be what held before.
 */
const NAMES = ['a', 'b', 'c'] as const;
const sheet = fc
  .uniqueArray(fc.tuple(fc.constantFrom(...NAMES), fc.integer({ min: 1, max: 99 })), {
    selector: ([name]) => name,
    maxLength: 3,
  })
  .map(
    (tokens): Json =>
      new Map(
        tokens.map(([name, value]) => [
          name,
          new Map<string, Json>([
            ['$type', 'number'],
            ['$value', value],
          ]),
        ]),
      ),
  );
/** Every token has a value everywhere, so that each context can be compared. */
const BASE: Json = new Map(
  NAMES.map((name, i): [string, Json] => [
    name,
    new Map<string, Json>([
      ['$type', 'number'],
      ['$value', 100 + i],
    ]),
  ]),
);
const modifier = (contexts: readonly string[]) =>
  fc
    .tuple(...contexts.map(() => fc.array(sheet, { maxLength: 2 })))
    .map((sources): Json => new Map<string, Json>([
      ['contexts', new Map(contexts.map((name, i) => [name, sources[i]!]))],
      ['default', contexts[0]!],
    ])); // prettier-ignore
const combined = fc.array(
  fc
    .tuple(fc.constantFrom('north', 'south'), fc.constantFrom('light', 'dark'), sheet)
    .map(([brand, scheme, source]): Json => new Map<string, Json>([
      ['when', new Map([['brand', brand], ['scheme', scheme]])],
      ['sources', [source]],
    ])),
  { maxLength: 2 },
); // prettier-ignore

/** A second set may come anywhere after the first, between the modifiers too: what is later wins. */
const orderOf = (late: number, swapped: boolean): string[] => {
  const order = swapped
    ? ['#/modifiers/scheme', '#/modifiers/brand']
    : ['#/modifiers/brand', '#/modifiers/scheme'];
  order.splice(late, 0, '#/sets/late');
  return ['#/sets/base', ...order];
};
const resolver = fc
  .tuple(sheet, modifier(['north', 'south']), modifier(['light', 'dark']), combined, sheet, fc.nat(2), fc.boolean())
  .map(([second, brand, scheme, both, late, at, swapped]): Json => new Map<string, Json>([
    ['version', '2025.10'],
    ...(both.length > 0
      ? [['$extensions', new Map([['app.seedplan', new Map([['combined', both]])]])] as [string, Json]]
      : []),
    ['sets', new Map([['base', new Map([['sources', [BASE, second]]])], ['late', new Map([['sources', [late]]])]])],
    ['modifiers', new Map([['brand', brand], ['scheme', scheme]])],
    ['resolutionOrder', orderOf(at, swapped).map((place) => new Map([['$ref', place]]))],
  ])); // prettier-ignore

const CONTEXTS = ['north', 'south'].flatMap((brand) =>
  ['light', 'dark'].map((scheme) => ({ brand, scheme })),
);
function values(document: Document): Record<string, unknown> {
  const resolution = new Resolution(tokenSystemOf(document.items));
  return Object.fromEntries(
    CONTEXTS.flatMap((context) => {
      const number = resolution.contexts.findIndex(
        (one) => one.brand === context.brand && one.scheme === context.scheme,
      );
      return NAMES.map((name) => [
        `${context.brand} ${context.scheme} ${name}`,
        resolution.value(name, number)?.value,
      ]);
    }),
  );
}
const without = (document: Document): Document =>
  documentOf(
    document.id,
    document.kind,
    [...document.items.values()].filter(({ kind }) => kind !== 'resolver'),
  );

test('values in every context are the same after writing and reading, with the resolver document as it was and made anew', () => {
  fc.assert(
    fc.property(resolver, (root) => {
      const first = imported('x.resolver.json', { 'x.resolver.json': writeJson(root) });
      const before = values(first);
      expect(Object.values(before).every((value) => typeof value === 'number')).toBe(true);
      for (const document of [first, without(first)]) {
        const files = Object.fromEntries(
          dtcgFiles(document.items, new Resolution(tokenSystemOf(document.items))).map(({ name, json }) => [
            name,
            writeJson(json),
          ]),
        );
        const [main] = Object.keys(files) as [string];
        expect(openTokens(main, files[main]!, (name) => files[name]).findings).toEqual([]);
        expect(values(imported(main, files))).toEqual(before);
      }
    }),
    { numRuns: 150 },
  );
});

test('files imported one after the other keep the order in which they came, whatever their contexts', () => {
  fc.assert(
    fc.property(resolver, resolver, (one, two) => {
      const first = imported('x.resolver.json', { 'x.resolver.json': writeJson(one) });
      const both = imported('y.resolver.json', { 'y.resolver.json': writeJson(two) }, without(first));
      const before = values(both);
      const files = Object.fromEntries(
        dtcgFiles(without(both).items, new Resolution(tokenSystemOf(both.items))).map(({ name, json }) => [
          name,
          writeJson(json),
        ]),
      );
      const [main] = Object.keys(files) as [string];
      expect(values(imported(main, files))).toEqual(before);
    }),
    { numRuns: 60 },
  );
});

test('ids are written where they are asked for, on every token, beside what else it says', () => {
  const document = imported('a.json', {
    'a.json':
      '{"x":{"$type":"number","$value":1,"$extensions":{"foreign":{"k":2}}},"g":{"y":{"$type":"number","$value":"{x}"}}}',
  });
  const [file] = dtcgFiles(document.items, new Resolution(tokenSystemOf(document.items)), { ids: true });
  const text = writeJson(file!.json);
  for (const { id } of itemsOf(document.items, 'token')) expect(text).toContain(`"id":"${id}"`);
  expect(text).toContain('"foreign"');
});

test('what other tools will not see is told: a layer under two contexts, and what comes after it', () => {
  const sheetOf = (value: number) => ({ a: { $type: 'number', $value: value } });
  const root = {
    version: '2025.10',
    $extensions: {
      'app.seedplan': {
        combined: [
          { when: { brand: 'south', scheme: 'dark' }, sources: [sheetOf(3)] },
          { when: {}, sources: [sheetOf(4)] },
        ],
      },
    },
    sets: { base: { sources: [sheetOf(1)] } },
    modifiers: {
      brand: { contexts: { north: [], south: [sheetOf(2)] }, default: 'north' },
      scheme: { contexts: { light: [], dark: [] }, default: 'light' },
    },
    resolutionOrder: ['#/sets/base', '#/modifiers/brand', '#/modifiers/scheme'].map(($ref) => ({ $ref })),
  };
  const document = without(imported('x.resolver.json', { 'x.resolver.json': JSON.stringify(root) }));
  const resolution = new Resolution(tokenSystemOf(document.items));
  const { findings } = OUTPUTS.get('dtcg')!.write({
    authored: () => dtcgFiles(document.items, resolution),
    resolution,
  } as never);
  expect(findings.map(({ message }) => message)).toEqual([
    'A layer for brand south, scheme dark is kept where only Seedplan reads it',
    'A layer for every context is kept where only Seedplan reads it',
  ]);
});

test('layers of one axis that stand together are one modifier, of what comes between them the rest is kept apart', () => {
  const written = (order: string[], sets: object, modifiers: object): { sets: object; modifiers: object; resolutionOrder: { $ref: string }[]; $extensions?: { 'app.seedplan': { combined: object[] } } } => {
    const root = { version: '2025.10', sets, modifiers, resolutionOrder: order.map(($ref) => ({ $ref })) };
    const document = without(imported('x.resolver.json', { 'x.resolver.json': JSON.stringify(root) }));
    const [main] = dtcgFiles(document.items, new Resolution(tokenSystemOf(document.items)));
    return JSON.parse(writeJson(main!.json));
  };
  const sheetOf = (value: number) => ({ a: { $type: 'number', $value: value } });
  const brand = { contexts: { north: [sheetOf(2), sheetOf(3)], south: [sheetOf(4)] }, default: 'north' };
  const scheme = { contexts: { light: [], dark: [] }, default: 'light', description: 'Of the day' };
  const plain = written(['#/sets/base', '#/modifiers/scheme', '#/modifiers/brand'], { base: { sources: [sheetOf(1)] } }, { scheme, brand });
  expect(plain.$extensions).toBeUndefined();
  expect(plain.resolutionOrder.map(({ $ref }) => $ref)).toEqual(['#/sets/base', '#/modifiers/scheme', '#/modifiers/brand']);
  expect(plain.modifiers).toEqual({ scheme, brand });
  expect(Object.values(plain.sets)).toEqual([{ sources: [sheetOf(1)] }]);
  // A set between two of an axis' own is a second set; both keep their names apart.
  const two = written(['#/sets/base', '#/modifiers/brand', '#/sets/late'], { base: { sources: [sheetOf(1)] }, late: { sources: [sheetOf(9)] } }, { brand });
  expect(two.$extensions).toBeUndefined();
  expect(Object.values(two.sets)).toEqual([{ sources: [sheetOf(1)] }, { sources: [sheetOf(9)] }]);
  expect(two.resolutionOrder.map(({ $ref }) => $ref.split('/')[1])).toEqual(['sets', 'modifiers', 'sets']);
}); // prettier-ignore

test('a resolver whose order names things that are none is written as it was read', () => {
  const text = '{"version":"2025.10","sets":{"s":{"sources":[{"a":{"$type":"number","$value":1}}]}},"modifiers":{"m":{"contexts":{"x":[],"y":[]}}},"resolutionOrder":["junk",4,{"$ref":"#/sets/s"},{"$ref":"#/modifiers/none"},{"$ref":"#/modifiers/m"}]}'; // prettier-ignore
  const opened = openTokens('x.resolver.json', text, () => undefined);
  expect(opened.findings.length).toBeGreaterThan(0);
  const document = imported('x.resolver.json', { 'x.resolver.json': text });
  const [main] = dtcgFiles(document.items, new Resolution(tokenSystemOf(document.items)));
  expect(JSON.parse(writeJson(main!.json)).sets).toEqual(JSON.parse(text).sets);
});
