import { ordered, type Item } from '../document/item';
import type { ContextLayer, GroupItem } from './items';
import { openTokens } from './open';
import { typeScale } from './recipes/type-scale';
import { Resolution } from './resolve';
import { layersOf, libraryTree } from './token-tree';
import { dimension } from './types/dimension';

const group = (id: string, parent: string | null, order = 'a0'): GroupItem => ({
  id, kind: 'group', name: id, parent, order, declarations: {}, redirects: [],
}); // prettier-ignore
const layer = (id: string, order: string, when: [string, string][] = []): ContextLayer => ({
  id, kind: 'layer', name: id, when, file: null, order,
}); // prettier-ignore
const itemsOf = (...items: Item[]) => new Map(items.map((item) => [item.id, item]));

test('entries of equal order stand by their ids, whichever way they are given', () => {
  const entries = { c: { order: 'a1' }, b: { order: 'a0' }, a: { order: 'a0' }, d: { order: 'a0' } };
  for (const names of [['a', 'b', 'c', 'd'], ['d', 'c', 'b', 'a'], ['b', 'd', 'a', 'c']]) {
    const given = Object.fromEntries(names.map((name) => [name, entries[name as 'a']]));
    expect(ordered(given).map(({ id }) => id)).toEqual(['a', 'b', 'd', 'c']);
  }
}); // prettier-ignore

test('groups that stand in themselves, however far round, and what is in them are shown at the top, each once', () => {
  const tree = libraryTree(
    itemsOf(group('a', 'b'), group('b', 'c'), group('c', 'a'), group('d', 'b'), group('e', 'gone'), group('f', null)),
  );
  expect(tree.nodes.map(({ path }) => path).sort()).toEqual(['a', 'b', 'b.d', 'c', 'e', 'f']);
  expect(tree.children.get(null)!.map(({ id }) => id).sort()).toEqual(['a', 'b', 'c', 'e', 'f']);
}); // prettier-ignore

test('a child’s layers stand right behind its parents’ of equal conditions, in their own order', () => {
  const dark: [string, string][] = [['scheme', 'dark']];
  const generations: Record<string, number> = { mine: 1, mine2: 1, mineDark: 1, other: 1 };
  const layers = layersOf(
    itemsOf(
      layer('base', 'a0'),
      layer('dark', 'a1', dark),
      layer('mine', 'a0'),
      layer('mine2', 'a1'),
      layer('mineDark', 'a2', dark),
      layer('other', 'a3', [['brand', 'x']]),
    ),
    (id) => generations[id] ?? 0,
  );
  expect(layers.map(({ id }) => id)).toEqual(['base', 'mine', 'mine2', 'dark', 'mineDark', 'other']);
});

test('conditions are equal in whichever order they are said', () => {
  const both: [string, string][] = [['brand', 'x'], ['scheme', 'dark']]; // prettier-ignore
  const layers = layersOf(
    itemsOf(layer('parent', 'a0', both), layer('last', 'a1'), layer('child', 'a0', [...both].reverse())),
    (id) => (id === 'child' ? 1 : 0),
  );
  expect(layers.map(({ id }) => id)).toEqual(['parent', 'child', 'last']);
});

test.each([
  ['16px', { value: 16, unit: 'px' }],
  [' 0 ', { value: 0, unit: 'px' }],
  ['0', { value: 0, unit: 'px' }],
  ['1.5REM', { value: 1.5, unit: 'rem' }],
  ['10', undefined],
  ['0 0', undefined],
  ['x0', undefined],
  ['0x', undefined],
])('the old form %j of a dimension means %j', (text, meant) => {
  const value = dimension.normalise!(text);
  expect(value === undefined ? undefined : Object.fromEntries(value as Map<string, unknown>)).toEqual(meant);
});

test.each([
  [['small', 'small'], /two steps called small/],
  [['a.b'], /cannot hold/],
  [['small', 'large'], undefined],
])('the steps %j of a type scale', (steps, problem) => {
  const { problems } = typeScale.generate({ ...typeScale.standard, steps, baseStep: steps[0]! });
  if (problem) expect(problems.map((one) => one.problem)).toContainEqual(expect.stringMatching(problem));
  else expect(problems).toEqual([]);
});

test('a resolver that names a set there is not says which, and reads the rest', () => {
  const file = {
    version: '2025.10',
    sets: { base: { sources: [{ a: { $type: 'number', $value: 1 } }, { $ref: '#/sets/none' }] } },
    resolutionOrder: [{ $ref: '#/sets/base' }],
  };
  const opened = openTokens('a.resolver.json', JSON.stringify(file), () => undefined);
  expect(opened.findings.map(({ code, message }) => [code, message])).toEqual([
    ['missing-target', 'There is no set "none"'],
  ]);
  expect(new Resolution(opened.system).value('a', 0)?.value).toBe(1);
});

test('a token that refers to one that fails says which, and not only that something is wrong', () => {
  const opened = openTokens(
    'a.tokens.json',
    JSON.stringify({
      broken: { $type: 'dimension', $value: 'wide' },
      b: { $type: 'dimension', $value: '{broken}' },
      c: { $type: 'shadow', $value: { color: '#000000', offsetX: '{broken}', offsetY: '{broken}', blur: '{broken}', spread: '{broken}' } },
    }),
    () => undefined,
  ); // prettier-ignore
  const resolution = new Resolution(opened.system);
  expect([resolution.value('b', 0), resolution.value('c', 0)]).toEqual([undefined, undefined]);
  expect(resolution.findings().map(({ path }) => path)).toContain('broken');
});
