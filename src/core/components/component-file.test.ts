import { schemaProblems } from '../kinds/schema-problems';
import { ordered } from '../document/item';
import { readJson } from '../base/json/read';
import { readComponent } from './component-file';

let n = 0;
const TEMPLATE =
  '<button part="root"><span part="icon"><slot name="icon"></slot></span><span part="label"><slot name="label"></slot></span></button>';
const read = (json: unknown, template = TEMPLATE) =>
  readComponent(readJson(JSON.stringify(json)), template, {
    id: 'component_1',
    order: 'a1',
    entryId: () => `entry_${++n}`,
    rank: (name) => (name === 'basic' ? 'rank_1' : null),
    refer: (path) => ({ id: `token_${path.replace(/\W/g, '-')}`, path }),
    referTo: (kind, path) => ({ id: `${kind.toLowerCase()}_${path}`, path }),
  });
/** Entries without the ids they were given, in order. */
const plain = <T extends { order: string }>(entries: Record<string, T>) =>
  ordered(entries).map(({ id: _id, order: _order, ...rest }) => rest);

const FULL = {
  name: 'press',
  description: 'Starts something.',
  rank: 'basic',
  visibility: 'internal',
  deprecation: { reason: 'Use push', replacement: 'push' },
  states: ['hover', 'active'],
  bases: ['raised'],
  theme: 'quiet',
  props: [
    { name: 'tone', kind: 'choice', values: ['main', 'quiet'], default: 'quiet', description: 'How loud' },
    { name: 'size', kind: 'choice', values: ['small', 'large'] },
    { name: 'wide', kind: 'flag' },
    { name: 'label', kind: 'text', default: 'Go' },
    {
      name: 'icon', kind: 'slot', accepts: ['icon'], most: 1,
      holds: [{ icon: 'boat' }, { component: 'badge', props: { count: 3 }, passed: { tone: 'tone' } }],
    },
  ],
  parts: [
    { name: 'root', adjustable: ['color', 4] },
    { name: 'icon', shows: 'icon', element: 'none' },
    { name: 'label', shows: 'text', description: 'What it does', element: 'heading-2' },
    { name: 'root', shows: 'sound' },
  ],
  rules: [
    { part: 'root', style: { color: '{color.text}', 'z-index': 2, display: 'flex' }, comment: 'Always' },
    { part: 'label', when: 'tone is quiet and wide', style: {} },
    { style: { opacity: true } },
    { kept: '.x { float: left }' },
  ],
  guards: [
    { part: 'label', when: 'not wide', property: 'white-space', value: 'nowrap', note: 'Never breaks', under: { scheme: 'dark' } },
    { property: 'display', value: 'flex' },
  ],
  excluded: [{ when: 'tone is quiet and wide', why: 'Too loud' }],
  behaviours: [
    { kind: 'timed', part: 'root', text: 'Leaves', state: 'hover', after: '{time.long}', does: 'rest' },
    { kind: 'timed', after: '2s' },
    { kind: 'event', name: 'press', text: 'Says so' },
    { kind: 'event', name: 'move', on: 'input', part: 'label' },
    { kind: 'note', text: 'Keeps the focus' },
  ],
}; // prettier-ignore

test('everything a component file can say is read as it is said', () => {
  const { component, findings } = read(FULL);
  expect(findings).toEqual([]);
  expect(schemaProblems(component!)).toEqual([]);
  const { props, parts, entries, guards, excluded, behaviours, ...rest } = component!;
  expect(rest).toEqual({
    id: 'component_1', kind: 'component', order: 'a1', name: 'press', description: 'Starts something.', rank: 'rank_1',
    visibility: 'internal', deprecation: { reason: 'Use push', replacement: { id: 'component_push', path: 'push' } },
    template: TEMPLATE, states: ['hover', 'active'], bases: [{ id: 'ruleset_raised', path: 'raised' }], theme: { id: 'theme_quiet', path: 'quiet' },
  }); // prettier-ignore
  expect(plain(props)).toEqual([
    { name: 'tone', kind: 'choice', values: ['main', 'quiet'], default: 'quiet', description: 'How loud' },
    // A choice that says no default has its first value.
    { name: 'size', kind: 'choice', values: ['small', 'large'], default: 'small', description: '' },
    { name: 'wide', kind: 'flag', values: [], default: '', description: '' },
    { name: 'label', kind: 'text', values: [], default: 'Go', description: '' },
    {
      name: 'icon', kind: 'slot', values: [], default: '', description: '', accepts: [{ id: 'component_icon', path: 'icon' }], most: 1,
      holds: [
        { asset: { id: 'asset_boat', path: 'boat' }, props: {}, passed: {} },
        { component: { id: 'component_badge', path: 'badge' }, props: { count: '3' }, passed: { tone: 'tone' } },
      ],
    },
  ]); // prettier-ignore
  expect(plain(parts)).toEqual([
    { name: 'root', shows: 'nothing', description: '', adjustable: ['color'] },
    { name: 'icon', shows: 'icon', description: '', element: 'none' },
    { name: 'label', shows: 'text', description: 'What it does', element: 'heading-2' },
    { name: 'root', shows: 'nothing', description: '' },
  ]);
  const quietAndWide = [
    { kind: 'choice', prop: 'tone', is: ['quiet'] },
    { kind: 'flag', prop: 'wide', is: true },
  ];
  expect(plain(entries)).toEqual([
    {
      kind: 'rule', when: [], part: 'root', comment: 'Always',
      declarations: [
        ['color', { token: { id: 'token_color-text', path: 'color.text' } }], ['z-index', { raw: '2' }], ['display', { raw: 'flex' }],
      ],
    },
    { kind: 'rule', when: quietAndWide, part: 'label', declarations: [], comment: '' },
    { kind: 'rule', when: [], part: 'root', declarations: [['opacity', { raw: '' }]], comment: '' },
    { kind: 'kept', css: '.x { float: left }' },
  ]); // prettier-ignore
  expect(plain(guards)).toEqual([
    { when: [{ kind: 'flag', prop: 'wide', is: false }], part: 'label', property: 'white-space', value: 'nowrap', note: 'Never breaks', under: { scheme: 'dark' } },
    { when: [], part: 'root', property: 'display', value: 'flex', note: '' },
  ]); // prettier-ignore
  expect(plain(excluded!)).toEqual([{ when: quietAndWide, why: 'Too loud' }]);
  expect(plain(behaviours!)).toEqual([
    { part: 'root', text: 'Leaves', kind: 'timed', state: 'hover', after: { token: { id: 'token_time-long', path: 'time.long' } }, does: 'rest' },
    { part: 'root', text: '', kind: 'timed', state: '', after: { raw: '2s' }, does: 'leave' },
    { part: 'root', text: 'Says so', kind: 'event', name: 'press', on: 'click' },
    { part: 'label', text: '', kind: 'event', name: 'move', on: 'input' },
    { part: 'root', text: 'Keeps the focus', kind: 'note' },
  ]); // prettier-ignore
});

