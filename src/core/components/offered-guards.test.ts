import { itemsOf } from '../document/item';
import { Resolution } from '../tokens/resolve';
import { tokenSystemOf } from '../tokens/token-tree';
import { demo } from '@/testing/library';
import { styleRule as rule } from '@/testing/style-rule';
import type { ComponentDefinition } from './definition';
import { guardBreaks, guardText } from './guards';
import { offeredGuards } from './offered-guards';

const { items } = demo();
const resolution = new Resolution(tokenSystemOf(items));
const button = itemsOf(items, 'component').find(({ name }) => name === 'button')!;
const made = (...rules: ReturnType<typeof rule>[]): ComponentDefinition => ({
  ...button,
  guards: {},
  excluded: {},
  entries: Object.fromEntries(rules.map((one, i) => [`entry_${i}`, one])),
});
const texts = (component: ComponentDefinition) =>
  offeredGuards(component, items, resolution).map((guard) => guardText({ ...guard, order: '', note: '' }));

test('position, display and sizes of the root are offered under the conditions of their rules; what another rule changes is not', () => {
  expect(
    texts(
      made(
        rule('a0', '', 'root', {
          display: 'inline-flex',
          'min-height': '40px',
          color: 'red',
          padding: '4px',
        }),
        rule('a1', '', 'label', { display: 'block' }),
        rule('a2', 'size is large', 'root', { 'min-height': '48px' }),
        rule('a3', 'wide', 'root', { display: 'flex' }),
      ),
    ),
  ).toEqual(['min-height of root is 48px when size is large', 'display of root is flex when wide']);
});

test('what is guarded is not offered again; a value that differs by context is offered for one', () => {
  const component = made(rule('a0', '', 'root', { position: 'relative', display: 'block' }));
  const guard = { order: 'a0', when: [], part: 'root', property: 'position', value: 'relative', note: '' };
  expect(texts(component)).toEqual(['position of root is relative', 'display of root is block']);
  expect(texts({ ...component, guards: { guard_1: guard } })).toEqual(['display of root is block']);
});

test('no guard that is offered to a component of the demo is broken at once', () => {
  let count = 0;
  for (const component of itemsOf(items, 'component')) {
    for (const guard of offeredGuards(component, items, resolution)) {
      count++;
      const guarded = { ...component, guards: { offered: { ...guard, order: 'a0', note: '' } } };
      expect(guardBreaks(guarded, items, resolution)).toEqual([]);
    }
  }
  expect(count).toBeGreaterThan(10);
});
