import { documentOf } from '../document/change-set';
import { itemsOf, ordered, type Item } from '../document/item';
import { runToEnd } from '../base/steps';
import { Resolution } from '../tokens/resolve';
import { tokenSystemOf } from '../tokens/token-tree';
import { demo } from '@/testing/library';
import { styleRule as rule } from '@/testing/style-rule';
import { partMissing } from './checks/part-missing';
import { valueMissing } from './checks/value-missing';
import { combinationsOf } from './combinations';
import { composedItems } from './compose';
import { ruleCounts, whatIf } from './counts';
import type { ComponentDefinition, Prop, StyleEntry } from './definition';
import { matrixSteps } from './matrix';
import { summarySteps } from './matrix-summary';

/** What is said of small components whose every combination can be counted by hand. */
const { items } = demo();
const resolution = new Resolution(tokenSystemOf(items));
const white = () => ({ r: 1, g: 1, b: 1, alpha: 1 });

const prop = (order: string, name: string, kind: Prop['kind'], values: string[] = []): Prop => ({
  order, name, kind, values, default: values[0] ?? '', description: '',
}); // prettier-ignore
const small = (
  rules: StyleEntry[],
  more: Partial<ComponentDefinition> = {},
): ComponentDefinition => ({
  id: 'component_small', kind: 'component', order: 'a0', name: 'small', description: '', rank: null, visibility: 'released',
  deprecation: null, template: '<b part="root"><i part="label"><slot name="label"></slot></i></b>', states: [],
  parts: {
    part_1: { order: 'a0', name: 'root', shows: 'nothing', description: '' },
    part_2: { order: 'a1', name: 'label', shows: 'text', description: '' },
  },
  props: {
    prop_1: prop('a0', 'tone', 'choice', ['main', 'quiet', 'loud']),
    prop_2: prop('a1', 'wide', 'flag'),
    prop_3: prop('a2', 'label', 'text'),
  },
  entries: Object.fromEntries(rules.map((one, i) => [`entry_${i}`, one])),
  guards: {},
  ...more,
}); // prettier-ignore
const checked = (component: ComponentDefinition) =>
  ({ component, authored: component, items, resolution }) as never;

describe('conditions on what is not there', () => {
  const messages = (component: ComponentDefinition) =>
    valueMissing.run(checked(component)).map(({ message }) => message);
  test.each<[string, string | null]>([
    ['tone is main', null],
    ['tone is main or quiet', null],
    ['wide', null],
    ['not wide', null],
    ['state is hover', null],
    ['tone is shrill', 'the value shrill of tone'],
    ['tone is main or shrill or dull', 'the value shrill, dull of tone'],
    ['size is large', 'the prop size'],
    ['busy', 'the prop busy'],
    // A text is whatever somebody types: any value of it may be asked for.
    ['label is x', null],
    ['wide and size is large', 'the prop size'],
  ])('%s', (when, missing) => {
    const component = small([rule('a0', when, 'root', { display: 'block' })], { states: ['hover'] });
    const found = messages(component);
    expect(found).toEqual(
      missing === null ? [] : [expect.stringContaining(`asks for ${missing}, which is not there`)],
    );
  });
  test('guards and exclusions are held against the props too, each in its own words', () => {
    const when = [{ kind: 'flag' as const, prop: 'busy', is: true }];
    const guarded = small([], {
      guards: { guard_1: { order: 'a0', when, part: 'root', property: 'display', value: 'block', note: '' } },
      excluded: { excluded_1: { order: 'a0', when, why: 'x' } },
    });
    expect(messages(guarded)).toEqual([
      'small: the guard when busy asks for the prop busy, which is not there',
      'small: the exclusion when busy asks for the prop busy, which is not there',
    ]);
  });
});

