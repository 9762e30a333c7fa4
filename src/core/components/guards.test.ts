import { imported } from '@/testing/imported';
import { Resolution } from '../tokens/resolve';
import { libraryTree, tokenSystemOf } from '../tokens/token-tree';
import { parseConditions } from './condition';
import type { ComponentDefinition, Guard, StyleEntry } from './definition';
import { guardBreaks, guardReach, guardText, isDeclared } from './guards';

const color = (hex: string) => ({ $type: 'color', $value: hex });
const FILE = {
  version: '2025.10',
  sets: { base: { sources: [{ ink: color('#112233') }] } },
  modifiers: { scheme: { default: 'light', contexts: { light: [], dark: [{ ink: color('#ddeeff') }] } } },
  resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/scheme' }],
};
const { items } = imported('a.resolver.json', { 'a.resolver.json': JSON.stringify(FILE) });
const resolution = new Resolution(tokenSystemOf(items));
const INK = { token: { id: libraryTree(items).ids.get('ink')!, path: 'ink' } };

const rule = (text: string, property: string, value: { raw: string } | typeof INK): StyleEntry =>
  ({ order: 'a0', kind: 'rule', when: parseConditions(text), part: 'root', declarations: [[property, value]], comment: '' }); // prettier-ignore
const component = (entries: StyleEntry[], guards: Partial<Guard>[] = []): ComponentDefinition =>
  ({
    id: 'component_1', kind: 'component', order: 'a0', name: 'button', description: '', rank: null, visibility: 'released', deprecation: null,
    template: '<button part="root"></button>', states: [], parts: { part_1: { order: 'a0', name: 'root', shows: 'nothing', description: '' } },
    props: { prop_1: { order: 'a0', name: 'tone', kind: 'choice', values: ['calm', 'loud'], default: 'calm', description: '' } },
    entries: Object.fromEntries(entries.map((entry, i) => [`entry_${i}`, { ...entry, order: `a${i}` }])),
    guards: Object.fromEntries(guards.map((guard, i) => [`guard_${i}`, { order: `a${i}`, part: 'root', when: [], ...guard }])),
  }) as unknown as ComponentDefinition; // prettier-ignore

/** A promise, the rules it is held against, and where these break it first. */
test.each<[string, StyleEntry[], Partial<Guard>, unknown]>([
  ['what a rule says', [rule('', 'position', { raw: 'relative' })], { property: 'position', value: 'relative' }, undefined],
  ['however it is spelt', [rule('', 'position', { raw: ' Relative ' })], { property: 'position', value: 'relative' }, undefined],
  ['what it does not', [rule('', 'position', { raw: 'fixed' })], { property: 'position', value: 'relative' }, ['calm', 'fixed']],
  ['what is so where nothing is said', [], { property: 'position', value: 'static' }, undefined],
  ['what is not so where nothing is said', [], { property: 'position', value: 'relative' }, ['calm', undefined]],
  ['what nothing is known of', [], { property: 'top', value: '0px' }, ['calm', undefined]],
  ['what only measuring tells', [], { property: 'width', value: '10px' }, undefined],
  ['what measuring tells, but a rule says', [rule('', 'width', { raw: '12px' })], { property: 'width', value: '10px' }, ['calm', '12px']],
  ['the combination that breaks it', [rule('', 'position', { raw: 'static' }), rule('tone is loud', 'position', { raw: 'fixed' })], { property: 'position', value: 'static' }, ['loud', 'fixed']],
  ['of which the guard does not speak', [rule('', 'position', { raw: 'static' }), rule('tone is loud', 'position', { raw: 'fixed' })], { property: 'position', value: 'static', when: parseConditions('tone is calm') }, undefined],
  ['the context that breaks it', [rule('', 'color', INK)], { property: 'color', value: '#112233' }, ['calm', '#ddeeff', 'dark']],
  ['of which the guard does not speak', [rule('', 'color', INK)], { property: 'color', value: '#112233', under: { scheme: 'light' } }, undefined],
  ['passed-through CSS leaves it to measuring', [rule('', 'position', { raw: 'fixed' }), { order: 'a1', kind: 'kept', css: '[part~="root"] { position: static }' }], { property: 'position', value: 'static' }, undefined],
])('%s', (_, entries, guard, expected) => {
  const [found] = guardBreaks(component(entries, [guard]), items, resolution);
  const told = found && [found.combination.props.tone, found.value, ...(guard.property === 'color' ? [found.context?.scheme] : [])];
  expect(told).toEqual(expected);
  if (found) expect(found.finding.message).toContain(guard.property);
}); // prettier-ignore

test('each guard that is broken is told once, and with one context alone none is named', () => {
  const single = new Resolution({ axes: [], sources: [] });
  const broken = component(
    [rule('', 'position', { raw: 'fixed' }), rule('tone is loud', 'position', { raw: 'sticky' })],
    [{ property: 'position', value: 'static' }, { property: 'float', value: 'left' }, { property: 'float', value: 'none' }],
  ); // prettier-ignore
  const found = guardBreaks(broken, new Map(), single);
  expect(found.map(({ guard, context }) => [guard, context])).toEqual([
    ['guard_0', undefined],
    ['guard_1', undefined],
  ]);
});

test('how far each guard reaches, and how it is said', () => {
  const guards: Partial<Guard>[] = [
    { property: 'position', value: 'static' },
    { property: 'position', value: 'static', when: parseConditions('tone is loud') },
    {
      property: 'position',
      value: 'static',
      when: parseConditions('tone is loud'),
      under: { scheme: 'dark' },
    },
  ];
  const all = component([], guards);
  const reach = [...guardReach(all, resolution).values()];
  // Half the combinations are loud, half the contexts dark.
  expect(reach).toEqual([reach[0], reach[0]! / 2, reach[0]! / 4]);
  expect(reach[0]).toBeGreaterThan(0);
  expect(guardReach(component([]), resolution).size).toBe(0);
  expect(Object.values(all.guards).map(guardText)).toEqual([
    'position of root is static',
    'position of root is static when tone is loud',
    'position of root is static when tone is loud under scheme dark',
  ]);
});

test('a size is answered by rules where one of them says it of that part', () => {
  const guard = { part: 'root', property: 'width', value: '1px' } as Guard;
  expect(isDeclared(component([]), guard)).toBe(false);
  expect(isDeclared(component([rule('', 'height', { raw: '1px' })]), guard)).toBe(false);
  expect(isDeclared(component([rule('tone is loud', 'width', { raw: '1px' })]), guard)).toBe(true);
  expect(
    isDeclared(component([{ ...rule('', 'width', { raw: '1px' }), part: 'label' } as StyleEntry]), guard),
  ).toBe(false);
  expect(isDeclared(component([]), { ...guard, property: 'z-index' })).toBe(true);
});
