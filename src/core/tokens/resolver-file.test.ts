import { openTokens } from './open';
import { Resolution } from './resolve';
import { cssLine } from './css-text';

const number = (value: number) => ({ $type: 'number', $value: value });
/** A resolver of the Design Tokens resolver format (draft 2025.10), with what is put over it. */
const resolver = (more: object) => ({
  version: '2025.10',
  sets: { base: { sources: [{ a: number(1), b: number(1) }] } },
  resolutionOrder: [{ $ref: '#/sets/base' }],
  ...more,
});
const open = (file: object, files: Record<string, object> = {}) =>
  openTokens('r.resolver.json', JSON.stringify(file), (name) =>
    files[name] === undefined ? undefined : JSON.stringify(files[name]),
  );
const problems = (file: object, files = {}) =>
  open(file, files).findings.map(({ level, message, at }) => [level, message, at?.pointer]);

test('sets follow each other, the later over the earlier, and only what is in the order counts', () => {
  const file = resolver({
    sets: {
      base: { sources: [{ a: number(1), b: number(1) }] },
      over: { sources: [{ b: number(2) }] },
      aside: { sources: [{ a: number(9) }] },
    },
    resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/sets/over' }],
  });
  const resolution = new Resolution(open(file).system);
  expect(resolution.paths.map((path) => [path, cssLine(resolution.value(path, 0)!)])).toEqual([
    ['a', '1'],
    ['b', '2'],
  ]);
});

test('a modifier is an axis: its contexts in order, its default first said, each over what came before', () => {
  const file = resolver({
    modifiers: {
      scheme: { default: 'dark', contexts: { light: [{ a: number(2) }], dark: [{ a: number(3) }] } },
    },
    resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/scheme' }],
  });
  const { system, findings } = open(file);
  expect(findings).toEqual([]);
  expect(system.axes).toMatchObject([{ name: 'scheme', contexts: ['light', 'dark'], default: 'dark' }]);
  const resolution = new Resolution(system);
  const value = (scheme: string) => cssLine(resolution.value('a', { scheme })!);
  expect([value('light'), value('dark')]).toEqual(['2', '3']);
});

