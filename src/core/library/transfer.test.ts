import { documentOf } from '../document/change-set';
import { itemsOf, type Document, type Items } from '../document/item';
import { schemaProblems } from '../kinds/schema-problems';
import { libraryTree, tokenSystemOf } from '../tokens/token-tree';
import { referencesOf } from './reach';
import { Resolution } from '../tokens/resolve';
import { apply, demo, newId } from '@/testing/library';
import { transferOf, type TransferRequest } from './transfer';

const keel = demo();
const from = { own: keel.items, items: keel.items };
const take = (document: Document, edits: ReturnType<typeof transferOf>['there']): Document =>
  apply(document, edits);
const ask = (names: string[], more: Partial<TransferRequest> = {}): TransferRequest => ({
  names,
  mode: 'copy',
  needs: 'map',
  ...more,
});

/** Every reference of a component there leads to something that is there. */
function loose(items: Items): string[] {
  const tree = libraryTree(items);
  return itemsOf(items, 'component').flatMap((component) =>
    referencesOf(component).flatMap(({ to }) => {
      const found = to.id === undefined ? undefined : items.get(to.id);
      return found && (found.kind !== 'token' || tree.paths.get(found.id) === to.path)
        ? []
        : [`${component.name}: ${to.path}`];
    }),
  );
}

test('components come with all they need, once, and look there as they did here', () => {
  const empty = documentOf('there', 'library', []);
  const given = transferOf(from, empty.items, ask(['departure-table', 'button']), newId);
  const there = take(empty, given.there);
  expect(given.brought).toEqual(
    expect.arrayContaining(['component sailing-row', 'component badge', 'token color.surface.raised']),
  );
  expect(new Set(given.brought).size).toBe(given.brought.length);
  // The test library is read without its drawings; that reference leads nowhere in either.
  expect(loose(there.items)).toEqual(['icon: boat']);
  for (const item of there.items.values()) expect(schemaProblems(item)).toEqual([]);
  const [here, now] = [new Resolution(tokenSystemOf(keel.items)), new Resolution(tokenSystemOf(there.items))];
  const context = { brand: 'saltmarsh', scheme: 'light' };
  for (const path of now.paths)
    expect([path, now.value(path, {})?.value]).toEqual([path, here.value(path, context)?.value]);
});

test('what is called the same there stands in, or comes along under a name of its own', () => {
  const empty = documentOf('there', 'library', []);
  const once = take(empty, transferOf(from, empty.items, ask(['badge']), newId).there);
  const mapped = transferOf(from, once.items, ask(['sailing-row']), newId);
  expect(mapped.mapped).toContain('component badge');
  expect(mapped.brought.filter((what) => what.startsWith('component'))).toEqual([]);
  const brought = transferOf(from, once.items, ask(['sailing-row'], { needs: 'bring' }), newId);
  expect(brought.brought).toContain('component badge-2');
  expect(loose(take(once, brought.there).items)).toEqual([]);
});

test('a move takes them away here; what others here need stays', () => {
  expect(transferOf(from, new Map(), ask(['step-list'], { mode: 'move' }), newId).here).toHaveLength(1);
  expect(() => transferOf(from, new Map(), ask(['badge'], { mode: 'move' }), newId)).toThrow(
    'badge is used by sailing-row in this library',
  );
  expect(() => transferOf(from, keel.items, ask(['badge']), newId)).toThrow(
    'The other library has a component badge already',
  );
  expect(() => transferOf(from, new Map(), ask(['nowhere']), newId)).toThrow(
    'nowhere is not in this library',
  );
});
