import fc from 'fast-check';
import { toPlain, type Json } from '../base/json/json';
import { readJson } from '../base/json/read';
import { aliasPath, pointerTarget, referencesIn, replaceAt } from './references';

const json = (value: unknown) => readJson(JSON.stringify(value)) as Json;

// DTCG Format 2025.10, 7.1: `{` path `}` and nothing else.
test.each<[string, string | undefined]>([
  ['{a.b}', 'a.b'],
  ['{a}', 'a'],
  ['{}', undefined],
  ['{', undefined],
  ['a', undefined],
  ['{a', undefined],
  ['a}', undefined],
  ['x{a}', undefined],
  ['{a}x', undefined],
  ['{a{b}', undefined],
  ['{a}b}', undefined],
  ['{a}{b}', undefined],
  ['{ a }', ' a '],
])('%s refers to %s', (text, path) => expect(aliasPath(text)).toBe(path));

// RFC 6901, within a file.
test.each<[string, object | undefined]>([
  ['#/a/b/$value', { path: 'a.b', part: [], segments: ['a', 'b', '$value'] }],
  ['#/a/$value/components/0', { path: 'a', part: ['components', '0'], segments: ['a', '$value', 'components', '0'] }],
  ['#/a/b', { path: 'a.b', part: [], segments: ['a', 'b'] }],
  ['#', { path: '', part: [], segments: [] }],
  ['#a', undefined],
  ['other.json#/a', undefined],
  ['/a', undefined],
])('%s points to %j', (pointer, target) => expect(pointerTarget(pointer)).toEqual(target)); // prettier-ignore

test('references are found where they stand, in the order they stand', () => {
  const value = json({ a: '{x.y}', b: [1, '{z}', { c: { $ref: '#/p/$value/0' }, d: 'text', e: '{', f: null }], g: { h: '{x.y}' } });
  expect(referencesIn(value).map(({ place, path, part, pointer, text }) => [place.join('/'), path, part.join('/'), pointer, text])).toEqual([
    ['a', 'x.y', '', false, '{x.y}'],
    ['b/1', 'z', '', false, '{z}'],
    ['b/2/c', 'p', '0', true, '#/p/$value/0'],
    ['g/h', 'x.y', '', false, '{x.y}'],
  ]);
  expect(referencesIn('{a}')).toEqual([{ place: [], path: 'a', part: [], text: '{a}', pointer: false }]);
  expect(referencesIn(json({ $ref: 'b.json#/a' }))).toEqual([{ place: [], path: '', part: [], text: 'b.json#/a', pointer: true }]);
  for (const none of ['a', 1, true, null, [], {}, [[[]]], { $ref: 1 }]) expect(referencesIn(json(none))).toEqual([]);
}); // prettier-ignore

test('what is put in stands where it was put, all else is as it was, and the old value too', () => {
  const leaf = fc.constantFrom<Json>('{a}', '{b.c}', 'x', 1, true);
  const value = fc.letrec<{ json: unknown }>((tie) => ({
    json: fc.oneof({ depthSize: 'small' }, leaf, fc.array(tie('json'), { maxLength: 3 }), fc.dictionary(fc.constantFrom('p', 'q', 'r'), tie('json'))),
  })).json;
  fc.assert(
    fc.property(value, (plain) => {
      const before = json(plain);
      const copy = json(plain);
      const found = referencesIn(before);
      const after = replaceAt(before, found.map(({ place }, i) => ({ place, value: `new ${i}` })));
      expect(toPlain(before)).toEqual(toPlain(copy));
      const standing = new Map(found.map(({ place }, i) => [place.join('/'), `new ${i}`]));
      const expected = (one: unknown, place: string): unknown => {
        const further = (key: string) => (place === '' ? key : `${place}/${key}`);
        if (typeof one === 'string') return /^\{.+\}$/.test(one) ? standing.get(place) : one;
        if (Array.isArray(one)) return one.map((member, i) => expected(member, further(String(i))));
        if (one && typeof one === 'object') return Object.fromEntries(Object.entries(one).map(([key, member]) => [key, expected(member, further(key))]));
        return one;
      };
      expect(toPlain(after)).toEqual(expected(toPlain(before), ''));
    }),
  );
  const shared = json({ a: { b: 1 }, c: { d: '{x}' } }) as Map<string, Json>;
  const after = replaceAt(shared, [{ place: ['c', 'd'], value: 2 }]) as Map<string, Json>;
  expect(after.get('a')).toBe(shared.get('a'));
  expect(after.get('c')).not.toBe(shared.get('c'));
}); // prettier-ignore
