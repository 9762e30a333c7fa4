import { documentOf } from '@/core/document/change-set';
import type { ComponentDefinition } from '@/core/components/definition';
import { itemsOf, ordered } from '@/core/document/item';
import { combinationsOf } from '@/core/components/combinations';
import { ruleCounts, whatIf } from '@/core/components/counts';
import { allMatch } from '@/core/components/condition';
import { declaredStyle, rulesBySpecificity } from '@/core/components/style';
import { demo, done, lens, newId, opened } from '@/testing/library';
import type { OpenLibrary } from '@/editing/session/open-library';
import { matrix } from '../queries/matrix';
import type { Command } from '@/editing/session/command';
import { setCode } from '@/editing/components/commands/set-code';
import { setRuleValue } from '@/editing/components/commands/set-rule-value';
import { removeProp } from '@/editing/components/commands/remove-prop';
import { removeRule } from '@/editing/components/commands/remove-rule';
import { setProp } from '@/editing/components/commands/set-prop';
import { setRule } from '@/editing/components/commands/set-rule';
import { startComponent } from '@/editing/components/commands/start-component';
import { type PropDraft } from '@/editing/components/definition-draft';

const component = (of: OpenLibrary, name: string): ComponentDefinition =>
  itemsOf(of.items, 'component').find((one) => one.name === name)!;
const choice = (name: string, values: string[]): PropDraft => ({
  name,
  kind: 'choice',
  values,
  default: '',
  description: '',
});
const problem = (command: Command) => ('problem' in command ? command.problem : 'none');

/** A button with four sizes, five kinds, five states and an icon before, after or none: from nothing, by plans alone. */
function button(): OpenLibrary {
  let now = opened(documentOf('new', 'library', []));
  const run = (command: Command) => (now = done(now, command));
  run(startComponent(now, { name: 'button' }, newId));
  run(setCode(now, { component: 'button', template: '<button part="root"><i part="before" when="icon is before"></i><span part="label"><slot name="label"></slot></span><i part="after" when="icon is after"></i></button>' }, newId)); // prettier-ignore
  run(
    setProp(now, { component: 'button', prop: choice('size', ['small', 'regular', 'large', 'huge']) }, newId),
  );
  run(setProp(now, { component: 'button', prop: choice('tone', ['main', 'quiet', 'plain', 'danger', 'success']) }, newId)); // prettier-ignore
  run(setProp(now, { component: 'button', prop: choice('icon', ['none', 'before', 'after']) }, newId));
  const rule = (when: string, property: string, text: string) => {
    run(setRule(now, { component: 'button', rule: null, when, part: 'root' }, newId));
    const id = ordered(component(now, 'button').entries).at(-1)!.id;
    run(setRuleValue(now, { component: 'button', rule: id, property, text }, newId));
  };
  rule('', 'background-color', '#0a5d6a');
  rule('', 'padding', '8px');
  for (const [size, px] of [
    ['small', 4],
    ['large', 12],
    ['huge', 16],
  ] as const)
    rule(`size is ${size}`, 'padding', `${px}px`);
  for (const [tone, color] of [
    ['quiet', '#eeeeee'],
    ['plain', '#ffffff'],
    ['danger', '#a01010'],
    ['success', '#107010'],
  ] as const)
    // prettier-ignore
    rule(`tone is ${tone}`, 'background-color', color);
  rule('state is hover', 'opacity', '0.9');
  return now;
}
const built = button();

test('few rules make every combination, and parts follow the template', () => {
  const made = component(built, 'button');
  // 4 sizes × 5 kinds × 3 icons × the six standard states of what can be operated.
  expect(combinationsOf(made)).toHaveLength(4 * 5 * 3 * 6);
  expect(ordered(made.parts).map(({ name }) => name).sort()).toEqual(['after', 'before', 'label', 'root']);
  expect(matrix(built, { name: 'button', lens })!.counts).toMatchObject({ combinations: 360, rules: 10 });
  expect(matrix(built, { name: 'button', lens })!.sums).toEqual({ alike: 0, idle: [], never: [], overruled: [], ties: [] });
}); // prettier-ignore

test('a sixth kind: what it would bring is what it brings', () => {
  const before = component(built, 'button');
  const ahead = whatIf(before, 'tone', 'notice');
  expect(ahead.combinations).toEqual({ before: 360, after: 432 });
  expect(ahead.unsaid).toEqual([
    { part: 'root', property: 'background-color', saidFor: ['quiet', 'plain', 'danger', 'success'] },
  ]);
  const wider = done(built, setProp(built, { component: 'button', prop: choice('tone', ['main', 'quiet', 'plain', 'danger', 'success', 'notice']) }, newId)); // prettier-ignore
  const after = component(wider, 'button');
  expect(combinationsOf(after)).toHaveLength(432);
  const rules = rulesBySpecificity(after);
  const fresh = combinationsOf(after).filter(({ props }) => props.tone === 'notice');
  expect(new Set(ahead.inherits.map(({ rule }) => rule))).toEqual(
    new Set(rules.filter((rule) => fresh.some((one) => allMatch(rule.when, one))).map(({ id }) => id)),
  );
  // It looks like the default kind until something is said of it.
  expect(ruleCounts(after).alike).toBe(72);
});

