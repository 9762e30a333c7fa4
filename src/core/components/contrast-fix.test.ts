import { itemsOf } from '../document/item';
import { Resolution } from '../tokens/resolve';
import { libraryTree, tokenSystemOf } from '../tokens/token-tree';
import { demo } from '@/testing/library';
import { styleRule as rule } from '@/testing/style-rule';
import { Bindings } from './bindings';
import { contrastFix } from './contrast-fix';
import type { ComponentDefinition, StyleRule } from './definition';
import { cellChecks } from './matrix';
import { combinationsOf } from './combinations';

const { items } = demo();
const resolution = new Resolution(tokenSystemOf(items));
const ids = libraryTree(items).ids;
const bindings = new Bindings(resolution, 0);
const white = () => ({ r: 1, g: 1, b: 1, alpha: 1 });
const button = itemsOf(items, 'component').find(({ name }) => name === 'button')!;
const made = (...rules: StyleRule[]): ComponentDefinition => ({
  ...button,
  guards: {},
  excluded: {},
  bases: [],
  variationOf: null,
  entries: Object.fromEntries(rules.map((one, i) => [`entry_${i}`, one])),
});
const fix = (component: ComponentDefinition, part = 'label', authored = component) =>
  contrastFix({ component, authored }, { items, resolution, ids }, bindings, white, { part, kind: 'text' });
/** Every contrast of every combination that fails, with nothing shared between cells. */
const failures = (component: ComponentDefinition) =>
  combinationsOf(component).flatMap((combination) =>
    cellChecks(component, items, resolution, combination, white).filter(
      ({ ratio, passes }) => ratio !== undefined && !passes,
    ),
  );

test('a token of the same purpose that passes everywhere is found, and bound it fails nowhere', () => {
  const component = made(
    rule('a0', '', 'root', { 'background-color': '{color.surface.page}' }),
    rule('a1', '', 'label', { color: '{color.text.default}' }),
    rule('a2', 'tone is danger', 'label', { color: '{color.surface.raised}' }),
  );
  expect(failures(component).length).toBeGreaterThan(0);
  const found = fix(component);
  if (!('fix' in found)) throw new Error(found.problem);
  expect(found.fix).toMatchObject({ rule: 'entry_2', property: 'color', part: 'label', from: 'color.surface.raised' });
  const changed = made(
    ...Object.values(component.entries).map((entry, i) =>
      i === 2 ? rule('a2', 'tone is danger', 'label', { color: `{${found.fix.to}}` }) : (entry as StyleRule),
    ),
  );
  // The rule as the test writes it names a path; what is bound is the token of that path.
  const bound = { ...changed, entries: { ...changed.entries, entry_2: { ...changed.entries.entry_2!, declarations: [['color', { token: { id: ids.get(found.fix.to)!, path: found.fix.to } }]] } as StyleRule } };
  expect(failures(bound)).toEqual([]);
  expect(found.fix.lowest.ratio!).toBeGreaterThanOrEqual(found.fix.lowest.needs!);
}); // prettier-ignore

test('a colour that is inherited is changed where it is said; one of a rule set, or of nothing, is told', () => {
  const inherited = made(
    rule('a0', '', 'root', { 'background-color': '{color.surface.page}', color: '{color.surface.raised}' }),
  );
  expect(fix(inherited)).toMatchObject({ fix: { part: 'root', rule: 'entry_0' } });
  const elsewhere = fix(inherited, 'label', { ...inherited, entries: {} });
  expect(elsewhere).toMatchObject({ problem: expect.stringMatching(/rule set/) });
  expect(fix(made(rule('a0', '', 'root', { color: '#000000', 'background-color': '#ffffff' })))).toMatchObject({ problem: expect.stringMatching(/passes in every/) });
}); // prettier-ignore

test('where no token can pass, the reason is told', () => {
  // Between black and white, grey of one half passes on neither: no text does on both.
  const component = made(
    rule('a0', '', 'root', { 'background-color': '#ffffff' }),
    rule('a1', 'wide', 'root', { 'background-color': '#767676' }),
    rule('a2', 'tone is danger', 'root', { 'background-color': '#000000' }),
    rule('a3', '', 'label', { color: '#ffffff' }),
  );
  expect(fix(component)).toMatchObject({ problem: expect.stringMatching(/No token near #ffffff passes/) });
});
