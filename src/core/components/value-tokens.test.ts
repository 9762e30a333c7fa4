import { demo } from '@/testing/library';
import { Resolution } from '../tokens/resolve';
import { tokenSystemOf } from '../tokens/token-tree';
import { tokensByProperty, tokensOfValue } from './value-tokens';

const { items } = demo();
const resolution = new Resolution(tokenSystemOf(items));
const of = (property: string, raw: string) => tokensByProperty(property, { raw }, items, resolution);

test('the tokens of a value, each once in the order named', () => {
  expect(tokensOfValue({ raw: 'calc(var(--space-2) + var(--space-1) + var(--space-2, 3px))' }, items)).toEqual(['space.2', 'space.1']);
  expect(tokensOfValue({ raw: 'var(--nobody) 4px' }, items)).toEqual([]);
  expect(tokensOfValue({ token: { path: 'space.4' } }, items)).toEqual(['space.4']);
}); // prettier-ignore

// CSS Box Model 3, 4.2 (one to four values), CSS Logical Properties 1, CSS Box Alignment 3 (gap).
test.each<[string, string, [string, string][]]>([
  ['padding', 'var(--space-1)', [['padding', 'space.1']]],
  ['padding', 'var(--space-1) 2px', [['padding-top', 'space.1'], ['padding-bottom', 'space.1']]],
  ['padding', '2px var(--space-1)', [['padding-right', 'space.1'], ['padding-left', 'space.1']]],
  ['margin', '1px 2px var(--space-1)', [['margin-bottom', 'space.1']]],
  ['margin', 'var(--space-1) var(--space-2) var(--space-3) var(--space-4)', [['margin-top', 'space.1'], ['margin-right', 'space.2'], ['margin-bottom', 'space.3'], ['margin-left', 'space.4']]],
  ['padding-block', 'var(--space-1) /* and */ var(--space-2)', [['padding-top', 'space.1'], ['padding-bottom', 'space.2']]],
  ['margin-inline', '0 var(--space-2)', [['margin-right', 'space.2']]],
  ['gap', 'var(--space-1) var(--space-2)', [['row-gap', 'space.1'], ['column-gap', 'space.2']]],
  ['gap', 'var(--space-1)', [['gap', 'space.1']]],
  ['padding', '1px 2px 3px 4px var(--space-1)', [['padding', 'space.1']]],
  ['padding-inline', '1px 2px var(--space-1)', [['padding-inline', 'space.1']]],
  ['border', '1px solid var(--color-text-default)', [['border', 'color.text.default']]],
  ['width', 'calc(var(--space-1) + var(--space-2))', []],
  ['width', '40px', []],
])('%s: %s', (property, raw, expected) => {
  expect(of(property, raw)).toEqual(expected);
}); // prettier-ignore

test('a text style sets its longhands', () => {
  const style = resolution.paths.find((path) => resolution.value(path, 0)?.type === 'typography')!;
  const found = tokensByProperty('font', { token: { path: style } }, items, resolution);
  expect(found.map(([property]) => property).sort()).toEqual(['font', 'font-family', 'font-size', 'font-weight', 'letter-spacing', 'line-height']);
  expect(new Set(found.map(([, path]) => path))).toEqual(new Set([style]));
  expect(tokensByProperty('gap', { token: { path: 'space.1' } }, items, resolution)).toEqual([['gap', 'space.1']]);
}); // prettier-ignore
