import { hex } from 'wcag-contrast';
import type { ComponentDefinition, Nested } from './definition';
import { itemsOf } from '../document/item';
import { tokenSystemOf } from '../tokens/token-tree';
import { Resolution } from '../tokens/resolve';
import { demo } from '@/testing/library';
import { combinationsOf, isAllowed } from './combinations';
import { cellChecks, isUnknown, matrixOf, type ContrastCheck } from './matrix';
import { styleRule as rule } from '@/testing/style-rule';

const { items } = demo();
const resolution = new Resolution(tokenSystemOf(items));
const white = () => ({ r: 1, g: 1, b: 1, alpha: 1 });
const sample = itemsOf(items, 'component').find(({ name }) => name === 'badge')!;

const part = (order: string, name: string, shows: 'text' | 'nothing') => ({
  order,
  name,
  shows,
  description: '',
});
const choice = (order: string, name: string, values: string[]) => ({
  order,
  name,
  kind: 'choice' as const,
  values,
  default: values[0]!,
  description: '',
});
const slot = (order: string, name: string, holds: Nested[]) => ({
  order,
  name,
  kind: 'slot' as const,
  values: [],
  default: '',
  description: '',
  holds,
});
const component = (id: string, changes: Partial<ComponentDefinition>): ComponentDefinition => ({
  ...sample,
  id: `component_${id}`,
  name: id,
  guards: {},
  states: [],
  parts: { part_r: part('a0', 'root', 'nothing'), part_t: part('a1', 'label', 'text') },
  props: {},
  entries: {},
  ...changes,
});
/** Sets the colours of its holder's parts around what stands in it. */
const chip = component('chip', {
  template: '<span part="root"><b part="label">x</b><i part="mark" when="tone is loud">!</i></span>',
  parts: { ...component('x', {}).parts, part_m: part('a2', 'mark', 'text') },
  props: { prop_1: choice('a0', 'tone', ['calm', 'loud']) },
  entries: {
    entry_1: rule('a0', '', 'label', { color: '#767676' }),
    entry_2: rule('a1', 'tone is loud', 'label', { color: '#cc0000' }),
    entry_3: rule('a2', '', 'mark', { color: '#777777' }),
  },
});
const row = component('row', {
  template: '<div part="root"><slot name="end"></slot></div>',
  parts: { part_r: part('a0', 'root', 'nothing') },
  props: { prop_1: slot('a0', 'end', [{ component: { path: 'chip' }, props: {}, passed: { tone: 'mood' } }]), prop_2: choice('a1', 'mood', ['calm', 'loud']) },
  entries: { entry_1: rule('a0', 'mood is loud', 'root', { 'background-color': '#ffff00' }) },
}); // prettier-ignore
const table = component('table', {
  template: '<section part="root"><div part="rows"><slot name="rows"></slot></div></section>',
  parts: { part_r: part('a0', 'root', 'nothing'), part_s: part('a1', 'rows', 'nothing') },
  props: {
    prop_1: slot('a0', 'rows', [
      { component: { path: 'row' }, props: { mood: 'calm' }, passed: {} },
      { component: { path: 'row' }, props: { mood: 'loud' }, passed: {} },
      { component: { path: 'row' }, props: { mood: 'loud' }, passed: {} },
    ]),
    prop_2: choice('a1', 'ground', ['plain', 'dark']),
  },
  entries: {
    entry_1: rule('a0', 'ground is dark', 'root', { 'background-color': '#222222' }),
    entry_2: rule('a1', 'ground is dark', 'rows', { 'background-color': 'rgb(255 255 255 / 0.5)' }),
  },
});
const all = new Map([...items, ...[chip, row, table].map((one) => [one.id, one] as const)]);
const checks = (of: ComponentDefinition, props: Record<string, string>, from = all): ContrastCheck[] =>
  cellChecks(of, from, resolution, { props, states: [] }, white);
const ratioOf = (found: ContrastCheck[], name: string) => found.find((one) => one.part === name)?.ratio;

// The ratios come from the package wcag-contrast.
test('a piece in a slot stands on the surfaces of what holds it, under the props passed to it', () => {
  expect(ratioOf(checks(row, { mood: 'calm' }), 'label of chip')).toBeCloseTo(hex('#767676', '#ffffff'), 2);
  expect(ratioOf(checks(row, { mood: 'loud' }), 'label of chip')).toBeCloseTo(hex('#cc0000', '#ffff00'), 2);
});

test('what shows only in some combinations is looked at only in those', () => {
  expect(checks(row, { mood: 'calm' }).map((one) => one.part)).toEqual(['label of chip']);
  expect(checks(row, { mood: 'loud' }).map((one) => one.part)).toEqual(['label of chip', 'mark of chip']);
});

test('through two slots the surface is found too; of several alike the weakest is said', () => {
  // Half white on #222222 is between #909090 and #919191; the calm row shows #767676 on it, the loud ones their own yellow.
  const dark = checks(table, { ground: 'dark' });
  const ratio = ratioOf(dark, 'label of chip')!;
  expect(ratio).toBeGreaterThan(hex('#767676', '#909090') - 0.01);
  expect(ratio).toBeLessThan(hex('#767676', '#919191') + 0.01);
  expect(ratio).toBeLessThan(hex('#cc0000', '#ffff00'));
  expect(dark.filter((one) => one.part === 'label of chip')).toHaveLength(1);
  expect(dark.find((one) => one.part === 'label of chip')!.passes).toBe(false);
  const plain = checks(table, { ground: 'plain' });
  expect(plain.find((one) => one.part === 'label of chip')!.passes).toBe(true);
});

test('kept CSS of the holder makes what it reaches in a piece unknown: never a pass, and no failure', () => {
  const kept = { ...row, entries: { ...row.entries, entry_k: { order: 'b0', kind: 'kept' as const, css: '[part~="label"] { color: red }' } } }; // prettier-ignore
  const found = checks(kept, { mood: 'calm' }, new Map(all).set(row.id, kept));
  expect(found).toMatchObject([{ part: 'label of chip', ratio: undefined, needs: 4.5, passes: false }]);
  const { cells } = matrixOf(kept, new Map(all).set(row.id, kept), resolution, white);
  expect(cells.map((cell) => [cell.fails, isUnknown(cell)])).toEqual([
    [false, true],
    [true, true],
  ]);
});

test.each([...itemsOf(items, 'component'), row, table].map((one) => [one.name, one] as const))(
  'of %s the matrix that shares work says what each cell says on its own',
  (_, one) => {
    const { cells } = matrixOf(one, all, resolution, white);
    expect(cells.length).toBe(
      combinationsOf(one).filter((combination) => isAllowed(one, combination)).length,
    );
    for (const { combination, checks: found } of cells)
      expect(found).toEqual(cellChecks(one, all, resolution, combination, white));
  },
);

test('a component that would stand in itself ends', () => {
  const looped = { ...chip, props: { ...chip.props, prop_9: slot('z', 'end', [{ component: { path: 'row' }, props: {}, passed: {} }]) }, template: '<span part="root"><slot name="end"></slot></span>' }; // prettier-ignore
  expect(checks(looped, {}, new Map(all).set(chip.id, looped))).toEqual([]);
});
