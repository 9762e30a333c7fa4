import fc from 'fast-check';
import { applicable, applyChangeSet } from '../kinds/registry';
import { documentOf, invertEdits, undoStacks } from './change-set';
import { addItem, EDIT_KINDS, equal, fieldOf, moveEntry, removeItem, setField, type Edit } from './edits';
import { isField } from './item-kind';
import { ITEM_KINDS, kindOf } from '../kinds/registry';
import { ITEM_SAMPLES, itemSets, wholeSets } from '@/testing/samples';
import type { Document, Item, ItemKindName } from './item';
import { schemaProblems } from '../kinds/schema-problems';

const kinds = (document: 'library' | 'product') =>
  [...ITEM_KINDS.values()].filter((kind) => kind.document === document).map((kind) => kind.kind);

/** Every field a concrete item has, as edit paths; of collections, each entry and one that is not there. */
const fieldsOf = (item: Item) =>
  kindOf(item).fields.flatMap((pattern) => {
    const [first, entry] = pattern.split('/');
    if (!entry) return [first!];
    return [...Object.keys((item as unknown as Record<string, object>)[first!]!), 'entry_99'].map(
      (id) => `${first}/${id}`,
    );
  });

/** One edit of the kind named, on a document; the value comes from another item of the same kind. */
function editOf(
  kind: string,
  document: Document,
  pick: (n: number) => number,
  donors: Item[],
): Edit | undefined {
  const items = [...document.items.values()];
  const item = items[pick(items.length)];
  const donor = donors.find((other) => other.kind === item?.kind);
  if (kind === 'add') return addItem({ ...donors[pick(donors.length)]!, id: 'token_new' } as Item);
  if (!item || !donor) return undefined;
  if (kind === 'remove') return removeItem(item);
  if (kind === 'set') {
    const fields = fieldsOf(item);
    const path = fields[pick(fields.length)]!;
    const [first, entry] = path.split('/');
    const value = entry
      ? Object.values((donor as unknown as Record<string, object>)[first!]!)[0]
      : fieldOf(donor, path);
    return setField(item, path, value ?? null);
  }
  if (kind === 'move') return 'order' in item ? moveEntry(item, '', 'a5V') : undefined;
  throw new Error(`The edit kind ${kind} has no generator: add one here`);
}

test('every kind of item has a generator whose items its schema accepts', () => {
  for (const kind of ITEM_KINDS.keys()) {
    expect(Object.keys(ITEM_SAMPLES)).toContain(kind);
    fc.assert(
      fc.property(ITEM_SAMPLES[kind as ItemKindName], (item) => {
        expect(schemaProblems(item)).toEqual([]);
        expect(fieldsOf(item).every((path) => isField(kindOf(item), path))).toBe(true);
      }),
      { numRuns: 20 },
    );
  }
});

describe.each(['library', 'product'] as const)('in a %s', (documentKind) => {
  test.each([...EDIT_KINDS.keys()])('apply then invert is identity for %s', (editKind) => {
    let applied = 0;
    fc.assert(
      fc.property(
        wholeSets(kinds(documentKind)),
        itemSets(kinds(documentKind)),
        fc.infiniteStream(fc.nat(1000)),
        (items, donors, stream) => {
          const document = documentOf('d', documentKind, items);
          const pick = (n: number) => (n === 0 ? 0 : stream.next().value! % n);
          const edits: Edit[] = [];
          let working = document;
          for (let i = 0; i < 5; i++) {
            const edit = editOf(editKind, working, pick, donors);
            if (!edit) continue;
            const result = applyChangeSet(working, { edits: [edit] });
            if ('clashes' in result) continue;
            edits.push(edit);
            working = result.document;
          }
          applied += edits.length;
          const whole = applyChangeSet(document, { edits });
          if ('clashes' in whole) throw new Error(JSON.stringify(whole.clashes));
          const back = applyChangeSet(whole.document, { edits: invertEdits(edits) });
          if ('clashes' in back) throw new Error(JSON.stringify(back.clashes));
          expect(equal(Object.fromEntries(back.document.items), Object.fromEntries(document.items))).toBe(
            true,
          );
        },
      ),
    );
    expect(applied).toBeGreaterThan(50);
  });
});

const token = (value: number, order = 'a1'): Item => ({
  id: 'token_1', kind: 'token', name: 'a', parent: null, order, redirects: [],
  declarations: { layer_1: { text: `{"$value":${value}}`, refs: [] }, layer_2: { text: '{"$value":9}', refs: [] } },
}); // prettier-ignore
const declared = (value: number) => ({ text: `{"$value":${value}}`, refs: [] });

test('two people on two fields of one item do not collide; on one field both values are shown', () => {
  const document = documentOf('d', 'library', [token(1)]);
  const mine = setField(token(1), 'declarations/layer_1', declared(2));
  const neighbour = setField(token(1), 'declarations/layer_2', declared(3));
  const theirs = setField(token(1), 'declarations/layer_1', declared(4));
  const first = applyChangeSet(document, { edits: [theirs, neighbour] });
  if ('clashes' in first) throw new Error();
  const second = applyChangeSet(first.document, { edits: [mine] });
  expect(second).toMatchObject({
    clashes: [{ reason: 'moved-on', present: declared(4), wanted: declared(2), expected: declared(1) }],
  });
});

