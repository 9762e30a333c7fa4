import fc from 'fast-check';
import type { Item, ItemKindName, ItemOf } from '@/core/document/item';

/** Generators for tests: one for every kind of item. A kind without one fails the suite. */
const order = fc
  .integer({ min: 0, max: 61 })
  .map((n) => 'a' + '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz'[n]);
const word = fc.constantFrom('alpha', 'beta', 'gamma', '50', '__proto__', 'quiet');
const prop = fc.constantFrom('tone', 'size', 'busy');
const idFor = (prefix: string) => fc.integer({ min: 1, max: 6 }).map((n) => `${prefix}_${n}`);
const reference = fc.record({ id: idFor('token'), path: word });
const declaration = fc.record({
  text: fc.integer({ min: 0, max: 99 }).map((n) => `{"$type":"number","$value":${n}}`),
  refs: fc.constant<[string, string][]>([]),
});
const entries = <T>(value: fc.Arbitrary<T>) =>
  fc.dictionary(idFor('entry'), value, { maxKeys: 4, noNullPrototype: true });
const condition = fc.oneof(
  fc.record({
    kind: fc.constant('choice' as const),
    prop,
    is: fc.array(word, { minLength: 1, maxLength: 2 }),
  }),
  fc.record({ kind: fc.constant('flag' as const), prop, is: fc.boolean() }),
  fc.record({ kind: fc.constant('state' as const), state: fc.constant('hover') }),
);
const styleEntry = fc.oneof(
  fc.record({
    order,
    kind: fc.constant('rule' as const),
    when: fc.array(condition, { maxLength: 2 }),
    part: fc.constant('root'),
    declarations: fc.array(
      fc.tuple(
        fc.constant('color'),
        fc.oneof(fc.record({ token: reference }), fc.record({ raw: fc.constant('red') })),
      ),
      { maxLength: 2 },
    ),
    comment: word,
  }),
  fc.record({
    order,
    kind: fc.constant('kept' as const),
    css: fc.constant('[part~="root"] { float: left }'),
  }),
);
const layers = fc.dictionary(fc.constantFrom('layer_1', 'layer_2', 'layer_3'), declaration, {
  maxKeys: 3,
  noNullPrototype: true,
});
const node = {
  name: word,
  parent: fc.constantFrom(null, 'group_1', 'group_2'),
  order,
  declarations: layers,
  redirects: fc.constant<string[]>([]),
};
const of = <K extends ItemKindName>(
  kind: K,
  fields: { [F in keyof Omit<ItemOf<K>, 'id' | 'kind'>]: fc.Arbitrary<ItemOf<K>[F]> },
  id = idFor(kind.toLowerCase().slice(0, 12)),
) => fc.record({ id, kind: fc.constant(kind), ...fields } as never) as unknown as fc.Arbitrary<Item>;

