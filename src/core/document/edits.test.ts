import { applyChangeSet } from '../kinds/registry';
import { applyChangeSet as applyWith, documentOf } from './change-set';
import { addItem, equal, moveEntry, removeItem, setField, type Clash, type Edit } from './edits';
import type { Item } from './item';
import { brokenInvariants } from '../kinds/registry';
import { schemaProblems } from '../kinds/schema-problems';
import { ITEM_KINDS } from '../kinds/registry';

const token = (more: object = {}): Item =>
  ({ id: 'token_a', kind: 'token', name: 'a', parent: null, order: 'a1', declarations: { layer_1: { text: '{"$value":1}', refs: [] } }, redirects: [], ...more }) as Item; // prettier-ignore
const group = (id: string, more: object = {}): Item =>
  ({ id, kind: 'group', name: id.slice(6), parent: null, order: 'a1', declarations: {}, redirects: [], ...more }) as Item; // prettier-ignore
const layer: Item = { id: 'layer_1', kind: 'layer', name: 'base', when: [], file: null, order: 'a0' };
const library = documentOf('lib', 'library', [layer, token()]);
const clashes = (edits: Edit[], document = library): Clash[] => {
  const result = applyChangeSet(document, { edits });
  return 'clashes' in result ? result.clashes : [];
};
const raw = (more: Partial<Edit>): Edit => ({
  kind: 'set',
  version: 1,
  item: 'token_a',
  path: 'name',
  before: 'a',
  after: 'b',
  ...more,
});

// Every way in which an edit cannot be applied, with what is said of it and what stands there.
test.each<[string, Edit, Clash['reason'], RegExp, unknown]>([
  ['an edit of no kind', raw({ kind: 'explode' }), 'invalid', /no edit of the kind explode/, null],
  ['what is gone', raw({ item: 'token_gone' }), 'missing', /token_gone is no longer there/, null],
  ['an item removed that is gone', removeItem(token({ id: 'token_gone' })), 'missing', /no longer there/, null],
  ['an item there already', addItem(token()), 'exists', /item token_a already/, token()],
  ['an item of another id than its edit', { ...addItem(token({ id: 'token_b' })), item: 'token_c' }, 'invalid', /carry its id/, null],
  ['an item of no kind', addItem({ id: 'thing_1', kind: 'thing' } as never), 'invalid', /of a known kind/, null],
  ['no item', { ...addItem(token({ id: 'token_b' })), after: null }, 'invalid', /of a known kind/, null],
  ['a kind of another document', addItem({ id: 'screen_1', kind: 'screen', name: 's', title: 'S', width: 400, order: 'a1' } as Item), 'invalid', /A library holds no screen/, null],
  ['a field there is not', raw({ path: 'size' }), 'invalid', /token has no field size/, null],
  ['a field of a field', raw({ path: 'declarations/layer_1/text' }), 'invalid', /no field/, null],
  ['all entries at once', raw({ path: 'declarations' }), 'invalid', /no field declarations/, null],
  ['a field that has moved on', raw({ before: 'was' }), 'moved-on', /changed by someone else/, 'a'],
  ['an entry that has moved on', raw({ path: 'declarations/layer_1', before: null, after: { text: '1', refs: [] } }), 'moved-on', /changed by someone else/, { text: '{"$value":1}', refs: [] }],
  ['an item changed since', removeItem(token({ name: 'old' })), 'moved-on', /item was changed/, token()],
  ['a place that has moved on', { ...moveEntry(token(), '', 'a5'), before: 'a0' }, 'moved-on', /was moved by someone else/, 'a1'],
  ['a place of what has none', raw({ kind: 'move', path: 'name', before: 'a1', after: 'a5' }), 'missing', /no longer there/, null],
  ['a place that is no key', { ...moveEntry(token(), '', 'a5'), after: '' }, 'invalid', /is an order key/, null],
  ['a place that is no text', { ...moveEntry(token(), '', 'a5'), after: 5 }, 'invalid', /is an order key/, null],
])('%s', (_what, edit, reason, message, present) => {
  const [clash] = clashes([edit]);
  expect(clash).toMatchObject({ edit: 0, item: edit.item, path: edit.path, reason, expected: edit.before, wanted: edit.after });
  expect(clash!.message).toMatch(message);
  expect(clash!.present).toEqual(present);
}); // prettier-ignore

