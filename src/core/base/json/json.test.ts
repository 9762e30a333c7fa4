import fc from 'fast-check';
import { sameJson, toPlain, type Json } from './json';
import { readJson, JsonSyntaxError } from './read';
import { writeJson } from './write';
import { locatePointers } from './locate';

const wild = fc.letrec<{ json: Json }>((tie) => ({
  json: fc.oneof(
    { maxDepth: 4 },
    fc.constant(null),
    fc.boolean(),
    fc.double({ noNaN: true, noDefaultInfinity: true }).map((n) => (Object.is(n, -0) ? 0 : n)),
    fc.string({ unit: 'binary' }),
    fc.array(tie('json'), { maxLength: 5 }),
    fc
      .uniqueArray(
        fc.tuple(
          fc.oneof(fc.string(), fc.constantFrom('__proto__', '50', '100', '950', 'constructor')),
          tie('json'),
        ),
        {
          maxLength: 6,
          selector: ([name]) => name,
        },
      )
      .map((pairs) => new Map(pairs) as Json),
  ),
})).json;

test('what is written is read back, order included, compact and indented', () => {
  fc.assert(
    fc.property(wild, (json) => {
      expect(sameJson(readJson(writeJson(json)), json)).toBe(true);
      expect(sameJson(readJson(writeJson(json, 2)), json)).toBe(true);
    }),
  );
});

test('agrees with JSON.parse on every text: same value or both refuse', () => {
  const texts = fc.oneof(
    fc.json(),
    fc.string(),
    fc.json().chain((t) => fc.nat(t.length).map((i) => t.slice(0, i) + '!' + t.slice(i))),
  );
  fc.assert(
    fc.property(texts, (text) => {
      let expected: unknown;
      let refused = false;
      try {
        expected = JSON.parse(text);
      } catch {
        refused = true;
      }
      if (refused) expect(() => readJson(text)).toThrow(JsonSyntaxError);
      else expect(JSON.stringify(toPlain(readJson(text)))).toBe(JSON.stringify(expected));
    }),
    { numRuns: 500 },
  );
});

test.each([
  ['{"a": 1,}', 1, 9],
  ['{\n  "a": tru\n}', 2, 11],
  ['[01]', 1, 3],
  ['[1.]', 1, 4],
  ['[-]', 1, 3],
  ['[1e+]', 1, 5],
  ['["\\q"]', 1, 4],
  ['["\\u12g4"]', 1, 7],
  ['["abc', 1, 6],
  ['[1 2]', 1, 4],
  ['{"a" 1}', 1, 6],
  ['', 1, 1],
  ['{} x', 1, 4],
  ['"a\nb"', 1, 3],
])('says where %j breaks', (text, line, column) => {
  try {
    readJson(text);
    throw new Error('was read');
  } catch (error) {
    expect(error).toBeInstanceOf(JsonSyntaxError);
    expect((error as JsonSyntaxError).place).toEqual({ line, column });
  }
});

test('names of built-in properties are only names', () => {
  const json = readJson('{"__proto__": {"polluted": true}, "constructor": 1}');
  expect([...(json as Map<string, Json>).keys()]).toEqual(['__proto__', 'constructor']);
  expect(({} as { polluted?: boolean }).polluted).toBeUndefined();
  const plain = toPlain(json) as Record<string, unknown>;
  expect(Object.getPrototypeOf(plain)).toBeNull();
});

test('depth of 100,000 levels is read and written', () => {
  const text = '{"a":'.repeat(100_000) + '1' + '}'.repeat(100_000);
  expect(writeJson(readJson(text))).toBe(text);
});

test('locates pointers, and the nearest holder of what is not there', () => {
  const text = '{\n "a": {\n  "b/c": [1,\n   2]\n }\n}';
  const places = locatePointers(text, ['/a', '/a/b~1c/1', '/a/missing/deep']);
  expect(places.get('/a')).toEqual({ line: 2, column: 2 });
  expect(places.get('/a/b~1c/1')).toEqual({ line: 4, column: 4 });
  expect(places.get('/a/missing/deep')).toEqual({ line: 2, column: 2 });
});
