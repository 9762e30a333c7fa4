import type { Knex } from 'knex';
import { append } from '@/core/base/append';
import type { Item, Items, Reference } from '@/core/document/item';
import { ITEM_KINDS, kindOf } from '@/core/kinds/registry';
import { allReadable, type DocumentRow } from '../access/authorise';
import { draftOf, loadDocument } from '../documents/store';
import type { Work } from '../use-case';
import { everyGeneration, releaseItems, type ReleaseRow } from './store';

/** Kinds of item that name a release of another document: a pin, a parent. */
const NAMING = [...ITEM_KINDS.values()].filter(({ pinned }) => pinned).map(({ kind }) => kind);

/** Which releases each document's draft has named, by the document's id, in the order of the items. */
export async function namedReleases(
  trx: Knex,
): Promise<Map<string, { item: Item; library: Reference; version: string }[]>> {
  const rows: { document_id: string; body: string }[] = await trx('items')
    .join('drafts', 'drafts.id', 'items.draft_id')
    .whereIn('items.kind', NAMING)
    .orderBy('items.item_id')
    .select('drafts.document_id', 'items.body');
  const named = new Map<string, { item: Item; library: Reference; version: string }[]>();
  for (const { document_id: id, body } of rows) {
    const item = JSON.parse(body) as Item;
    append(named, id, { item, ...kindOf(item).pinned!(item as never) });
  }
  return named;
}

/** The products and libraries that have named a release of a library themselves, and which; whoever asks. */
export async function usersOf(
  trx: Knex,
  library: string,
): Promise<{ document: DocumentRow; version: string }[]> {
  const found = [];
  for (const [id, named] of await namedReleases(trx))
    for (const { library: to, version } of named)
      if (to.id === library) {
        const document: DocumentRow = await trx('documents').where({ id }).first();
        found.push({ document, version });
      }
  return found;
}

const lineages = new WeakMap<Items, { id: string; version: string }[]>();

/** The libraries that a release inherits from, oldest first, whoever asks. */
async function lineageOfRelease(trx: Knex, release: string): Promise<{ id: string; version: string }[]> {
  const items = await releaseItems(trx, release);
  let lineage = lineages.get(items);
  if (!lineage) {
    lineage = (await everyGeneration(trx, items)).map(({ id, version }) => ({ id, version }));
    lineages.set(items, lineage);
  }
  return lineage;
}

/** A product that uses a library: at which release of it, and which library it has pinned for that. */
interface ProductUse {
  product: DocumentRow;
  version: string;
  pinned: DocumentRow;
  /** The pinned library with its release, where it is another that inherits from the library. */
  through: string | null;
}

/**
 * The products, of those this person may see, that have a library pinned, or one that inherits from it: then with the release
 * of this library that comes with that. What is not readable in between leads to nothing.
 */
export async function usesByProducts(work: Work, libraryId: string): Promise<ProductUse[]> {
  const { trx } = work;
  const readable = new Map((await allReadable(work)).map((row) => [row.id, row]));
  const releases = new Map(
    ((await trx('releases').select('id', 'document_id', 'version')) as ReleaseRow[]).map((row) => [
      `${row.document_id} ${row.version}`,
      row.id,
    ]),
  );
  const useOf = async (
    pins: readonly { library: Reference; version: string }[],
  ): Promise<Omit<ProductUse, 'product'> | undefined> => {
    const own = pins.find(({ library }) => library.id === libraryId);
    const library = readable.get(libraryId);
    if (own && library) return { version: own.version, pinned: library, through: null };
    for (const { library: named, version } of pins) {
      const pinned = readable.get(named.id ?? '');
      const release = releases.get(`${named.id} ${version}`);
      if (!pinned || !release) continue;
      const lineage = await lineageOfRelease(trx, release);
      const at = lineage.findIndex(({ id }) => id === libraryId);
      if (at !== -1 && lineage.slice(at).every(({ id }) => readable.has(id)))
        return { version: lineage[at]!.version, pinned, through: `${pinned.name} ${version}` };
    }
    return undefined;
  };
  const named = await namedReleases(trx);
  const found = [];
  for (const product of readable.values()) {
    const use = product.kind === 'product' ? await useOf(named.get(product.id) ?? []) : undefined;
    if (use) found.push({ product, ...use });
  }
  return found;
}

/** The same with what those products hold, as it is sent with a library. */
export async function productsUsing(work: Work, libraryId: string) {
  const found = [];
  for (const { product, version, through } of await usesByProducts(work, libraryId)) {
    const draft = await draftOf(work.trx, product.id);
    const { items } = await loadDocument(work.trx, draft, 'product');
    const { id, slug, name } = product;
    found.push({ id, slug, name, version, through, items: [...items.values()] });
  }
  return found;
}
