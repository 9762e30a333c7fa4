import fc from 'fast-check';
import { sameJson, type Json } from '../base/json/json';
import { readJson } from '../base/json/read';
import { writeJson } from '../base/json/write';
import { openTokens } from './open';
import { Resolution } from './resolve';
import { applyChangeSet } from '../kinds/registry';
import { dtcgFiles } from './dtcg-files';
import { addItem, setField, type Edit } from '../document/edits';
import { importEdits } from '../intake/import';
import { libraryTree, tokenSystemOf } from './token-tree';
import { itemsOf, type Document, type Item, type Items } from '../document/item';
import { imported } from '@/testing/imported';
import { schemaProblems } from '../kinds/schema-problems';

function written(document: Document): Record<string, string> {
  const resolution = new Resolution(tokenSystemOf(document.items));
  return Object.fromEntries(
    dtcgFiles(document.items, resolution).map(({ name, json }) => [name, writeJson(json)]),
  );
}

const name = fc.constantFrom('50', '100', 'quiet', 'b', '__proto__', '$root', 'Ä');
const dollar = fc.constantFrom<[string, Json]>(
  ['$description', 'text'],
  ['$type', 'number'],
  [
    '$extensions',
    new Map([
      [
        'foreign',
        new Map([
          ['2', 1],
          ['1', 2],
        ]),
      ],
    ]),
  ],
);
const token = fc
  .tuple(
    fc.constantFrom<Json>(1, 2, '{quiet.b}', new Map([['$ref', '#/b/$value']])),
    fc.array(dollar, { maxLength: 2 }),
    fc.boolean(),
  )
  .map(([value, own, first]): Json => {
    const members: [string, Json][] = first ? [['$value', value], ...own] : [...own, ['$value', value]];
    return new Map(members);
  });
const tree: fc.Arbitrary<Json> = fc.letrec<{ group: Json }>((tie) => ({
  group: fc
    .tuple(
      fc.uniqueArray(fc.tuple(name, fc.oneof(token, tie('group'))), { selector: ([n]) => n, maxLength: 4 }),
      fc.uniqueArray(dollar, { selector: ([n]) => n, maxLength: 2 }),
      fc.boolean(),
    )
    .map(([children, own, behind]): Json => {
      const kept = children.filter(
        ([n, child]) => n !== '$root' || (child as Map<string, Json>).has('$value'),
      );
      return new Map(behind ? [...kept, ...own] : [...own, ...kept]);
    }),
})).group;

test('write(read(x)) equals x for token files, order included', () => {
  fc.assert(
    fc.property(tree, (json) => {
      const out = written(imported('t.tokens.json', { 't.tokens.json': writeJson(json) }));
      expect(sameJson(readJson(out['t.tokens.json']!), json)).toBe(true);
    }),
    { numRuns: 300 },
  );
});

const resolver = (light: Json, dark: Json): Json =>
  readJson(
    `{"name":"n","version":"2025.10","modifiers":{"scheme":{"contexts":{"light":[],"dark":[{"$ref":"dark.json"},${writeJson(dark)}]},"default":"light"},"unused":{"contexts":{"a":[]}}},
      "sets":{"z":{"description":"d","sources":[{"$ref":"a.json"},${writeJson(light)}]}},"resolutionOrder":[{"$ref":"#/sets/z"},{"$ref":"#/modifiers/scheme"},{"type":"set","name":"last","sources":[${writeJson(light)}]}]}`,
  );

test('write(read(x)) equals x for resolver files and the files they name', () => {
  fc.assert(
    fc.property(tree, tree, tree, (a, b, c) => {
      const files = {
        'r.resolver.json': writeJson(resolver(a, b)),
        'a.json': writeJson(c),
        'dark.json': writeJson(a),
      };
      const document = imported('r.resolver.json', files);
      for (const item of document.items.values()) expect(schemaProblems(item)).toEqual([]);
      const out = written(document);
      for (const [file, text] of Object.entries(files)) {
        // Where one path is a token in one source and a group in another, the import says so and keeps the first.
        if (!sameJson(readJson(out[file]!), readJson(text))) expect(importFindings(files)).not.toEqual([]);
      }
    }),
    { numRuns: 200 },
  );
});

