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
  ['a set without sources', resolver({ sets: { base: {} } }), /sources|base/, /sets\/base/],
  ['contexts that are no object', resolver({ modifiers: { m: { contexts: [] } }, resolutionOrder: [{ $ref: '#/modifiers/m' }] }), /contexts?|m/, /modifiers\/m/],
  ['a default that is no context', resolver({ modifiers: { m: { default: 'c', contexts: { a: [], b: [] } } }, resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/m' }] }), /default|c/, /modifiers\/m/],
])('%s is told with its place', (_, file, message, pointer) => {
  const found = problems(file).filter(([level]) => level === 'error');
  expect(found.length).toBeGreaterThan(0);
  expect(found[0]![1]).toMatch(message);
  expect(found[0]![2]).toMatch(pointer);
}); // prettier-ignore