test('rules and guards on a part that the template has not are told with the parts it has', () => {
  const guard = (part: string) => ({
    order: 'a0',
    when: [],
    part,
    property: 'display',
    value: 'block',
    note: '',
  });
  const component = small(
    [rule('a0', '', 'lid', {}), rule('a1', 'wide', 'lid', {}), rule('a2', '', 'label', {})],
    {
      guards: { guard_1: guard('root'), guard_2: guard('flap') },
    },
  );
  expect(partMissing.run(checked(component))).toMatchObject([
    {
      path: 'small: lid',
      message: 'small: the rule always is on the part lid, which the template has not',
      fix: expect.stringContaining('root, label'),
    },
    { path: 'small: lid', message: expect.stringContaining('the rule wide is on the part lid') },
    { path: 'small: flap', message: expect.stringContaining('the guard on display is on the part flap') },
  ]);
  // Of a template that cannot be read nothing is said of parts: that is told elsewhere.
  expect(partMissing.run(checked({ ...component, template: '' }))).toEqual([]);
});

describe('what rules come to over all combinations', () => {
  test('three tones by a flag: which look alike, and which props change nothing', () => {
    const counts = ruleCounts(
      small([
        rule('a0', '', 'root', { color: 'red' }),
        rule('a1', 'tone is quiet', 'root', { color: 'grey' }),
        rule('a2', 'tone is main and tone is loud', 'root', { color: 'blue' }),
        rule('a3', 'tone is quiet and wide', 'root', { color: 'grey' }),
      ]),
    );
    expect(counts.combinations).toBe(6);
    // Main and loud are red, quiet is grey, wide or not: two looks.
    expect(counts.alike).toBe(4);
    expect(counts.idle).toEqual(['wide']);
    expect(counts.never).toEqual(['entry_2']);
    expect(counts.overruled).toEqual([]);
  });
  test('a rule that always loses is told, and two that win by order alone', () => {
    const counts = ruleCounts(
      small([
        rule('a0', 'wide', 'root', { gap: '1px' }),
        rule('a1', 'tone is quiet', 'root', { gap: '2px' }),
        rule('a2', '', 'label', { gap: '3px' }),
        rule('a3', '', 'label', { gap: '4px' }),
      ]),
    );
    expect(counts.overruled).toEqual(['entry_2']);
    expect(counts.ties.length).toBeGreaterThan(0);
    expect(counts.idle).toEqual([]);
  });
  test('one more value: what it inherits, and what others say and it does not', () => {
    const component = small([
      rule('a0', '', 'root', { color: 'red', gap: '1px' }),
      rule('a1', 'tone is quiet', 'root', { color: 'grey' }),
      rule('a2', 'tone is loud or quiet', 'root', { color: 'black' }),
      rule('a3', 'wide', 'label', { width: '100%' }),
      rule('a4', 'tone is dull', 'label', { opacity: '0.5' }),
    ]);
    const ahead = whatIf(component, 'tone', 'dull');
    expect(ahead.combinations).toEqual({ before: 6, after: 8 });
    expect(ahead.inherits.map(({ part, properties }) => [part, properties]).sort()).toEqual([
      ['label', ['opacity']],
      ['label', ['width']],
      ['root', ['color', 'gap']],
    ]);
    expect(ahead.unsaid).toEqual([
      { part: 'root', property: 'color', saidFor: expect.arrayContaining(['quiet', 'loud']) },
    ]);
    // A value there already brings nothing new; a prop that is no choice has no values.
    expect(whatIf(component, 'tone', 'quiet').combinations).toEqual({ before: 6, after: 6 });
    expect(whatIf(component, 'wide', 'x')).toEqual({
      combinations: { before: 0, after: 0 },
      inherits: [],
      unsaid: [],
    });
  });
});