test('all edits of a change set are looked at, and none is applied where one cannot be', () => {
  const found = clashes([raw({}), raw({ item: 'token_gone' }), raw({ before: 'not a' })]);
  // The third is asked of what the first would have left.
  expect(found.map(({ edit, reason, present }) => [edit, reason, present])).toEqual([
    [1, 'missing', null],
    [2, 'moved-on', 'b'],
  ]);
  expect(library.items.get('token_a')).toEqual(token());
});

test('an entry that is not there counts as nothing, said either way', () => {
  for (const before of [null, undefined])
    expect(clashes([raw({ path: 'declarations/layer_2', before, after: { text: '{}', refs: [] } })])).toEqual(
      [],
    );
  const gone = applyChangeSet(library, { edits: [setField(token(), 'declarations/layer_1', null)] });
  expect(
    'document' in gone && (gone.document.items.get('token_a') as { declarations: object }).declarations,
  ).toEqual({});
});

test('an edit stored in an older version is brought up to date before it is applied', () => {
  expect(clashes([raw({ version: 0 })])).toEqual([]);
});

test.each<[unknown, unknown, boolean]>([
  [1, 1, true],
  [Number.NaN, Number.NaN, true],
  [0, -0, false],
  [null, undefined, false],
  [null, {}, false],
  [{}, [], false],
  [[1, 2], [2, 1], false],
  [{ a: 1, b: [2] }, { b: [2], a: 1 }, true],
  [{ a: undefined }, {}, false],
  [{ a: 1 }, { b: 1 }, false],
  [{ a: undefined }, { b: 1 }, false],
  ['1', 1, false],
])('%j and %j', (a, b, same) => {
  expect([equal(a, b), equal(b, a)]).toEqual([same, same]);
});

// What is wrong with an item's shape is told with the item and the place in it.
test.each<[Item, RegExp]>([
  [token({ name: '' }), /^token token_a\/name: must NOT have fewer than 1 characters$/],
  [token({ name: '$odd' }), /^token token_a\/name: must match pattern/],
  [token({ name: 'a.b' }), /must match pattern/],
  [token({ extra: 1 }), /^token token_a: must NOT have additional properties$/],
  [token({ parent: 'nobody' }), /^token token_a\/parent/],
  [group('group_a', { name: '', parent: 'group_b' }), /^group group_a/],
  [{ id: 'thing_1', kind: 'thing' } as never, /^There is no kind of item called thing$/],
])('%j is not as its kind says', (item, said) => {
  expect(schemaProblems(item)[0]).toMatch(said);
});
test('what is as its kind says has no problems; no more than five are told', () => {
  for (const item of [
    token(),
    token({ name: '$root' }),
    group('group_a'),
    group('group_root', { name: '' }),
    layer,
  ])
    expect(schemaProblems(item)).toEqual([]);
  expect(schemaProblems({ id: 'token_a', kind: 'token' } as never)).toHaveLength(5);
});

