import type { Knex } from 'knex';
import { itemsOf, type Item, type Items } from '@/core/document/item';
import { ITEM_KINDS } from '@/core/kinds/registry';
import { compareVersions } from '@/core/releases/version';
import { roleOf, type DocumentRow } from '../access/authorise';
import {
  lineageOf,
  pinnedRelease,
  releaseItems,
  releasesOf,
  toldOf,
  type ReleaseRow,
} from '../releases/store';
import { useCase, type Work } from '../use-case';
import { draftOf, loadDocument, readLog } from './store';

const list = (items: Items): Item[] => [...items.values()];

/** What a body of items inherits, as it is sent, and whether something of it may not be read by who asks. */
async function inheritedBy(work: Work, own: Items) {
  const { generations, withheld } = await lineageOf(work, own);
  return {
    ancestors: generations.map(({ name, version, items }) => ({ name, version, items: list(items) })),
    withheld: withheld !== undefined,
  };
}

/** Everything a tab needs to open a library's draft: items, what it inherits, its last release, and who uses it. */
const openLibrary = useCase('libraries.open', {
  needs: 'viewer',
  kind: 'library',
  document: (input) => input.slug,
  async run(work, _input, row) {
    const { trx } = work;
    const draft = await draftOf(trx, row.id);
    const { items } = await loadDocument(trx, draft, 'library');
    const releases = await releasesOf(trx, row.id);
    const [last] = releases;
    const inherited = await inheritedBy(work, items);
    const lastItems = last ? await releaseItems(trx, last.id) : undefined;
    return {
      ...(await heading(work, row)),
      sequence: draft.sequence,
      items: list(items),
      ...inherited,
      last:
        last && lastItems
          ? {
              version: last.version,
              items: list(lastItems),
              ancestors: (await inheritedBy(work, lastItems)).ancestors,
            }
          : null,
      versions: releases.map(({ version, at }) => ({ version, at })),
      products: await productsUsing(work, row.id),
      log: await readLog(trx, draft.id, { last: 500 }),
      people: await people(trx),
    };
  },
});

/** Everything a tab needs to open a product: its items, and of each library it has taken the pinned and the newer releases. */
const openProduct = useCase('products.open', {
  needs: 'viewer',
  kind: 'product',
  document: (input) => input.slug,
  async run(work, _input, row) {
    const { trx } = work;
    const draft = await draftOf(trx, row.id);
    const { items } = await loadDocument(trx, draft, 'product');
    const libraries = [];
    for (const pin of itemsOf(items, 'pin')) {
      const pinned = await pinnedRelease(work, pin);
      if (!pinned) continue;
      const { library } = pinned;
      const load = async (release: ReleaseRow) => {
        const { version, at } = release;
        const own = await releaseItems(trx, release.id);
        const { notes } = await toldOf(work, release);
        return { version, at, notes, items: list(own), ...(await inheritedBy(work, own)) };
      };
      const newer = (await releasesOf(trx, library.id)).filter(
        (release) => compareVersions(release.version, pin.version) > 0,
      );
      libraries.push({
        id: library.id,
        slug: library.slug,
        name: library.name,
        pinned: await load(pinned.release),
        newer: await Promise.all(newer.slice(0, 5).map(load)),
      });
    }
    return {
      ...(await heading(work, row)),
      sequence: draft.sequence,
      items: list(items),
      libraries,
      log: await readLog(trx, draft.id, { last: 200 }),
      people: await people(trx),
    };
  },
});

async function heading(work: Work, row: DocumentRow) {
  const team = await work.trx('teams').where({ id: row.team_id }).first();
  return {
    document: {
      id: row.id,
      kind: row.kind,
      slug: row.slug,
      name: row.name,
      about: row.about,
      team: team.name as string,
    },
    // Whoever opens it was let in as somebody.
    role: (await roleOf(work.trx, work.actor, row))!,
  };
}

async function people(trx: Knex): Promise<{ id: string; name: string }[]> {
  return trx('people').select('id', 'name');
}

/** The products, of those this person may see, that have a library pinned. */
async function productsUsing(work: Work, libraryId: string) {
  const found = [];
  for (const product of (await work
    .trx('documents')
    .where({ kind: 'product' })
    .orderBy('name')) as DocumentRow[]) {
    if (!(await roleOf(work.trx, work.actor, product))) continue;
    const { items } = await loadDocument(work.trx, await draftOf(work.trx, product.id), 'product');
    const pin = itemsOf(items, 'pin').find((other) => other.library.id === libraryId);
    if (pin)
      found.push({
        id: product.id,
        slug: product.slug,
        name: product.name,
        version: pin.version,
        items: list(items),
      });
  }
  return found;
}

const listDocuments = useCase('documents.list', {
  needs: 'signed-in',
  async run(work) {
    const documents = [];
    for (const row of (await work.trx('documents').orderBy('name')) as DocumentRow[]) {
      const role = await roleOf(work.trx, work.actor, row);
      if (!role) continue;
      const team = await work.trx('teams').where({ id: row.team_id }).first();
      const [last] = row.kind === 'library' ? await releasesOf(work.trx, row.id) : [];
      const { items } = await loadDocument(work.trx, await draftOf(work.trx, row.id), row.kind);
      const named = async (item: Item) =>
        (await pinnedRelease(work, item)) ? [ITEM_KINDS.get(item.kind)!.title(item as never)] : [];
      const [parent] = await Promise.all(itemsOf(items, 'parent').map(named));
      documents.push({
        kind: row.kind,
        slug: row.slug,
        name: row.name,
        about: row.about,
        team: team.name as string,
        role,
        version: last?.version ?? null,
        parent: parent?.[0] ?? null,
        pins: (await Promise.all(itemsOf(items, 'pin').map(named))).flat(),
        items: items.size,
      });
    }
    return { documents };
  },
});

export const openUseCases = [openLibrary, openProduct, listDocuments];
