import { toPlain } from '../base/json/json';
import { readTyped } from './typed-value';

test.each<[string, string, unknown]>([
  ['{space.4}', 'dimension', '{space.4}'],
  ['{a "quoted" name}', 'dimension', '{a "quoted" name}'],
  ['{"value": 16, "unit": "px"}', 'dimension', { value: 16, unit: 'px' }],
  [' {"value":16,"unit":"px"} ', 'dimension', { value: 16, unit: 'px' }],
  ['{"colorSpace":"srgb","components":[1,0,0]}', 'color', { colorSpace: 'srgb', components: [1, 0, 0] }],
  ['16px', 'dimension', { value: 16, unit: 'px' }],
])('%s typed as %s', (text, type, value) => {
  const typed = readTyped(text, type);
  expect('problem' in typed ? typed : toPlain(typed.value)).toEqual(value);
});

test('JSON that says something wrong is told, and is no alias', () => {
  expect(readTyped('{"value": 16, "unit": "parsec"}', 'dimension')).toHaveProperty('problem');
});
