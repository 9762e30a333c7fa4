import Ajv2020 from 'ajv/dist/2020';
import fc from 'fast-check';
import { isAllowed } from '../components/combinations';
import { defaultProps } from '../components/condition';
import { itemsOf } from '../document/item';
import { Resolution } from '../tokens/resolve';
import { tokenSystemOf } from '../tokens/token-tree';
import { knownInCatalogue, knownOf } from '../usage/known-components';
import { readJson } from '../base/json/read';
import { demo } from '@/testing/library';
import { catalogue, mustBeFilled } from './catalogue';

const { items } = demo();
const components = itemsOf(items, 'component');
const resolution = new Resolution(tokenSystemOf(items));
const written = catalogue.write({ resolution, components, authored: () => [] }).files[0]!.text;
const schema = JSON.parse(written) as { $defs: Record<string, { anyOf?: { const: string }[] }> };
const valid = new Ajv2020({ strict: true, strictRequired: false, allErrors: false }).compile(schema);
const button = components.find(({ name }) => name === 'button')!;

test('what the components can be is valid, and nothing else', () => {
  const instance = (props: object, component = 'button') => valid({ component, props });
  expect(instance({})).toBe(true);
  expect(instance({ tone: 'danger', wide: true, label: 'Book' })).toBe(true);
  expect(valid({ component: 'button' })).toBe(true);
  expect(instance({ tone: 'loud' })).toBe(false);
  expect(instance({ wide: 'true' })).toBe(false);
  expect(instance({ colour: 'red' })).toBe(false);
  expect(instance({}, 'bouton')).toBe(false);
  expect(instance({ icon: [{ component: 'icon' }] })).toBe(true);
  expect(instance({ icon: [{ component: 'badge' }] })).toBe(false);
  expect(instance({ icon: [{ component: 'icon' }, { component: 'icon' }] })).toBe(false);
});

// The same is said by the component itself (isAllowed), whose exclusions the matrix obeys.
test('a combination is valid where the component allows it, props left out having their defaults', () => {
  const choice = (name: string) => fc.option(fc.constantFrom(...button.props[Object.keys(button.props).find((id) => button.props[id]!.name === name)!]!.values), { nil: undefined }); // prettier-ignore
  fc.assert(
    fc.property(choice('tone'), choice('size'), fc.option(fc.boolean(), { nil: undefined }), (tone, size, wide) => {
      const props = { ...(tone && { tone }), ...(size && { size }), ...(wide !== undefined && { wide }) };
      const full = { ...defaultProps(button), ...(tone && { tone }), ...(size && { size }), ...(wide !== undefined && { wide: wide ? 'true' : '' }) };
      expect(valid({ component: 'button', props })).toBe(isAllowed(button, { props: full, states: [] }));
    }),
  );
  expect(valid({ component: 'button', props: { tone: 'quiet', wide: true } })).toBe(false);
}); // prettier-ignore

test('tokens stand by purpose: semantic, of a fitting type, none deprecated or internal', () => {
  const text = schema.$defs['tokens.text']!.anyOf!.map((one) => one.const);
  expect(text).toContain('color.text.default');
  expect(text.every((path) => resolution.value(path, 0)!.type === 'color')).toBe(true);
  const all = Object.entries(schema.$defs).filter(([name]) => name.startsWith('tokens.'));
  expect(all.map(([name]) => name)).toEqual(
    expect.arrayContaining(['tokens.surface', 'tokens.border', 'tokens.space', 'tokens.text-style']),
  );
});

test('what is read back from a catalogue is what the components say', () => {
  const back = knownInCatalogue(readJson(written))!;
  const without = ({ deprecated: _, ...one }: (typeof back)[number]) => ({
    ...one,
    excluded: one.excluded.filter(({ when }) => when.every(({ kind }) => kind !== 'state')),
    props: one.props.map((prop) => ({ ...prop, values: prop.kind === 'choice' ? prop.values : [] })),
    defaults: Object.fromEntries(Object.entries(one.defaults).map(([name, value]) => [name, one.props.find((prop) => prop.name === name)?.kind === 'slot' ? '' : value])),
  }); // prettier-ignore
  const released = components.filter(({ visibility }) => visibility !== 'internal');
  expect(back.map(without)).toEqual(released.map(knownOf).map(without));
  expect(knownInCatalogue(readJson('[]'))).toBeUndefined();
  expect(knownInCatalogue(readJson('{"$defs":{"component.x":4,"y":{}}}'))).toEqual([]);
});

test('a text without a default has to be filled, unless it is shown under a condition', () => {
  const prop = (more: object) => ({ order: 'a', name: 'said', kind: 'text' as const, values: [], default: '', description: '', ...more });
  const of = (template: string, more: object = {}) => mustBeFilled({ ...button, template }, prop(more));
  expect(of('<p part="root"><slot name="said"></slot></p>')).toBe(true);
  expect(of('<p part="root"><slot name="said"></slot></p>', { default: 'x' })).toBe(false);
  expect(of('<p part="root"><b when="said"><slot name="said"></slot></b></p>')).toBe(false);
  expect(of('<p part="root"></p>')).toBe(false);
  expect(of('<p part="root"><slot name="said"></slot></p>', { kind: 'slot', holds: [{ component: { path: 'x' }, props: {}, passed: {} }] })).toBe(false);
  expect(of('<p part="root"><slot name="said"></slot></p>', { kind: 'choice' })).toBe(false);
}); // prettier-ignore
