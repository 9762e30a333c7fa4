import type { ComponentDefinition } from '@/core/components/definition';
import { itemsOf, ordered } from '@/core/document/item';
import { matrix } from '../queries/matrix';
import type { OpenLibrary } from '@/editing/session/open-library';
import { runToEnd } from '@/core/base/steps';
import { findingsOf } from '@/editing/findings/queries/findings';
import { proof } from '../queries/proof';
import { specimen } from '../queries/specimen';
import { demo, done, lens, newId, opened } from '@/testing/library';
import type { Command } from '@/editing/session/command';
import { setScript } from '@/editing/components/commands/set-script';
import { recordGuards } from '@/editing/components/commands/record-guards';
import { setAdjustable } from '@/editing/components/commands/set-adjustable';
import { setBehaviour } from '@/editing/components/commands/set-behaviour';
import { setExclusion } from '@/editing/components/commands/set-exclusion';
import { setGuard } from '@/editing/components/commands/set-guard';
import { setSlot } from '@/editing/components/commands/set-slot';
import { swapNested } from '@/editing/components/commands/swap-nested';
import { unlink } from '@/editing/components/commands/unlink';
import { setBases } from '@/editing/components/commands/set-bases';
import { setRuleValue } from '@/editing/components/commands/set-rule-value';
import { setCode } from '@/editing/components/commands/set-code';
import { shareRules } from '@/editing/components/commands/share-rules';
import { rankComponents } from '@/editing/components/commands/rank-components';
import { removeComponents } from '@/editing/components/commands/remove-components';
import { setComponentLifecycle } from '@/editing/components/commands/set-component-lifecycle';
import { groupedRanks } from '@/editing/components/ranks';
import { groupComponents } from '@/editing/components/commands/group-components';
import { setRule } from '@/editing/components/commands/set-rule';
import { startComponent } from '@/editing/components/commands/start-component';
import { compareWithCode } from '@/editing/components/commands/compare-with-code';
import { startFromCode } from '@/editing/components/commands/start-from-code';
import { startFromMarkup } from '@/editing/components/commands/start-from-markup';

const library = opened(demo());
const own = (of: OpenLibrary, name: string): ComponentDefinition =>
  itemsOf(of.own.items, 'component').find((one) => one.name === name)!;
const problem = (command: Command) => ('problem' in command ? command.problem : 'none');
const piece = (name: string) => ({ name, icon: false, props: {}, passed: {} });

test('a sheet stored as it stands changes nothing; one rule changed is one field changed', () => {
  const { sheet } = proof(library, { name: 'button', lens })!;
  expect(problem(setCode(library, { component: 'button', sheet: sheet }, newId))).toBe(
    'Nothing would change',
  );
  const command = setCode(
    library,
    { component: 'button', sheet: sheet.replace('min-height: 56px', 'min-height: 60px') },
    newId,
  );
  expect('edits' in command && command.edits.map(({ kind, path }) => [kind, path.split('/')[0]])).toEqual([
    ['set', 'entries'],
  ]);
  const text = `${sheet}\n@media print { [part~="root"] { display: none } }\n`;
  const kept = done(library, setCode(library, { component: 'button', sheet: text }, newId));
  expect(proof(kept, { name: 'button', lens })!.sheet).toBe(text);
  // Rules keep who they are when others come before them or when they change places.
  const rules = ordered(own(library, 'button').entries).map(({ id }) => id);
  const turned = done(
    library,
    setCode(
      library,
      { component: 'button', sheet: `[part~="label"] {\n  color: red;\n}\n\n${sheet}` },
      newId,
    ),
  );
  expect(
    ordered(own(turned, 'button').entries)
      .slice(1)
      .map(({ id }) => id),
  ).toEqual(rules);
});

