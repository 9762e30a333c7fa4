import type { ItemChange, MakeChange } from '../document/impact';
import { componentChanges, entryChanges } from './component-changes';
import type { ComponentDefinition, Prop, StyleEntry } from './definition';
import { parseConditions } from './condition';

const prop = (order: string, more: Partial<Prop>): Prop =>
  ({ order, name: 'tone', kind: 'choice', values: ['calm', 'loud'], default: 'calm', description: '', ...more }) as Prop; // prettier-ignore
const rule = (text: string, property: string, raw: string, more: Partial<StyleEntry> = {}): StyleEntry =>
  ({ order: 'a0', kind: 'rule', when: parseConditions(text), part: 'root', declarations: [[property, { raw }]], comment: '', ...more }) as StyleEntry; // prettier-ignore
const BASE: ComponentDefinition = {
  id: 'component_1', kind: 'component', order: 'a0', name: 'button', description: '', rank: null, visibility: 'released', deprecation: null,
  template: '<button part="root"><span part="label"><slot name="label"></slot></span></button>', states: ['open'],
  parts: { part_1: { order: 'a0', name: 'root', shows: 'nothing', description: '' }, part_2: { order: 'a1', name: 'label', shows: 'text', description: '' } },
  props: { prop_1: prop('a0', {}), prop_2: prop('a1', { name: 'busy', kind: 'flag', values: [], default: '' }), prop_3: prop('a2', { name: 'label', kind: 'text', values: [], default: 'Go' }) },
  entries: { entry_1: rule('', 'color', 'red'), entry_2: rule('tone is loud', 'min-width', '4px') }, guards: {},
}; // prettier-ignore

const made: MakeChange = (kind, impact, before, after, why) =>
  ({ path: 'button', kind, impact, before, after, why }) as ItemChange;
const told = (changes: ItemChange[]) =>
  changes.map(({ kind, impact, before, after, why }) => [kind, impact, before, after, why]);

/** What each change costs who uses the component, as SemVer counts (MODEL, Releases). */
test.each<[string, (component: ComponentDefinition) => Partial<ComponentDefinition>, [string, string, RegExp][]]>([
  ['its place alone', () => ({ order: 'a5' }), [['arranged', 'patch', /place or order/]]],
  ['a variation of another', () => ({ variationOf: { path: 'link' } }) as never, [['varies', 'minor', /variation/]]],
  ['other rule sets', () => ({ bases: [{ path: 'raised' }] }) as never, [['rule', 'minor', /rule sets/]]],
  ['another script', () => ({ script: 'x()' }) as never, [['behaviour', 'minor', /behaviour/]]],
  ['guards', () => ({ guards: { g: { order: 'a0', part: 'root', when: [], property: 'color', value: 'red', context: null } } }) as never, [['guard', 'patch', /guards/]]],
  ['a combination no longer allowed', () => ({ excluded: { x: { order: 'a0', when: parseConditions('tone is loud and busy'), why: 'Too much' } } }) as never, [['prop', 'major', /^No longer allowed: tone is loud and busy, Too much/]]],
  ['deprecated', () => ({ deprecation: { reason: 'Old', replacement: null } }), [['deprecated', 'minor', /^Deprecated/]]],
  ['a declaration that does not move anything', ({ entries }) => ({ entries: { ...entries, entry_1: rule('', 'color', 'blue') } }), [['rule', 'minor', /^color of root changed$/]]],
  ['a declaration that moves what stands around', ({ entries }) => ({ entries: { ...entries, entry_2: rule('tone is loud', 'min-width', '8px') } }), [['rule', 'major', /^min-width of root when tone is loud changed: this moves/]]],
  ['a rule annotated', ({ entries }) => ({ entries: { ...entries, entry_1: rule('', 'color', 'red', { comment: 'why' }) } }), [['rule', 'patch', /for root was moved or annotated/]]],
  ['a rule under other conditions', ({ entries }) => ({ entries: { ...entries, entry_1: rule('busy', 'color', 'red') } }), [['rule', 'minor', /^color of root when busy changed$/]]],
  ['a part that is gone', ({ parts }) => ({ parts: { part_1: parts.part_1! } }), [['part', 'major', /label/]]],
  ['a part under another id', ({ parts }) => ({ parts: { part_1: parts.part_1!, part_9: parts.part_2! } }), [['arranged', 'patch', /place or order/]]],
  ['a rule of another part', ({ entries }) => ({ entries: { ...entries, entry_1: { ...rule('', 'color', 'red'), part: 'label' } as StyleEntry } }), [['rule', 'minor', /^color of label changed$/]]],
])('%s', (_, more, expected) => {
  const changes = componentChanges(BASE, { ...BASE, ...more(BASE) } as ComponentDefinition, made, new Map());
  expect(changes.map(({ kind, impact }) => [kind, impact])).toEqual(expected.map(([kind, impact]) => [kind, impact]));
  changes.forEach(({ why }, i) => expect(why).toMatch(expected[i]![2]));
}); // prettier-ignore

test('what was taken back is told with what it was', () => {
  const before = { ...BASE, excluded: { x: { order: 'a0', when: parseConditions('busy'), why: '' } }, deprecation: { reason: 'Old', replacement: null }, variationOf: { path: 'link' } } as ComponentDefinition; // prettier-ignore
  expect(told(componentChanges(before, BASE, made, new Map()))).toEqual([
    ['deprecated', 'minor', 'Old', null, 'No longer deprecated'],
    ['prop', 'minor', 'busy', null, 'Allowed again: busy'],
    ['varies', 'minor', 'link', null, 'The component it is a variation of changed'],
  ]);
});

test('entries that come, go and change, passed-through CSS among them', () => {
  const kept = (css: string): StyleEntry => ({ order: 'a9', kind: 'kept', css });
  const tell = (old: Record<string, StyleEntry>, present: Record<string, StyleEntry>) =>
    told(entryChanges(old, present, made, new Map()));
  expect(tell({ k: kept('a {}') }, { k: kept('a {}') })).toEqual([]);
  const why = 'A block of passed-through CSS changed';
  expect(tell({ k: kept('a {}') }, { k: kept('b {}') })).toEqual([['rule', 'minor', 'a {}', 'b {}', why]]);
  expect(tell({}, { k: kept('b {}') })).toEqual([['rule', 'minor', null, 'b {}', why]]);
  expect(tell({ k: kept('a {}') }, {})).toEqual([['rule', 'minor', 'a {}', null, why]]);
  expect(tell({ k: kept('a {}') }, { k: rule('', 'color', 'red') })).toEqual([
    ['rule', 'minor', 'a {}', null, why],
  ]);
  expect(tell({}, { r: rule('', 'color', 'red') })).toEqual([
    ['rule', 'minor', null, 'red', 'color of root changed'],
  ]);
  expect(tell({ r: rule('', 'flex-grow', '1') }, {})).toEqual([
    ['rule', 'major', '1', null, 'flex-grow of root changed: this moves what stands around it'],
  ]);
  // Both properties of a rule are told where one takes the other's place.
  expect(tell({ r: rule('', 'color', 'red') }, { r: rule('', 'fill', 'red') }).map(([, , was, is]) => [was, is])).toEqual([['red', null], [null, 'red']]); // prettier-ignore
});
