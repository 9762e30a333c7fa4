import { tokenSystemOf } from '../../tokens/token-tree';
import type { ComponentDefinition, StyleRule } from '../definition';
import { itemsOf } from '../../document/item';
import { runToEnd } from '../../base/steps';
import { Resolution } from '../../tokens/resolve';
import { deprecationOf as tokenDeprecation } from '../../tokens/tier';
import { findings, findingsOf } from '@/editing/findings/queries/findings';
import { demo, done, newId, opened } from '@/testing/library';
import { acceptFindings } from '@/editing/findings/commands/accept-findings';
import { applyFixes } from '@/editing/findings/commands/apply-fixes';
import { Bindings } from '../bindings';
import { styleRule as rule } from '@/testing/style-rule';
import { summarySteps } from '../matrix-summary';
import { checkComponent, COMPONENT_CHECKS } from './registry';

const document = demo();
const { items } = document;
const resolution = new Resolution(tokenSystemOf(items));
const button = itemsOf(items, 'component').find(({ name }) => name === 'button')!;
const white = () => ({ r: 1, g: 1, b: 1, alpha: 1 });

const withRules = (...rules: StyleRule[]): ComponentDefinition => ({
  ...button,
  guards: {},
  excluded: {},
  entries: Object.fromEntries(rules.map((one, i) => [`entry_${i}`, one])),
});
const codes = (component: ComponentDefinition) =>
  checkComponent({
    component,
    authored: component,
    items,
    resolution,
    bindings: () => new Bindings(resolution, 0),
    summary: () => runToEnd(summarySteps(component, items, resolution, white)),
  }).map(({ code }) => code);
const sound = withRules(
  rule('a0', '', 'root', { color: '{color.text.default}', 'background-color': '{color.surface.raised}' }),
  rule('a1', 'tone is danger', 'root', { color: '{color.text.quiet}' }),
);

const deprecatedToken = resolution.paths.find((path) => tokenDeprecation(resolution, path) !== undefined)!;
const holding = (name: string): ComponentDefinition => ({
  ...sound,
  props: {
    ...sound.props,
    prop_x: {
      order: 'z',
      name: 'more',
      kind: 'slot',
      values: [],
      default: '',
      description: '',
      holds: [{ component: { path: name }, props: {}, passed: {} }],
    },
  },
});

/** One component that each code is said of; without it nothing of the kind is. A code without an example fails the suite. */
const EXAMPLES: Record<string, ComponentDefinition> = {
  'guard-broken': { ...sound, guards: { guard_1: { order: 'a0', when: [], part: 'root', property: 'position', value: 'relative', note: '' } } },
  'template-root': { ...sound, template: '<button part="root"></button><i></i>' },
  'template-unsafe': { ...sound, template: '<button part="root" onclick="x()"><slot name="label"></slot></button>' },
  'template-tag': { ...sound, template: '<button part="root"><span part="label"><slot name="label"></slot></button>' },
  'slot-missing': { ...sound, template: '<button part="root"><slot name="lable"></slot></button>' },
  'template-name': { ...sound, template: '<button part="root"><i part="x" when="tone is loud"></i><slot name="label"></slot></button>' },
  'template-depth': { ...sound, template: `<button part="root">${'<i>'.repeat(120)}${'</i>'.repeat(120)}</button>` },
  'template-condition': { ...sound, template: '<button part="root"><i when="tone is">x</i></button>' },
  'part-missing': withRules(rule('a0', '', 'flap', { display: 'block' })),
  'value-missing': withRules(rule('a0', 'tone is loud', 'root', { display: 'block' })),
  'slot-misfit': { ...sound, props: { ...sound.props, prop_x: { order: 'z', name: 'flag', kind: 'slot', values: [], default: '', description: '', most: 1, holds: [{ component: { path: 'badge' }, props: {}, passed: {} }, { component: { path: 'badge' }, props: {}, passed: {} }] } } },
  'default-missing': { ...sound, props: { ...sound.props, prop_x: { order: 'z', name: 'mood', kind: 'choice', values: ['calm', 'loud'], default: 'merry', description: '' } } },
  'deprecated-piece': holding('action-panel'),
  'deprecated-binding': withRules(rule('a0', '', 'root', { gap: `{${deprecatedToken}}` })),
  'combination-contrast': withRules(rule('a0', '', 'root', { color: '#888888', 'background-color': '#ffffff' })),
  'rule-tie': withRules(rule('a0', 'tone is danger', 'root', { gap: '{space.2}' }), rule('a1', 'size is large', 'root', { gap: '{space.3}' })),
  'rule-idle': withRules(rule('a0', 'tone is danger and tone is quiet', 'root', { display: 'block' })),
  'raw-exact': withRules(rule('a0', '', 'root', { 'background-color': '#1e2528' })),
  'raw-near': withRules(rule('a0', '', 'root', { padding: '15px' })),
  'raw-foreign': withRules(rule('a0', '', 'root', { padding: '1337px' })),
  'property-unknown': withRules(rule('a0', '', 'root', { 'min-hieght': '20px' })),
  'value-unknown': withRules(rule('a0', '', 'root', { display: 'flexx' })),
  'code-drift': { ...sound, code: { file: 'button.tsx', props: [] } },
}; // prettier-ignore