test.each([
  ['a part that is not there', (l: OpenLibrary) => setCode(l, { component: 'button', sheet: '[part~="lid"] { color: red }' }, newId), 'The template has no part lid, of which [part~="lid"] speaks'],
  ['CSS that cannot be read', (l: OpenLibrary) => setCode(l, { component: 'button', sheet: 'a {' }, newId), 'The style sheet cannot be read: Unclosed block (line 1, column 1)'],
  ['CSS that loads', (l: OpenLibrary) => setCode(l, { component: 'button', sheet: '@import "https://example.org/a.css";' }, newId), 'The style sheet loads from outside: @import (line 1)'],
  ['a script that cannot be read', (l: OpenLibrary) => setScript(l, { component: 'button', text: 'let 1' }, newId), 'The script cannot be read at line 1, column 4'],
  ['everything excluded', (l: OpenLibrary) => setExclusion(l, { component: 'badge', id: null, when: 'status is on-time or boarding or delayed or cancelled', why: '' }, newId), 'That would leave no combination at all'],
  ['an exclusion of nothing', (l: OpenLibrary) => setExclusion(l, { component: 'badge', id: null, when: '', why: '' }, newId), 'An exclusion needs a condition'],
  ['a piece not accepted', (l: OpenLibrary) => setSlot(l, { component: 'dialog', prop: 'actions', accepts: ['button'], most: 2, holds: [piece('badge')] }, newId), 'actions does not take badge'],
  ['a circle', (l: OpenLibrary) => setSlot(l, { component: 'button', prop: 'icon', accepts: [], most: null, holds: [piece('dialog')] }, newId), 'button would stand in itself: button holds dialog holds button'],
  ['a prop passed that is not there', (l: OpenLibrary) => setSlot(l, { component: 'dialog', prop: 'actions', accepts: [], most: null, holds: [{ ...piece('button'), passed: { label: 'name' } }] }, newId), 'dialog has no prop name'],
  ['a guard on no property', (l: OpenLibrary) => setGuard(l, { component: 'badge', id: null, guard: { when: '', part: 'root', property: '1px', value: 'x', note: '', under: {} } }, newId), '“1px” is not a CSS property'],
  ['a time that is none', (l: OpenLibrary) => setBehaviour(l, { component: 'toast', id: null, behaviour: { kind: 'timed', part: 'root', text: '', state: '', after: 'soon', does: 'leave' } }, newId), '“soon” is no time'],
  ['what is used removed', (l: OpenLibrary) => removeComponents(l, { names: ['button'] }, newId), expect.stringMatching(/^button is used in \d+ places?$/)],
  ['replaced by itself', (l: OpenLibrary) => setComponentLifecycle(l, { names: ['badge'], deprecation: { reason: '', replacement: 'badge' } }, newId), 'badge cannot be replaced by itself'],
  ['a rule set that is not there', (l: OpenLibrary) => setBases(l, { component: 'badge', sets: ['x'] }, newId), 'There is no rule set x'],
  ['code without props', (l: OpenLibrary) => startFromCode(l, { name: 'x', file: 'x.ts', props: [] }, newId), 'x.ts gives it no props'],
  ['unsafe markup', (l: OpenLibrary) => startFromMarkup(l, { components: [{ name: 'x', proposal: { template: '<p part="root" onclick="x()"></p>', parts: [], props: [], rules: [] }, bindings: {} }] }, newId), 'A template may not hold the attribute onclick'],
])('%s is refused in words', (_, command, words) => expect(problem(command(library))).toEqual(words)); // prettier-ignore

test('a variation says what differs, and follows the rest until it is cut loose', () => {
  const linked = done(
    library,
    startComponent(library, { name: 'chip', from: 'button', linked: true }, newId),
  );
  const rule = proof(linked, { name: 'chip', lens })!.rules.find(({ declarations }) =>
    declarations.some(({ property }) => property === 'min-height'),
  )!;
  expect(rule.from).toEqual({ kind: 'component', name: 'button' });
  const value = { component: 'chip', rule: rule.id, property: 'min-height', text: '24px' };
  const here = done(linked, setRuleValue(linked, { ...value, at: 'here' }, newId));
  const heights = (of: OpenLibrary, name: string) =>
    proof(of, { name, lens })!.rules.flatMap(({ when, declarations }) =>
      when ? [] : declarations.filter(({ property }) => property === 'min-height').map(({ raw }) => raw),
    );
  expect([heights(here, 'button'), heights(here, 'chip')]).toEqual([['40px'], ['40px', '24px']]);
  const there = done(linked, setRuleValue(linked, { ...value, at: 'source' }, newId));
  expect([heights(there, 'button'), heights(there, 'chip')]).toEqual([['24px'], ['24px']]);
  const loose = done(here, unlink(here, { component: 'chip' }, newId));
  expect(own(loose, 'chip').variationOf).toBeNull();
  expect(matrix(loose, { name: 'chip', lens })!.counts).toEqual(matrix(here, { name: 'chip', lens })!.counts);
});