test('the least there can be: a name and a template', () => {
  const { component, findings } = read({ name: 'press' }, '<b part="root"></b>');
  expect(findings).toEqual([]);
  expect(component).toEqual({
    id: 'component_1', kind: 'component', order: 'a1', name: 'press', description: '', rank: null, visibility: 'released',
    deprecation: null, template: '<b part="root"></b>', states: [], parts: {}, props: {}, entries: {}, guards: {},
  }); // prettier-ignore
});

test('a variation stands without a template, and then says nothing of parts that are its source’s', () => {
  const varied = { name: 'press', variationOf: 'push', rules: [{ part: 'anything', style: {} }], parts: [{ name: 'anything' }] };
  const { component, findings } = read(varied, ' ');
  expect(findings).toEqual([]);
  expect(component!.variationOf).toEqual({ id: 'component_push', path: 'push' });
  // With a template of its own, its parts are held against it.
  expect(read(varied).findings.map(({ at }) => at?.pointer)).toEqual(['/parts/0/name', '/rules/0/part']);
}); // prettier-ignore

// What is wrong is told with its place in the file and what to write instead; the rest is read all the same.
test.each<[string, object, string, RegExp, RegExp]>([
  ['a list that is none', { props: {} }, '/props', /props is a list/, /square brackets/],
  ['an entry that is none', { parts: ['root'] }, '/parts/0', /An entry of parts is an object/, /curly brackets/],
  ['a prop of no kind', { props: [{ name: 'a', kind: 'number' }] }, '/props/0/kind', /a choice, flag, text or slot/, /Correct its kind/],
  ['a choice of nothing', { props: [{ name: 'a', kind: 'choice', values: [] }] }, '/props/0/values', /at least one value/, /Add its values/],
  ['a piece of nothing', { props: [{ name: 'a', kind: 'slot', holds: [{}] }] }, '/props/0/holds/0', /names a component or an icon/, /"component": "NAME"/],
  ['a rule on no part', { rules: [{ part: 'lid', style: {} }] }, '/rules/0/part', /no part lid/, /root, icon, label/],
  ['a part there is not', { parts: [{ name: 'lid' }] }, '/parts/0/name', /no part lid/, /root, icon, label/],
  ['a condition that cannot be read', { rules: [{ when: 'tone is', style: {} }] }, '/rules/0/when', /./, /./],
  ['a guard’s condition', { guards: [{ when: 'tone is', property: 'display' }] }, '/guards/0/when', /./, /./],
  ['an exclusion of everything', { excluded: [{ why: 'x' }] }, '/excluded/0', /has a condition/, /Write "when"/],
  ['a value of two tokens', { rules: [{ style: { gap: '{space.1} {space.2}' } }] }, '/rules/0/style/gap', /one token or CSS/, /without ; \{ \} < >/],
  ['a value that is a number', { props: [{ name: 'a', kind: 'choice', values: [1] }] }, '/props/0/values/0', /"1" is no name/, /small letter/],
  ['a state that is no name', { states: ['focus visible'] }, '/states/0', /no name/, /hyphens/],
  ['a prop without a name', { props: [{ kind: 'flag' }] }, '/props/0/name', /"" is no name/, /small letter/],
  ['a behaviour of no kind', { behaviours: [{ kind: 'spell' }] }, '/behaviours/0/kind', /timed, an event or a note/, /Correct its kind/],
])('%s is told', (_what, json, pointer, message, fix) => {
  const { component, findings } = read({ name: 'press', ...json });
  expect(findings).toMatchObject([{ level: 'error', message: expect.stringMatching(message), fix: expect.stringMatching(fix), at: { pointer } }]);
  expect(component).toMatchObject({ name: 'press' });
}); // prettier-ignore

test('without an object there is no component; a name that HTML does not take is told', () => {
  expect(read([])).toMatchObject({
    component: undefined,
    findings: [{ level: 'error', at: { pointer: '' } }],
  });
  for (const name of [undefined, 'Press Button', 'press_button', '1st'])
    expect(read({ name }).findings).toMatchObject([
      { at: { pointer: '/name' }, fix: expect.stringMatching(/small letter/) },
    ]);
});