test('moving what somebody edits, and editing what somebody moves, both hold', () => {
  const document = documentOf('d', 'library', [token(1)]);
  const result = applyChangeSet(document, {
    edits: [moveEntry(token(1), '', 'a9'), setField(token(1), 'declarations/layer_1', declared(2))],
  });
  expect('document' in result && result.document.items.get('token_1')).toMatchObject({
    order: 'a9',
    declarations: { layer_1: declared(2) },
  });
});

test('a change set with one stale edit leaves nothing behind', () => {
  const document = documentOf('d', 'library', [token(1)]);
  const result = applyChangeSet(document, {
    edits: [setField(token(1), 'name', 'b'), setField(token(7), 'declarations/layer_1', declared(2))],
  });
  expect(result).toHaveProperty('clashes.length', 1);
  expect(document.items.get('token_1')).toEqual(token(1));
  expect(
    applicable(document, [
      setField(token(1), 'name', 'b'),
      setField(token(7), 'declarations/layer_1', declared(2)),
    ]),
  ).toHaveLength(1);
});

test('what does not belong is refused: unknown edits, fields, kinds of the other document', () => {
  const document = documentOf('d', 'library', [token(1)]);
  for (const edit of [
    { ...setField(token(1), 'name', 'b'), kind: 'poke' },
    setField(token(1), 'nonsense', 'b'),
    setField(token(1), 'declarations/a/b', null),
    addItem({ id: 'goal_1', kind: 'goal', name: 'x', target: 1, order: 'a1' }),
  ]) {
    expect(applyChangeSet(document, { edits: [edit] })).toMatchObject({ clashes: [{ reason: 'invalid' }] });
  }
});

test('undo, redo and new work', () => {
  const log = (...entries: [string, string?][]) => entries.map(([id, undoes]) => ({ id, undoes }));
  const ids = (stacks: ReturnType<typeof undoStacks<{ id: string; undoes?: string }>>) => [
    stacks.undo.map((e) => e.id),
    stacks.redo.map((e) => e.id),
  ];
  expect(ids(undoStacks(log(['a'], ['b'])))).toEqual([['a', 'b'], []]);
  expect(ids(undoStacks(log(['a'], ['b'], ['c', 'b'])))).toEqual([['a'], ['c']]);
  expect(ids(undoStacks(log(['a'], ['b'], ['c', 'b'], ['d', 'c'])))).toEqual([['a', 'd'], []]);
  expect(ids(undoStacks(log(['a'], ['b'], ['c', 'b'], ['e'])))).toEqual([['a', 'e'], []]);
});

test('an entry that is edited stays where somebody has moved it', () => {
  const block = { order: 'a0', kind: 'text' as const, markdown: 'x' };
  const guide: Item = {
    id: 'guide_1',
    kind: 'guide',
    name: 'g',
    title: 'G',
    order: 'a0',
    blocks: { block_1: block },
  };
  const edited = setField(guide, 'blocks/block_1', { ...block, markdown: 'y' });
  const result = applyChangeSet(documentOf('d', 'library', [guide]), {
    edits: [moveEntry(guide, 'blocks/block_1', 'a9'), edited],
  });
  expect('document' in result && result.document.items.get('guide_1')).toMatchObject({
    blocks: { block_1: { order: 'a9', markdown: 'y' } },
  });
});

test('what an item lacks can be set and taken back: it lacks it again, and is sound all the while', () => {
  for (const kind of ITEM_KINDS.values()) {
    const optional = Object.keys((kind.schema as { properties: object }).properties).filter(
      (field) => !(kind.schema as { required: string[] }).required.includes(field),
    );
    fc.assert(
      fc.property(ITEM_SAMPLES[kind.kind], ITEM_SAMPLES[kind.kind], (item, donor) => {
        for (const field of optional.filter((name) => kind.fields.includes(name))) {
          const value = fieldOf(donor, field);
          if (value === undefined || value === null) continue;
          const { [field]: _, ...rest } = item as unknown as Record<string, unknown>;
          const lacking = rest as unknown as Item;
          const start = documentOf('d', kind.document, [lacking]);
          const edit = setField(lacking, field, value);
          const set = applyChangeSet(start, { edits: [edit] });
          if ('clashes' in set) throw new Error(JSON.stringify(set.clashes));
          const back = applyChangeSet(set.document, { edits: invertEdits([edit]) });
          if ('clashes' in back) throw new Error(JSON.stringify(back.clashes));
          const now = back.document.items.get(lacking.id)!;
          expect([kind.kind, field, schemaProblems(now)]).toEqual([kind.kind, field, []]);
          expect(fieldOf(now, field) ?? null).toBeNull();
          expect(schemaProblems(set.document.items.get(lacking.id)!)).toEqual([]);
        }
      }),
      { numRuns: 10 },
    );
  }
});