test('rules shared as a set are changed once for all that stand on it', () => {
  const rules = ordered(own(library, 'badge').entries);
  const shared = done(
    library,
    shareRules(library, { component: 'badge', rules: [rules[0]!.id], set: 'pill' }, newId),
  );
  expect(specimen(shared, { name: 'badge', lens })!.checks).toEqual(
    specimen(library, { name: 'badge', lens })!.checks,
  );
  const two = done(shared, setBases(shared, { component: 'checkbox', sets: ['pill'] }, newId));
  const changed = done(
    two,
    setRuleValue(
      two,
      { component: 'badge', rule: rules[0]!.id, property: 'gap', text: '3px', at: 'source' },
      newId,
    ),
  );
  for (const name of ['badge', 'checkbox'])
    expect(
      proof(changed, { name, lens })!.rules.find(({ id }) => id === rules[0]!.id)!.declarations,
    ).toContainEqual(expect.objectContaining({ property: 'gap', raw: '3px' }));
});

test('exclusions, adjustable styles, guards and ranks are stored and counted', () => {
  const less = done(
    library,
    setExclusion(
      library,
      { component: 'button', id: null, when: 'tone is danger and size is large', why: 'too loud' },
      newId,
    ),
  );
  expect(matrix(less, { name: 'button', lens })!.counts.combinations).toBe(60 - 12);
  expect(specimen(less, { name: 'button', lens, props: { tone: 'danger', size: 'large' } })!.excluded).toBe(
    'tone is danger and size is large: too loud',
  );
  const loose = done(
    library,
    setAdjustable(library, { component: 'button', part: 'label', property: 'color', on: true }, newId),
  );
  expect(
    proof(loose, { name: 'button', lens })!.parts.find(({ name }) => name === 'label')!.adjustable,
  ).toEqual(['color']);
  const open = done(library, setSlot(library, { component: 'sailing-row', prop: 'badge', accepts: [], most: 1, holds: [{ ...piece('badge'), props: { label: 'Soon' }, passed: { status: 'status' } }] }, newId)); // prettier-ignore
  const swapped = done(
    open,
    swapNested(open, { component: 'sailing-row', prop: 'badge', at: 0, name: 'button', icon: false }, newId),
  );
  // What the other piece has too is kept, the rest is not.
  expect(
    proof(swapped, { name: 'sailing-row', lens })!.props.find(({ name }) => name === 'badge')!.holds,
  ).toEqual([{ name: 'button', icon: false, props: { label: 'Soon' }, passed: {} }]);
});

test('what is drawn can be promised, and what breaks it is told', () => {
  const box = { part: 'root', owner: '', cell: null, operated: false, text: '', tag: 'span', within: null, x: 0, y: 0, width: 10, height: 10, padding: [0, 0, 0, 0], border: [0, 0, 0, 0], margin: [0, 0, 0, 0], gap: [0, 0], style: { display: 'inline-flex' } } as const; // prettier-ignore
  const owner = specimen(library, { name: 'badge', lens })!.owner;
  const kept = done(
    library,
    recordGuards(
      library,
      {
        component: 'badge',
        when: '',
        boxes: [{ ...box, owner } as never],
        properties: ['display'],
        under: {},
      },
      newId,
    ),
  );
  expect(proof(kept, { name: 'badge', lens })!.guards).toEqual([
    expect.objectContaining({ text: 'display of root is inline-flex', broken: null }),
  ]);
  const rule = proof(kept, { name: 'badge', lens })!.rules[0]!.id;
  const broken = done(
    kept,
    setRuleValue(kept, { component: 'badge', rule, property: 'display', text: 'block' }, newId),
  );
  expect(proof(broken, { name: 'badge', lens })!.guards[0]!.broken).toContain('and is block');
});