test('every code of the registry has an example', () => {
  expect(Object.keys(EXAMPLES).sort()).toEqual(
    COMPONENT_CHECKS.flatMap((check) => Object.keys(check.titles)).sort(),
  );
});

test.each(Object.entries(EXAMPLES))(
  '%s is said where it is so, and not of what is sound',
  (code, component) => {
    expect(codes(component)).toContain(code);
    expect(codes(sound)).not.toContain(code);
  },
);

test('a sound component gives nothing to say', () => {
  expect(codes(sound)).toEqual([]);
});

test('the same value in two rules is bound in both, however alike their fixes read', () => {
  const entries = {
    entry_0: rule('a0', '', 'root', { color: '#1e2528' }),
    entry_1: rule('a1', 'tone is danger', 'label', { color: '#1e2528' }),
  };
  const own = new Map(document.items).set(button.id, { ...button, guards: {}, entries });
  const library = opened({ ...document, items: own });
  const raw = runToEnd(findingsOf(library, { name: 'button' })).filter(({ code }) => code === 'raw-exact');
  expect(raw.map(({ fixLabel }) => fixLabel)).toEqual(Array(2).fill('color becomes {color.text.default}'));
  const now = done(library, applyFixes(library, { keys: raw }, newId)).own.items.get(button.id);
  for (const entry of Object.values((now as ComponentDefinition).entries))
    expect((entry as StyleRule).declarations).toEqual([
      ['color', { token: { id: expect.any(String), path: 'color.text.default' } }],
    ]);
});

test('a raw value is bound at one click, several at once, and what is accepted is not said again', () => {
  const entries = {
    entry_0: rule('a0', '', 'root', { color: '#1e2528', padding: '15px', cursor: 'pointer' }),
    entry_1: rule('a1', 'tone is danger', 'label', { 'border-radius': '40px' }),
  };
  const own = new Map(document.items).set(button.id, { ...button, guards: {}, entries });
  const library = opened({ ...document, items: own });
  const said = () => runToEnd(findingsOf(library, { name: 'button' }));
  const raw = said().filter(({ code }) => code.startsWith('raw-'));
  expect(raw.map(({ code, fixLabel: words }) => [code, words])).toEqual([
    ['raw-exact', 'color becomes {color.text.default}'],
    ['raw-near', 'padding becomes {inset.control.inline}'],
    ['raw-foreign', undefined],
  ]);
  const mended = done(library, applyFixes(library, { keys: raw.slice(0, 2) }, newId));
  const now = mended.own.items.get(button.id) as ComponentDefinition;
  expect((now.entries.entry_0 as StyleRule).declarations).toEqual([
    ['color', { token: { id: expect.any(String), path: 'color.text.default' } }],
    ['padding', { token: { id: expect.any(String), path: 'inset.control.inline' } }],
    ['cursor', { raw: 'pointer' }],
  ]);
  expect(now.entries.entry_1).toEqual(entries.entry_1);
  const accepted = done(library, acceptFindings(library, { keys: [raw[2]!], reason: 'Asked for' }, newId));
  expect(runToEnd(findingsOf(accepted, { name: 'button' })).map(({ code }) => code)).not.toContain(
    'raw-foreign',
  );
  const rows = findings(accepted, { code: 'raw-exact', level: '', find: 'button' }).rows;
  expect(rows.map(({ component }) => component)).toEqual(['button']);
});

test('what outlives an edit: values of tokens while no token changes, and what other components come to', () => {
  const library = opened(document);
  const before = library.summary(library.items.get(button.id) as ComponentDefinition);
  const changed = new Map(document.items).set(button.id, { ...button, entries: {} });
  const Library = library.constructor as new (...given: unknown[]) => typeof library;
  const open = (own: typeof document.items) =>
    new Library(library.surroundings, { ...document, items: own }, 3, [], 'p', library.derived);
  const next = open(changed);
  expect(next.resolution).toBe(library.resolution);
  const badge = itemsOf(document.items, 'component').find(({ name }) => name === 'badge')!;
  expect(next.summary(next.items.get(badge.id) as ComponentDefinition)).toBe(
    library.summary(library.items.get(badge.id) as ComponentDefinition),
  );
  expect(next.summary(next.items.get(button.id) as ComponentDefinition)).not.toBe(before);
  const token = itemsOf(document.items, 'token')[0]!;
  const other = open(new Map(document.items).set(token.id, { ...token, redirects: ['x'] }));
  expect(other.resolution).not.toBe(library.resolution);
});