test('an axis has the description its modifier has, where that is a text', () => {
  const axes = (description: unknown) =>
    open(resolver({ modifiers: { m: { description, contexts: { a: [], b: [] } } }, resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/m' }] })).system.axes;
  expect(axes('Light or dark')).toEqual([{ name: 'm', contexts: ['a', 'b'], default: undefined, description: 'Light or dark' }]);
  expect(axes(4)[0]!.description).toBeUndefined();
}); // prettier-ignore

test('every file that was read is kept, to find lines in', () => {
  const file = resolver({ sets: { base: { sources: [{ $ref: 'b.json' }] } } });
  const opened = open(file, { 'b.json': { a: number(1) } });
  expect([...opened.texts]).toEqual([
    ['r.resolver.json', JSON.stringify(file)],
    ['b.json', JSON.stringify({ a: number(1) })],
  ]);
  expect([...openTokens('a.json', '{', () => undefined).texts]).toEqual([['a.json', '{']]);
});

test('sources are files named from where the resolver stands; one that is missing is named', () => {
  const file = resolver({ sets: { base: { sources: [{ $ref: 'base.tokens.json' }] } } });
  expect(new Resolution(open(file, { 'base.tokens.json': { c: number(3) } }).system).paths).toEqual(['c']);
  const [[level, message] = []] = problems(file);
  expect([level, message]).toEqual(['error', expect.stringContaining('base.tokens.json')]);
});

// What is wrong, and where: a pointer into the file (RFC 6901).
test.each<[string, object, RegExp, RegExp]>([
  ['an order that is no list', resolver({ resolutionOrder: {} }), /resolutionOrder|list/, /resolutionOrder/],
  ['an order that names nothing', resolver({ resolutionOrder: [{ $ref: '#/sets/nowhere' }] }), /nowhere/, /resolutionOrder\/0/],
  ['an entry in place without a name', resolver({ resolutionOrder: [{ type: 'set', sources: [{ a: number(1) }] }] }), /^An entry in place has a name/, /resolutionOrder\/0/],
  ['an entry in place of another type', resolver({ resolutionOrder: [{ type: 'group', name: 'x' }] }), /of type "set" or "modifier", not "group"/, /resolutionOrder\/0/],
  ['a set that stands in the order twice', resolver({ resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/sets/base' }] }), /^The set base stands in the order twice/, /resolutionOrder\/1/],
  ['a source that is a list', resolver({ sets: { base: { sources: [[]] } } }), /./, /sets\/base\/sources\/0/],
  ['a source that refers to a modifier', resolver({ sets: { base: { sources: [{ $ref: '#/modifiers/m' }] } } }), /^A source may refer to a set or a file, not to #\/modifiers\/m/, /sets\/base\/sources\/0/],
  ['a source that refers into a set', resolver({ sets: { base: { sources: [{ $ref: '#/sets/base/sources' }] } } }), /^A source may refer to a set or a file, not to #\/sets\/base\/sources/, /sets\/base\/sources\/0/],
  ['a source that refers to no set', resolver({ sets: { base: { sources: [{ $ref: '#/sets/gone' }] } } }), /^There is no set "gone"/, /sets\/base\/sources\/0/],
  ['sets that refer to each other', resolver({ sets: { base: { sources: [{ $ref: '#/sets/b' }] }, b: { sources: [{ $ref: '#/sets/base' }] } } }), /^The set base refers to itself/, /sets\/b\/sources\/0/],
  ['an entry that is a text', resolver({ resolutionOrder: ['base'] }), /^An entry is a reference, or a set or modifier in place/, /resolutionOrder\/0/],
  ['an entry that is a list', resolver({ resolutionOrder: [[]] }), /^An entry is a reference, or a set or modifier in place/, /resolutionOrder\/0/],
  ['a set without sources', resolver({ sets: { base: {} } }), /sources|base/, /sets\/base/],
  ['contexts that are no object', resolver({ modifiers: { m: { contexts: [] } }, resolutionOrder: [{ $ref: '#/modifiers/m' }] }), /contexts?|m/, /modifiers\/m/],
  ['a default that is no context', resolver({ modifiers: { m: { default: 'c', contexts: { a: [], b: [] } } }, resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/m' }] }), /default|c/, /modifiers\/m/],
])('%s is told with its place', (_, file, message, pointer) => {
  const found = problems(file).filter(([level]) => level === 'error');
  expect(found.length).toBeGreaterThan(0);
  expect(found[0]![1]).toMatch(message);
  expect(found[0]![2]).toMatch(pointer);
}); // prettier-ignore

test('a set and a modifier may be written in their place in the order, and count there', () => {
  const { system, findings } = open(
    resolver({
      resolutionOrder: [
        { type: 'set', name: 'own', sources: [{ a: number(5), c: number(5) }] },
        { $ref: '#/sets/base' },
        {
          type: 'modifier',
          name: 'scheme',
          contexts: { light: [], dark: [{ c: number(6) }] },
          default: 'light',
        },
      ],
    }),
  );
  expect(findings).toEqual([]);
  const resolution = new Resolution(system);
  expect(['a', 'b', 'c'].map((path) => cssLine(resolution.value(path, { scheme: 'dark' })!))).toEqual([
    '1',
    '1',
    '6',
  ]);
});

test.each<[string, string, RegExp]>([
  ['a list', '[]', /r\.resolver\.json|object/],
  ['no JSON', '{', /JSON/],
  ['a file that is a list', JSON.stringify(resolver({ sets: { base: { sources: [{ $ref: 'b.json' }] } } })), /^b\.json is not a token file/],
])('%s in place of a resolver is told', (_, text, words) => {
  const { findings } = openTokens('r.resolver.json', text, (name) => (name === 'b.json' ? '[1]' : undefined));
  expect(findings.map(({ message }) => message).join('; ')).toMatch(words);
}); // prettier-ignore