describe('what holds of the whole', () => {
  const kinds = ITEM_KINDS;
  const broken = (items: Item[], edits: Edit[], inherited: Item[] = []) => {
    const before = documentOf('lib', 'library', items);
    const result = applyWith(before, { edits }, kinds);
    if ('clashes' in result) throw new Error(result.clashes[0]!.message);
    return brokenInvariants({
      before: before.items,
      after: result.document.items,
      touched: result.touched,
      inherited: inherited.length > 0 ? [new Map(inherited.map((item) => [item.id, item]))] : [],
    }).map(({ code, item, message }) => `${code} ${item}: ${message}`);
  };
  const [a, b, c] = ['group_a', 'group_b', 'group_c'].map((id) => group(id));

  test.each<[string, Item[], Edit[], string[]]>([
    ['a group in a group', [a!, b!], [setField(b!, 'parent', 'group_a')], []],
    ['a group in itself', [a!], [setField(a!, 'parent', 'group_a')], ['circle group_a: The group “a” would stand in itself']],
    ['a group in itself by way of two others', [group('group_a', { parent: 'group_b' }), group('group_b', { parent: 'group_c' }), c!], [setField(c!, 'parent', 'group_a')], ['circle group_c: The group “c” would stand in itself']],
    ['a group removed with all in it', [a!, token({ parent: 'group_a' }), layer], [removeItem(token({ parent: 'group_a' })), removeItem(a!)], []],
    ['a group removed from under others', [a!, token({ parent: 'group_a' }), layer], [removeItem(a!)], ['required group_a: The group “a” cannot be removed: the token “a” is still in it']],
    ['a layer removed from under values', [token(), layer], [removeItem(layer)], ['required layer_1: The value layer “base” cannot be removed: the token “a” still needs it']],
    ['a token in a group that is not there', [layer], [addItem(token({ parent: 'group_x' }))], ['required token_a: The token “a” needs a group that is not there']],
    ['a token in a layer', [layer], [addItem(token({ parent: 'layer_1' }))], ['required token_a: The token “a” needs a group, and the value layer “base” is none']],
    ['a context of no axis', [], [addItem({ id: 'context_1', kind: 'context', axis: 'axis_x', name: 'dark', order: 'a1' } as Item)], ['required context_1: The context “dark” needs an axis that is not there']],
    ['two of one name', [token(), layer], [addItem(token({ id: 'token_b' }))], ['unique token_b: There is the token “a” there already']],
    ['a token and a group of one name', [token(), layer], [addItem(group('group_x', { name: 'a' }))], ['unique group_x: There is the token “a” there already']],
    ['two of one name in two groups', [a!, token({ name: 'b', parent: 'group_a' }), layer], [addItem(token({ id: 'token_b', name: 'b' }))], []],
    ['two added at once', [layer], [addItem(token()), addItem(token({ id: 'token_b' }))], ['unique token_b: There is the token “a” there already']],
    ['a name taken over from what goes', [token(), layer], [removeItem(token()), addItem(token({ id: 'token_b' }))], []],
    ['names swapped', [token(), token({ id: 'token_b', name: 'b' }), layer], [setField(token(), 'name', 'b'), setField(token({ id: 'token_b', name: 'b' }), 'name', 'a')], []],
    ['three added at once are told of the first alone', [layer], [addItem(token()), addItem(token({ id: 'token_b' })), addItem(token({ id: 'token_c' }))], ['unique token_b: There is the token “a” there already', 'unique token_c: There is the token “a” there already']],
    ['kinds that have no name beside each other', [], [addItem({ id: 'pairing_1', kind: 'pairing', order: 'a0' } as unknown as Item), addItem({ id: 'pairing_2', kind: 'pairing', order: 'a0' } as unknown as Item)], []],
    ['two of one name that have long been there, one of them changed otherwise', [token(), token({ id: 'token_b' }), layer], [setField(token(), 'redirects', ['old'])], []],
    ['a name taken from one of two that have one', [token(), token({ id: 'token_b', name: 'b' }), layer], [setField(token({ id: 'token_b', name: 'b' }), 'name', 'a')], ['unique token_b: There is the token “a” there already']],
    ['what needs something already missing, changed otherwise', [token({ parent: 'group_x' }), layer], [setField(token({ parent: 'group_x' }), 'redirects', ['old'])], []],
    ['a second group that holds all', [group('group_root', { name: '' })], [addItem(group('group_again', { name: '' }))], ['unique group_again: There is the group that holds all others there already']],
  ])('%s', (_what, items, edits, found) => {
    expect(broken(items, edits)).toEqual(found);
  }); // prettier-ignore

  test('what is inherited is there, and counts among the names', () => {
    const theirs = [a!, token({ id: 'token_theirs', name: 'ink', parent: 'group_a' }), layer];
    const own = token({ id: 'token_own', name: 'own', parent: 'group_a' });
    expect(broken([], [addItem(own)], theirs)).toEqual([]);
    expect(broken([], [addItem({ ...own, name: 'ink' } as Item)], theirs)).toEqual([
      'unique token_own: There is the token “ink” there already',
    ]);
    // Of one's own that stands for an inherited one there is still one.
    const override = token({ id: 'token_theirs', name: 'ink', parent: 'group_a' });
    expect(broken([], [addItem(override)], theirs)).toEqual([]);
    // Taken away, the inherited one is there again.
    expect(broken([override, own], [removeItem(override)], theirs)).toEqual([]);
  });
});