export const ITEM_SAMPLES: { [K in ItemKindName]: fc.Arbitrary<Item> } = {
  token: of('token', node),
  group: of('group', node),
  axis: of('axis', { name: word, order, description: word, default: fc.constantFrom(null, 'context_1') }),
  context: of('context', { axis: idFor('axis'), name: word, order }),
  layer: of('layer', {
    name: word,
    when: fc.constantFrom<[string, string][]>(
      [],
      [['axis_1', 'context_1']],
      [
        ['axis_1', 'context_1'],
        ['axis_2', 'context_2'],
      ],
    ),
    file: fc.constantFrom(null, 'a.json'),
    order,
  }),
  resolver: of('resolver', { file: word, text: fc.constant('{}'), places: fc.constant([]) }),
  pairing: of('pairing', { text: reference, surface: reference, needs: fc.constantFrom(3, 4.5, 7), order }),
  recipe: of('recipe', { name: word, family: word, parameters: fc.constant('{}'), order }),
  component: of('component', {
    name: prop, description: word, rank: fc.constantFrom(null, 'rank_1'), visibility: fc.constantFrom('released', 'internal'), deprecation: fc.constant(null),
    template: fc.constant('<button part="root"></button>'), states: fc.constant([]), order,
    parts: entries(fc.record({ order, name: prop, shows: fc.constantFrom('text', 'icon', 'nothing'), description: word })),
    props: entries(fc.record({ order, name: prop, kind: fc.constantFrom('choice', 'flag', 'text', 'slot'), values: fc.array(prop, { maxLength: 3 }), default: word, description: word })),
    entries: entries(styleEntry),
    guards: entries(fc.record({ order, when: fc.array(condition, { maxLength: 1 }), part: prop, property: fc.constant('display'), value: word, note: word })),
    excluded: entries(fc.record({ order, when: fc.array(condition, { minLength: 1, maxLength: 2 }), why: word })),
    bases: fc.array(reference, { maxLength: 2 }), variationOf: fc.constantFrom(null, { path: 'tone' }), script: fc.constant(''), theme: reference,
    behaviours: entries(fc.oneof(
      fc.record({ order, kind: fc.constant('timed' as const), part: prop, text: word, state: fc.constant('hover'), after: fc.record({ raw: fc.constant('2s') }), does: fc.constant('leave') }),
      fc.record({ order, kind: fc.constant('event' as const), part: prop, text: word, name: word, on: fc.constant('click') }),
      fc.record({ order, kind: fc.constant('note' as const), part: prop, text: word }),
    )),
    data: entries(fc.record({ order, name: word, fills: fc.constantFrom(null, 'rows'), columns: fc.constant(['label']), rows: fc.array(fc.tuple(word).map((row): string[] => row), { maxLength: 2 }) })),
    code: fc.constantFrom(null, { file: 'button.tsx', props: [{ name: 'tone', kind: 'choice' as const, values: ['main'] }] }),
  }), // prettier-ignore
  theme: of('theme', { name: word, description: word, entries: entries(styleEntry), order }),
  ruleSet: of('ruleSet', { name: word, entries: entries(styleEntry), order }),
  styleSheet: of('styleSheet', { name: word, css: fc.constantFrom('', 'a { color: red }'), order }),
  asset: of('asset', {
    name: word, role: fc.constantFrom('icon', 'logo'), order,
    files: entries(fc.record({
      order, file: word, mediaType: fc.constant('image/svg+xml'), hash: fc.constantFrom('0'.repeat(64), 'a'.repeat(64)),
      size: fc.constantFrom(1, 900), context: fc.constantFrom(null, 'context_1'), font: fc.constant(null),
    })),
  }), // prettier-ignore
  guide: of('guide', {
    name: word, title: word, order,
    blocks: entries(fc.oneof(
      fc.record({ order, kind: fc.constant('text' as const), markdown: word }),
      fc.record({ order, kind: fc.constant('tokenTable' as const), group: reference }),
      fc.record({ order, kind: fc.constant('anatomy' as const), component: reference, props: fc.constant({}) }),
    )),
  }), // prettier-ignore
  rank: of('rank', { name: word, order }),
  acceptedFinding: of('acceptedFinding', { code: word, path: word, reason: word }),
  output: of('output', {
    name: word, order, formats: fc.constantFrom(['css'], ['scss', 'ts']), context: fc.constantFrom(null, { scheme: 'dark' }),
    prefix: fc.constantFrom('', 'ds'), onRelease: fc.boolean(), unit: fc.constantFrom(null, 'px' as const, 'rem' as const),
    destination: fc.constantFrom({ kind: 'download' as const }, { kind: 'repository' as const, product: 'product_1', folder: 'tokens' }),
  }), // prettier-ignore
  parent: of('parent', { library: reference, version: fc.constantFrom('1.0.0', '1.1.0') }),
  pin: of('pin', {
    library: reference,
    version: word,
    order,
    policy: fc.constantFrom('ask', 'patches', 'minors'),
    held: fc.constant({}),
    theme: reference,
    contexts: fc.dictionary(word, word, { minKeys: 1, maxKeys: 2, noNullPrototype: true }),
  }),
  screen: of('screen', {
    name: word,
    title: word,
    width: fc.constantFrom(400, 800),
    order,
    pin: idFor('pin'),
    theme: reference,
  }),
  placement: of('placement', {
    screen: idFor('screen'), parent: fc.constantFrom(null, 'placement_1'), slot: fc.constantFrom(null, 'actions'), component: reference,
    props: fc.dictionary(prop, word, { maxKeys: 2, noNullPrototype: true }), order, contents: fc.constantFrom('long', 'data:alpha'),
    overrides: entries(fc.record({ part: prop, property: fc.constant('color'), value: fc.record({ raw: fc.constant('red') }) })),
  }), // prettier-ignore
  goal: of('goal', { name: word, target: fc.integer(), order }),
};

/** A set of items of one document's kinds, ids distinct. */
export function itemSets(kinds: ItemKindName[]): fc.Arbitrary<Item[]> {
  return fc.uniqueArray(fc.oneof(...kinds.map((kind) => ITEM_SAMPLES[kind])), {
    selector: (item) => item.id,
    minLength: 4,
    maxLength: 25,
  });
}

/** A document with an item of every kind named, a second axis and, in a library, a parent. */
export function wholeSets(kinds: ItemKindName[]): fc.Arbitrary<Item[]> {
  const axes = kinds.includes('axis')
    ? [ITEM_SAMPLES.axis.map((axis) => ({ ...axis, id: 'axis_second' }) as Item)]
    : [];
  return fc.tuple(...kinds.map((kind) => ITEM_SAMPLES[kind]), ...axes);
}