test('counts, held against a plain reading: what never holds, never wins, changes nothing, or contradicts', () => {
  let now = built;
  const add = (when: string, property: string, text: string) => {
    now = done(now, setRule(now, { component: 'button', rule: null, when, part: 'root' }, newId));
    const id = ordered(component(now, 'button').entries).at(-1)!.id;
    now = done(now, setRuleValue(now, { component: 'button', rule: id, property, text }, newId));
    return id;
  };
  now = done(
    now,
    setProp(now, { component: 'button', prop: { ...choice('wide', []), kind: 'flag' } }, newId),
  );
  const never = add('tone is quiet and tone is danger', 'color', 'red');
  const lost = add('', 'gap', '1px');
  const winner = add('', 'gap', '2px');
  const first = add('size is small', 'opacity', '0.5');
  const counts = ruleCounts(component(now, 'button'));
  expect(counts.never).toEqual([never]);
  expect(counts.overruled).toEqual([lost]);
  expect(counts.idle).toEqual(['wide']);
  expect(counts.ties.map(({ property }) => property)).toEqual(['opacity']);
  expect([counts.ties[0]!.first, counts.ties[0]!.second]).toContain(first);
  // By the definition, one combination at a time.
  const made = component(now, 'button');
  const wins = new Set<string>();
  const holds = new Set<string>();
  for (const combination of combinationsOf(made)) {
    for (const rule of rulesBySpecificity(made)) if (allMatch(rule.when, combination)) holds.add(rule.id);
    for (const all of declaredStyle(made, combination).values()) for (const { rule } of all) wins.add(rule);
  }
  const ids = rulesBySpecificity(made).map(({ id }) => id);
  expect(new Set(counts.never)).toEqual(new Set(ids.filter((id) => !holds.has(id))));
  expect(new Set(counts.overruled)).toEqual(new Set(ids.filter((id) => holds.has(id) && !wins.has(id))));
  expect(wins).toContain(winner);
  const tidy = done(now, removeRule(now, { component: 'button', rule: never }, newId));
  expect(ruleCounts(component(tidy, 'button')).never).toEqual([]);
});

test('what is still used cannot go, and what is not there cannot be spoken of', () => {
  const set = (prop: PropDraft) => setProp(built, { component: 'button', prop }, newId);
  const rule = (when: string, part = 'root') =>
    setRule(built, { component: 'button', rule: null, when, part }, newId);
  expect(problem(set(choice('tone', ['main', 'quiet'])))).toMatch(/tone is used by the rule when tone is plain/);
  expect(problem(set(choice('icon', ['none', 'after'])))).toMatch(/the part before/);
  expect(problem(set(choice('new', [])))).toMatch(/at least one value/);
  expect(problem(set(choice('new', ['a', 'a'])))).toMatch(/twice/);
  expect(problem(set(choice('New', ['a'])))).toMatch(/is not a name/);
  expect(problem(set(choice('state', ['a'])))).toMatch(/cannot be called/);
  expect(problem(removeProp(built, { component: 'button', prop: 'size' }, newId))).toMatch(/size is used by/);
  expect(problem(removeProp(built, { component: 'button', prop: 'label' }, newId))).toMatch(/the slot label/);
  expect(problem(rule('tone is loud'))).toMatch(/loud is not a value of tone/);
  expect(problem(rule('colour is red'))).toMatch(/no prop colour/);
  expect(problem(rule('state is sleepy'))).toMatch(/no state sleepy/);
  expect(problem(rule('tone === quiet'))).toMatch(/is not a valid condition/);
  expect(problem(rule('', 'tail'))).toMatch(/no part tail/);
  expect(problem(setCode(built, { component: 'button', template: '<button part="top"></button>' }, newId))).toMatch(/root/);
  for (const name of ['button', 'Big Button', ''])
    expect(problem(startComponent(built, { name }, newId))).not.toBe('none');
  expect(problem(startComponent(built, { name: 'chip', from: 'nothing' }, newId))).toMatch(/no component nothing/);
}); // prettier-ignore

test('a value that a screen sets cannot go; a copy stands for itself', () => {
  const released = demo();
  const original = itemsOf(released.items, 'component').find(({ name }) => name === 'button')!;
  const tone = Object.values(original.props).find(({ kind }) => kind === 'choice')!;
  const bare: ComponentDefinition = { ...original, entries: {}, guards: {} };
  const items = new Map(released.items).set(original.id, bare);
  const placed = { id: 'placement_1', kind: 'placement', screen: 'screen_1', parent: null, slot: null, component: { id: original.id, path: 'button' }, props: { [tone.name]: tone.values.at(-1)! }, overrides: {}, order: 'a0' } as const; // prettier-ignore
  const library = opened({ ...released, items }, undefined, {
    products: [{ id: 'p1', slug: 'p', name: 'Kiosk', version: '1.0.0', through: null, items: [placed] }],
  });
  const fewer = { ...tone, values: tone.values.slice(0, -1) };
  expect(problem(setProp(library, { component: 'button', prop: fewer }, newId))).toMatch(
    /is set on a screen of Kiosk/,
  );
  const copied = done(library, startComponent(library, { name: 'chip', from: 'button' }, newId));
  const { id, name, order, ...rest } = component(copied, 'chip');
  expect(rest).toEqual((({ id: _id, name: _name, order: _order, ...other }) => other)(bare));
  expect([id === original.id, name, order === original.order]).toEqual([false, 'chip', false]);
});