test('a guard recorded from what is drawn is never broken from the start: what other combinations change is left out', () => {
  const { owner, style } = { owner: specimen(library, { name: 'button', lens })!.owner, style: { 'background-color': '#00617e', display: 'inline-flex' } };
  const box = { part: 'root', owner, cell: null, operated: false, text: '', tag: 'button', within: null, x: 0, y: 0, width: 10, height: 10, padding: [0, 0, 0, 0], border: [0, 0, 0, 0], margin: [0, 0, 0, 0], gap: [0, 0], style } as never;
  const record = (when: string, properties: string[]) =>
    recordGuards(library, { component: 'button', when, boxes: [box], properties, under: {} }, newId);
  // The background is another for each tone; display is another only where it is wide.
  expect(record('', ['background-color'])).toMatchObject({ problem: expect.stringContaining('not in every combination'), fix: expect.stringContaining('more conditions') });
  const kept = record('not wide', ['background-color', 'display']);
  expect(kept).toMatchObject({ label: 'Guard current values of button, without 1 value that other combinations change' });
  const { guards } = proof(done(library, kept), { name: 'button', lens })!;
  expect(guards.filter(({ text }) => text.startsWith('display of root is inline-flex')).map(({ broken }) => broken)).toEqual([null]);
  expect(guards.some(({ text }) => text.startsWith('background-color'))).toBe(false);
}); // prettier-ignore

test('what no rule says is measured, and is not broken by being unsaid; what has an initial value is', () => {
  const promised = (property: string, value: string) => {
    const guard = { when: '', part: 'label', property, value, note: '', under: {} };
    const now = done(library, setGuard(library, { component: 'badge', id: null, guard }, newId));
    const { measured, broken } = proof(now, { name: 'badge', lens })!.guards[0]!;
    return [measured, broken !== null];
  };
  expect(promised('display', 'inline')).toEqual([true, false]);
  expect(promised('position', 'static')).toEqual([false, false]);
  expect(promised('position', 'relative')).toEqual([false, true]);
});

test('tidying joins families by name, and ranks are made as they are named', () => {
  let now = done(library, rankComponents(library, { names: ['button'], rank: 'smallest' }, newId));
  now = done(now, startComponent(now, { name: 'button-row' }, newId));
  expect(groupedRanks(now)).toEqual([{ name: 'button-row', from: '', to: 'smallest' }]);
  const tidy = done(now, groupComponents(now, {}, newId));
  expect(own(tidy, 'button-row').rank).toBe(own(tidy, 'button').rank);
  const before = done(
    tidy,
    rankComponents(tidy, { names: ['badge'], rank: 'smallest', before: 'button-row' }, newId),
  );
  const there = itemsOf(before.own.items, 'component')
    .filter(({ rank }) => rank === own(before, 'button').rank)
    .sort((a, b) => (a.order < b.order ? -1 : 1));
  expect(there.map(({ name }) => name)).toEqual(['button', 'badge', 'button-row']);
});

test('code is compared with the props there are', () => {
  const props = [
    { name: 'tone', kind: 'choice' as const, values: ['primary', 'quiet', 'loud'] },
    { name: 'isBusy', kind: 'flag' as const, values: [] },
  ];
  const compared = done(
    library,
    compareWithCode(library, { component: 'button', file: 'button.tsx', props }, newId),
  );
  const said = runToEnd(findingsOf(compared, { name: 'button' })).map(({ message }) => message);
  expect(said).toEqual(expect.arrayContaining([
    'button: tone can be loud in button.tsx, and not here',
    'button: tone can be danger here, and not in button.tsx',
    'button: button.tsx has the prop isBusy, which is not here',
    'button: wide is not in button.tsx',
  ])); // prettier-ignore
  const made = done(library, startFromCode(library, { name: 'from-code', file: 'button.tsx', props }, newId));
  expect(runToEnd(findingsOf(made, { name: 'from-code' }))).toEqual([]);
  expect(
    problem(setRule(made, { component: 'from-code', rule: null, when: 'tone is loud', part: 'root' }, newId)),
  ).toBe('none');
});
