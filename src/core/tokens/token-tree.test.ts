import { ordered, type Item } from '../document/item';
import type { ContextLayer, GroupItem } from './items';
import { openTokens } from './open';
import { typeScale } from './recipes/type-scale';
import { Resolution } from './resolve';
import { layersOf, libraryTree, printedObject, whenOf } from './token-tree';
import { jsonObject, toPlain } from '../base/json/json';
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

test('layers of other conditions never part those of equal ones, whatever generation they are of', () => {
  const dark: [string, string][] = [['scheme', 'dark']];
  const generations: Record<string, number> = { base: 0, dark: 0, mineDark: 1, mine: 1, late: 2 };
  const layers = layersOf(
    itemsOf(layer('base', 'a0'), layer('dark', 'a1', dark), layer('mineDark', 'a0', dark), layer('mine', 'a1'), layer('late', 'a0')),
    (id) => generations[id]!,
  );
  expect(layers.map(({ id }) => id)).toEqual(['base', 'mine', 'late', 'dark', 'mineDark']);
}); // prettier-ignore

test('a condition whose axis or context is gone, or is something else, counts for none', () => {
  const axis = { id: 'scheme', kind: 'axis', name: 'Scheme', order: 'a0', default: 'light' };
  const context = { id: 'dark', kind: 'context', name: 'Dark', axis: 'scheme', order: 'a0' };
  const items = itemsOf(axis as never, context as never, group('g', null));
  const when = (...pairs: [string, string][]) => whenOf(layer('l', 'a0', pairs), items);
  expect(when(['scheme', 'dark'])).toEqual({ Scheme: 'Dark' });
  expect(when(['gone', 'dark'], ['scheme', 'gone'], ['dark', 'scheme'], ['g', 'dark'], ['scheme', 'g'])).toEqual({});
}); // prettier-ignore

test('what was renamed since is followed in every form a reference has, and nothing else is touched', () => {
  const object = {
    $description: '{old.a} in words',
    $ref: '#/old/a/$value/0',
    $extends: '{old}',
    $value: [
      '{old.a}',
      '{old.b}',
      { color: '{old.a}', $ref: '#/old/a' },
      { $ref: '#/old/b/$value' },
      'plain',
      4,
    ],
    $extensions: { other: { $ref: 7, $extends: '#/nowhere' } },
  };
  const declaration = {
    text: JSON.stringify(object),
    refs: [['old.a', '1'], ['old.b', '2'], ['old', '3'], ['gone', '4']] as [string, string][],
  }; // prettier-ignore
  const paths = new Map([['1', 'new.deep.a'], ['2', 'old.b'], ['3', 'new']]); // prettier-ignore
  expect(toPlain(printedObject(declaration, { paths } as never))).toEqual({
    ...object,
    $ref: '#/new/deep/a/$value/0',
    $extends: '{new}',
    $value: [
      '{new.deep.a}',
      '{old.b}',
      { color: '{new.deep.a}', $ref: '#/new/deep/a' },
      { $ref: '#/old/b/$value' },
      'plain',
      4,
    ],
  });
  // Where nothing has moved the very object that was read is answered.
  const still = { text: '{"$value":"{a}"}', refs: [['a', '1']] as [string, string][] };
  const printed = printedObject(still, { paths: new Map([['1', 'a']]) } as never);
  expect(printed).toBe(printedObject(still, { paths: new Map() } as never));
  expect(printed).toEqual(jsonObject([['$value', '{a}']]));
});
