import { demo } from '@/testing/library';
import { itemsOf } from '../document/item';
import { storedValue } from './stored-value';

const declaration = (object: object) => ({ text: JSON.stringify(object), refs: [] });
test.each<[string, unknown, string]>([
  ['a colour with its type', declaration({ $type: 'color', $value: { colorSpace: 'srgb', components: [1, 0, 0], hex: '#ff0000' } }), '#ff0000'],
  ['a colour without', declaration({ $value: { colorSpace: 'srgb', components: [0, 0, 0], alpha: 0.5 } }), '#00000080'],
  ['an alias', declaration({ $value: '{color.text.quiet}' }), '{color.text.quiet}'],
  ['a length', declaration({ $value: { value: 1.5, unit: 'rem' } }), '1.5rem'],
  ['a time', declaration({ $type: 'duration', $value: { value: 150, unit: 'ms' } }), '150ms'],
  ['a shadow', declaration({ $type: 'shadow', $value: { color: { colorSpace: 'srgb', components: [0, 0, 0], alpha: 0.2 }, offsetX: { value: 0, unit: 'px' }, offsetY: { value: 2, unit: 'px' }, blur: { value: 4, unit: 'px' }, spread: { value: 0, unit: 'px' } } }), '0px 2px 4px 0px #00000033'],
  ['a shadow with an alias in it', declaration({ $type: 'shadow', $value: { color: '{ink}', offsetX: { value: 0, unit: 'px' } } }), 'color {ink}, offsetX 0px'],
  ['a length of which one half is missing', declaration({ $value: { value: 3 } }), 'value 3'],
  ['a length without a number', declaration({ $value: { unit: 'px', of: '{a}' } }), 'unit px, of {a}'],
  ['only a description', declaration({ $description: 'x' }), 'no value'],
  ['text that is no JSON', { text: '{"$value":', refs: [] }, '{"$value":'],
  ['nothing', null, 'nothing'],
  ['what is not there', undefined, 'nothing'],
  ['a flag that is off', false, 'no'],
  ['a number', 4, '4'],
  ['an empty list', [], 'nothing'],
  ['a list with nothing in it', ['', null], 'nothing, nothing'],
  ['a list of aliases', declaration({ $type: 'fontFamily', $value: ['{font.body}', 'serif'] }), '{font.body}, serif'],
  ['shadows with an alias', declaration({ $value: [{ color: '{ink}', offsetX: { value: 1, unit: 'px' } }, { color: { colorSpace: 'srgb', components: [1, 0, 0] } }] }), 'color {ink}, offsetX 1px, color #ff0000'],
  ['a reference by pointer', declaration({ $ref: '#/a' }), '#/a'],
  ['JSON that is no object', { text: '4', refs: [] }, '4'],
  ['a value of a type nobody knows', declaration({ $type: 'smell', $value: { odd: true } }), 'odd true'],
  ['a path', { path: 'space.4' }, 'space.4'],
  ['a label', { label: 'Base' }, 'Base'],
  ['members', { order: 'a0', id: 'x', wide: true, tone: 'quiet' }, 'wide yes, tone quiet'],
  ['no members', { order: 'a0' }, 'nothing'],
  ['an empty text', '', 'nothing'],
  ['a word', 'quiet', 'quiet'],
  ['a flag', true, 'yes'],
  ['a list', ['small', 'large'], 'small, large'],
  ['a bound declaration', { token: { id: 'token_1', path: 'space.4' } }, '{space.4}'],
  ['a raw one', { raw: '4px' }, '4px'],
  ['a prop', { order: 'a0', name: 'tone', kind: 'choice' }, 'tone'],
])('%s', (_, value, expected) => {
  expect(storedValue(value).text).toBe(expected);
}); // prettier-ignore

test('a colour comes with what a swatch is drawn from', () => {
  const value = { colorSpace: 'srgb', components: [1, 1, 1], hex: '#ffffff' };
  expect(storedValue(declaration({ $type: 'color', $value: value }))).toEqual({
    text: '#ffffff',
    color: '#ffffff',
  });
  expect(storedValue(declaration({ $type: 'number', $value: 4 }))).toEqual({ text: '4' });
});

test('no declaration of the demo library is shown as JSON', () => {
  for (const { declarations } of itemsOf(demo().items, 'token'))
    for (const one of Object.values(declarations))
      expect(storedValue(one).text).not.toMatch(/["[\]]|\$value/);
});