function importFindings(files: Record<string, string>) {
  let n = 0;
  return importEdits(
    new Map(),
    openTokens('r.resolver.json', files['r.resolver.json']!, (f) => files[f]),
    'r.resolver.json',
    (p) => `${p}_${++n}`,
  ).findings;
}

test('a rename edits one item, and what refers to it follows when written', () => {
  const text =
    '{"$type":"number","a":{"x":{"$value":1}},"b":{"$value":"{a.x}"},"c":{"$value":{"$ref":"#/a/x/$value"}}}';
  const document = imported('t.json', { 't.json': text });
  const group = document.items.get(libraryTree(document.items).ids.get('a')!)!;
  const result = applyChangeSet(document, { edits: [setField(group, 'name', 'renamed')] });
  if ('clashes' in result) throw new Error();
  expect(result.touched.size).toBe(1);
  expect(written(result.document)['t.json']).toBe(
    text.replace('"a":', '"renamed":').replace('{a.x}', '{renamed.x}').replace('#/a/x', '#/renamed/x'),
  );
  expect(new Resolution(tokenSystemOf(result.document.items)).findings()).toEqual([]);
});

test('importing the same files again changes nothing', () => {
  const files = {
    'r.resolver.json': writeJson(resolver(readJson('{"$type":"number","a":{"$value":1}}'), new Map())),
    'a.json': '{}',
    'dark.json': '{"$type":"number","a":{"$value":2}}',
  };
  const document = imported('r.resolver.json', files);
  const opened = openTokens('r.resolver.json', files['r.resolver.json'], (f) => files[f as 'a.json']);
  expect(importEdits(document.items, opened, 'r.resolver.json', () => 'x_1').edits).toEqual([]);
});

const black = '{"$type":"color","$value":{"colorSpace":"srgb","components":[0,0,0]}}';
const pairing = (id: string, text: string, surface: string, needs: number): Item =>
  ({ id, kind: 'pairing', order: id, text: { path: text }, surface: { path: surface }, needs }) as Item;

/** Pairings as files say them, and what stands there then: `a.json` says one and more beside it, `b.json` none. */
test.each<[string, Edit[], (written: Record<string, string>) => void]>([
  ['none is changed', [], (out) => expect(out).toMatchObject({ 'a.json': PAIRED['a.json'], 'b.json': PAIRED['b.json'] })],
  ['one is added: it stands with the others, and what stood beside them stays', [addItem(pairing('z', 'page', 'ink', 3))], (out) => {
    expect(own(out, 'a.json')).toEqual({ note: 'kept', pairings: [{ text: 'ink', surface: 'page', needs: 4.5 }, { text: 'page', surface: 'ink', needs: 3 }] });
    expect(JSON.parse(out['a.json']!).$extensions.other).toBe(1);
    expect(own(out, 'b.json')).toBeUndefined();
  }],
  ['one asks for more', 'needs' as never, (out) => expect(own(out, 'a.json').pairings).toEqual([{ text: 'ink', surface: 'page', needs: 7 }])],
])('of pairings %s', (_, edits, then) => {
  const document = imported('r.resolver.json', PAIRED);
  const [there] = itemsOf(document.items, 'pairing');
  const asked = Array.isArray(edits) ? edits : [setField(there!, 'needs', 7)];
  const result = applyChangeSet(document, { edits: asked });
  if ('clashes' in result) throw new Error(result.clashes[0]!.message);
  const out = written(result.document);
  then(out);
  const again = imported('r.resolver.json', out);
  const said = (items: Items) => itemsOf(items, 'pairing').map(({ text, surface, needs }) => [text.path, surface.path, needs]); // prettier-ignore
  expect(said(again.items)).toEqual(said(result.document.items));
}); // prettier-ignore

const PAIRED = {
  'r.resolver.json': '{"version":"2025.10","sets":{"s":{"sources":[{"$ref":"b.json"},{"$ref":"a.json"}]}},"resolutionOrder":[{"$ref":"#/sets/s"}]}',
  'a.json': `{"ink":${black},"$extensions":{"other":1,"app.seedplan":{"note":"kept","pairings":[{"text":"ink","surface":"page","needs":4.5}]}}}`,
  'b.json': `{"page":${black}}`,
}; // prettier-ignore
const own = (files: Record<string, string>, name: string) =>
  JSON.parse(files[name]!).$extensions?.['app.seedplan'];
