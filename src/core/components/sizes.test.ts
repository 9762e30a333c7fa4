import type { ComponentDefinition } from './definition';
import { itemsOf } from '../document/item';
import { runToEnd } from '../base/steps';
import { demo } from '@/testing/library';
import { combinationsOf } from './combinations';
import { sizeSteps } from './sizes';
import { styleRule } from '@/testing/style-rule';

const { items } = demo();
const named = (name: string) => itemsOf(items, 'component').find((one) => one.name === name)!;
const sizes = (component: ComponentDefinition) => runToEnd(sizeSteps(component));

test('combinations that differ in paint alone are of one size; together they are all there are', () => {
  for (const component of itemsOf(items, 'component')) {
    const groups = sizes(component);
    const sum = groups.reduce((total, { times }) => total + times, 0);
    expect([component.name, groups.length === 0 || sum === combinationsOf(component).length]).toEqual([component.name, true]); // prettier-ignore
  }
  // Three tones in five states come to the same; two sizes, wide or not, and disabled, which is other markup.
  const button = sizes(named('button'));
  expect(new Set(button.map(({ combination }) => combination.props.size))).toEqual(
    new Set(['regular', 'large']),
  );
  expect(button.length).toBeLessThan(combinationsOf(named('button')).length / 4);
});

test('what is not operated has no target; a state that moves something is a size of its own', () => {
  expect(sizes(named('badge'))).toEqual([]);
  const moved = (property: string): ComponentDefinition => ({
    ...named('button'),
    entries: { entry_1: styleRule('a0', 'state is hover', 'root', { [property]: '9px' }) },
  });
  expect(sizes(moved('padding')).length).toBe(sizes(moved('outline-width')).length * 2 - 1);
});
