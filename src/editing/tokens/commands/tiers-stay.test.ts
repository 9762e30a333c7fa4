import { itemsOf } from '@/core/document/item';
import type { ComponentDefinition, StyleRule } from '@/core/components/definition';
import { tierOf } from '@/core/tokens/tier';
import { extractValue } from '@/editing/components/commands/extract-value';
import { setRuleValue } from '@/editing/components/commands/set-rule-value';
import { imported } from '@/testing/imported';
import { demo, done, opened } from '@/testing/library';
import { styleRule as rule } from '@/testing/style-rule';
import { declareValue } from './declare-value';
import { promote } from './promote';
import { setUnder } from './set-under';

let made = 0;
const newId = (prefix: string) => `${prefix}_tier${++made}`;
const color = (value: string) => ({ $type: 'color', $value: value });
const tokens = {
  grey: { '500': color('#888888') },
  text: color('{grey.500}'),
  said: { $extensions: { 'app.seedplan': { tier: 'component' } }, ink: color('{text}') },
};
const library = opened(imported('a.tokens.json', { 'a.tokens.json': JSON.stringify(tokens) }));
const tier = (of: typeof library, path: string) => tierOf(of.resolution, path);
const layerOf = (of: typeof library, path: string) => {
  const item = of.items.get(of.tree.ids.get(path)!)!;
  return Object.keys((item as { declarations: object }).declarations)[0]!;
};

test.each<[string, (path: string) => ReturnType<typeof setUnder>]>([
  ['typed into its field', (path) => declareValue(library, { path, layer: layerOf(library, path), text: '#ff0000' }, newId)],
  ['set under every context', (path) => setUnder(library, { path, when: {}, text: '#ff0000' }, newId)],
])('a raw value %s leaves a token in its tier, and an alias typed again too', (_, type) => {
  for (const path of ['text', 'said.ink', 'grey.500']) {
    const now = done(library, type(path));
    expect([path, tier(now, path)]).toEqual([path, tier(library, path)]);
  }
  const raw = done(library, type('text'));
  expect(raw.findings().filter(({ code }) => code === 'raw-purpose').map(({ path }) => path)).toEqual(['text']);
  const back = done(raw, setUnder(raw, { path: 'text', when: {}, text: '{grey.500}' }, newId));
  expect([tier(back, 'text'), back.findings().some(({ code }) => code === 'raw-purpose')]).toEqual(['semantic', false]);
}); // prettier-ignore

test('extracted, the raw value becomes a primitive and the token an alias of it, still in its tier', () => {
  const raw = done(library, setUnder(library, { path: 'text', when: {}, text: '#ff0000' }, newId));
  const now = done(raw, promote(raw, { path: 'text', layer: layerOf(raw, 'text'), to: 'red.500' }, newId));
  expect([tier(now, 'text'), tier(now, 'red.500')]).toEqual(['semantic', 'primitive']);
  expect(now.resolution.chain('text', 0)).toEqual(['text', 'red.500']);
});

const document = demo();
const button = itemsOf(document.items, 'component').find(({ name }) => name === 'button')!;
const ruled = (style: Record<string, string>) =>
  opened({
    ...document,
    items: new Map(document.items).set(button.id, {
      ...button,
      guards: {},
      entries: { entry_1: rule('a0', '', 'root', style) },
    }),
  });
const declared = (of: typeof library) =>
  Object.fromEntries(
    ((of.own.items.get(button.id) as ComponentDefinition).entries.entry_1 as StyleRule).declarations,
  );
const asked = { component: 'button', rule: 'entry_1' };

test.each([
  ['color', '#123456', 'color'],
  ['padding', '13px', 'dimension'],
  ['transition-duration', '170ms', 'duration'],
  ['font-weight', '650', 'fontWeight'],
  ['box-shadow', '0 2px 4px #00000033', 'shadow'],
])('a raw %s of a rule becomes a token of its own, and the rule is bound to it', (property, text, type) => {
  const before = ruled({ [property]: text, display: 'flex' });
  const now = done(before, extractValue(before, { ...asked, property, to: 'fresh.one' }, newId));
  const id = now.tree.ids.get('fresh.one');
  expect(declared(now)).toEqual({
    [property]: { token: { id, path: 'fresh.one' } },
    display: { raw: 'flex' },
  });
  expect(now.resolution.value('fresh.one', 0)!.type).toBe(type);
});

test.each([
  ['what is no one value', { padding: '4px 8px' }, 'padding', 'fresh.one', /cannot be a token/],
  ['a path that is taken', { color: '#123456' }, 'color', 'space.4', /already a token or group/],
  ['no path', { color: '#123456' }, 'color', '', /./],
  ['a property that is not there', { color: '#123456' }, 'gap', 'fresh.one', /no raw value here/],
])('%s is refused', (_, style, property, to, problem) => {
  expect(extractValue(ruled(style as Record<string, string>), { ...asked, property, to }, newId)).toEqual(
    expect.objectContaining({ problem: expect.stringMatching(problem) }),
  );
});

test('the path of a token typed bare is a binding; a number, a keyword and a path that is none are not', () => {
  const library = ruled({ padding: '1px' });
  const typed = (property: string, text: string) =>
    declared(done(library, setRuleValue(library, { ...asked, property, text }, newId)))[property];
  expect(typed('gap', 'space.4')).toEqual({
    token: { id: library.tree.ids.get('space.4'), path: 'space.4' },
  });
  expect(typed('opacity', '0.5')).toEqual({ raw: '0.5' });
  expect(typed('display', 'flex')).toEqual({ raw: 'flex' });
  expect(typed('gap', 'space.400')).toEqual({ raw: 'space.400' });
});