test('a summary says what its matrix says: how many fail, how many are not known, and the weakest of each part', () => {
  const component = small([
    rule('a0', '', 'root', { color: '#767676', 'background-color': '#ffffff' }),
    rule('a1', 'tone is quiet', 'root', { color: '#949494' }),
    rule('a2', 'tone is quiet and wide', 'root', { color: '#cccccc' }),
    rule('a3', 'tone is loud', 'root', { 'background-image': 'url("data:,")' }),
  ]);
  const summary = runToEnd(summarySteps(component, items, resolution, white));
  const { cells } = runToEnd(matrixSteps(component, items, resolution, white, 2000));
  const failing = cells.filter(({ fails }) => fails);
  expect(summary).toMatchObject({ combinations: 6, sampled: false, failing: 2 });
  expect(failing.map(({ combination }) => combination.props.tone)).toEqual(['quiet', 'quiet']);
  // A picture behind the text has to be measured.
  expect(summary.unknown).toBe(2);
  expect(summary.weakest).toMatchObject([
    {
      check: { part: 'label', kind: 'text' },
      times: 2,
      combination: { props: { tone: 'quiet', wide: 'true' } },
    },
  ]);
  // #cccccc on white by WCAG 2.2: 1.6.
  expect(summary.weakest[0]!.check.ratio).toBeCloseTo(1.606, 2);
  expect(summary.combinations).toBe(combinationsOf(component).length);
});

test('a variation has all of its source, with its own in place of what it says anew', () => {
  const source = small([rule('a0', '', 'root', { color: 'red' })], {
    id: 'component_source', name: 'source', description: 'The source', states: ['hover'], script: 'say(1)',
    behaviours: { behaviour_1: { order: 'a0', kind: 'note', part: 'root', text: 'Of the source' } },
    excluded: { excluded_1: { order: 'a0', when: [{ kind: 'flag', prop: 'wide', is: true }], why: 'Too wide' } },
  }); // prettier-ignore
  const own = small([rule('a0', '', 'label', { color: 'blue' })], {
    template: '', states: ['active', 'hover'], variationOf: { id: source.id, path: 'source' },
    parts: {}, props: { prop_own: prop('a0', 'tone', 'choice', ['main', 'soft']) },
    behaviours: { behaviour_2: { order: 'a0', kind: 'note', part: 'root', text: 'Its own' } },
  }); // prettier-ignore
  // One base and no more: what a rule set says comes first.
  const set = {
    id: 'ruleset_1',
    kind: 'ruleSet',
    name: 'raised',
    order: 'a0',
    entries: { entry_set: rule('a0', '', 'root', { 'box-shadow': 'none' }) },
  } as Item;
  const all = documentOf('x', 'library', [
    source,
    {
      ...own,
      id: 'component_own',
      name: 'own',
      entries: { entry_own: own.entries.entry_0! },
      bases: [{ id: set.id, path: 'raised' }],
    },
    set,
  ]);
  const made = itemsOf(composedItems(all.items), 'component').find(({ name }) => name === 'own')!;
  expect(made).toMatchObject({
    template: source.template,
    description: 'The source',
    states: ['hover', 'active'],
    script: 'say(1)',
    excluded: source.excluded,
  });
  expect(Object.values(made.behaviours!).map(({ text }) => text)).toEqual(['Of the source', 'Its own']);
  expect(ordered(made.props).map(({ name, values }) => [name, values])).toEqual([
    ['tone', ['main', 'soft']],
    ['wide', []],
    ['label', []],
  ]);
  expect(ordered(made.parts).map(({ name }) => name)).toEqual(['root', 'label']);
  expect(
    ordered(made.entries).map((entry) =>
      entry.kind === 'rule' ? entry.part + entry.declarations.map(([name]) => ` ${name}`).join('') : 'kept',
    ),
  ).toEqual(['root box-shadow', 'root color', 'label color']);
  // A variation of itself is itself.
  const round = documentOf('x', 'library', [{ ...source, variationOf: { id: source.id, path: 'source' } }]);
  expect(itemsOf(composedItems(round.items), 'component')[0]!.entries).toEqual(
    expect.objectContaining({ entry_0: expect.anything() }),
  );
});
