import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import type { TokenChange } from '@/core/releases/token-diff';
import type { Item, Items } from '@/core/document/item';
import { itemsOf } from '@/core/document/item';
import type { Generation } from '@/core/library/effective';
import { ITEM_KINDS } from '@/core/kinds/registry';
import { compareVersions } from '@/core/releases/version';
import { readable, type Asking, type DocumentRow } from '../access/authorise';
import { inParts } from '../db/in-parts';
import { keptOf } from '../db/kept';
import { notFound } from '../http/problem';

export interface ReleaseRow {
  id: string;
  document_id: string;
  line_id: string;
  version: string;
  author_id: string;
  at: string;
  notes: string;
  changes: string;
}

export async function releasesOf(trx: Knex, documentId: string): Promise<ReleaseRow[]> {
  const rows: ReleaseRow[] = await trx('releases').where({ document_id: documentId });
  return rows.sort((a, b) => compareVersions(b.version, a.version));
}

export async function releaseItems(trx: Knex, releaseId: string): Promise<Items> {
  const { releases } = keptOf(trx);
  const kept = releases.get(releaseId);
  if (kept) return kept;
  const rows: { item_id: string; body: string }[] = await trx('release_items')
    .join('contents', 'contents.hash', 'release_items.hash')
    .where({ release_id: releaseId })
    .select('item_id', 'body');
  const items = new Map(rows.map((row) => [row.item_id, JSON.parse(row.body) as Item]));
  // A release without items is one that is being stored.
  if (items.size > 0) releases.set(releaseId, items);
  return items;
}

/** What a release is said to have changed, to who may read all that it inherits: the changes name that too. */
export async function toldOf(asking: Asking, release: ReleaseRow) {
  const { withheld } = await lineageOf(asking, await releaseItems(asking.trx, release.id));
  return withheld
    ? { notes: 'What this release changed names a library that only its own team may see.', changes: [] }
    : { notes: release.notes, changes: JSON.parse(release.changes) as TokenChange[] };
}

/** JSON with the members of every object sorted, so that equal items have one hash. */
function canonical(value: unknown): string {
  return JSON.stringify(value, (_key, member: unknown) =>
    typeof member === 'object' && member !== null && !Array.isArray(member)
      ? Object.fromEntries(Object.entries(member).sort(([a], [b]) => (a < b ? -1 : 1)))
      : member,
  );
}

/** Stores a release: equal items of two releases are stored once. */
export async function storeRelease(trx: Knex, row: ReleaseRow, items: Items): Promise<void> {
  await trx('releases').insert(row);
  const stored = [...items.values()].map((item) => {
    const body = canonical(item);
    return { item_id: item.id, hash: createHash('sha256').update(body).digest('hex'), body };
  });
  const contents = [...new Map(stored.map(({ hash, body }) => [hash, { hash, body }])).values()];
  await inParts(contents, (part) => trx('contents').insert(part).onConflict('hash').ignore());
  await inParts(stored, (part) =>
    trx('release_items').insert(part.map(({ item_id, hash }) => ({ release_id: row.id, item_id, hash }))),
  );
}

export async function releaseOf(
  trx: Knex,
  documentId: string,
  version: string,
): Promise<ReleaseRow | undefined> {
  return trx('releases').where({ document_id: documentId, version }).first();
}

/** What is said of a release that is not there, or is of a library that may not be read. */
export const noRelease = (version: string, library: string) => notFound(`release ${version} of ${library}`);

/** The release that an input names. @throws Problem 404 */
export async function releaseNamed(
  { trx }: { trx: Knex },
  row: DocumentRow,
  version: string,
): Promise<ReleaseRow> {
  const found = await releaseOf(trx, row.id, version);
  if (!found) throw noRelease(version, row.name);
  return found;
}

/** The release of another document that an item names, where it is there and may be read. */
export async function pinnedRelease(
  asking: Asking,
  item: Item,
): Promise<{ library: DocumentRow; release: ReleaseRow } | undefined> {
  const named = ITEM_KINDS.get(item.kind)?.pinned?.(item as never);
  const library =
    named?.library.id === undefined ? undefined : await readable(asking, { id: named.library.id });
  const release = library && (await releaseOf(asking.trx, library.id, named!.version));
  return release && { library, release };
}

/** Of which library a lineage cannot be followed further: it is not there, or may not be read. */
type Withheld = { library: string; version: string };

async function lineage(
  items: Items,
  follow: (parent: Item) => Promise<{ library: DocumentRow; release: ReleaseRow } | undefined>,
  trx: Knex,
): Promise<{ generations: (Generation & { id: string })[]; withheld?: Withheld }> {
  const generations: (Generation & { id: string })[] = [];
  let at: Items = items;
  for (let depth = 0; depth < 50; depth++) {
    const parent = itemsOf(at, 'parent')[0];
    if (!parent) return { generations };
    const found = await follow(parent);
    if (!found) return { generations, withheld: { library: parent.library.path, version: parent.version } };
    at = await releaseItems(trx, found.release.id);
    generations.unshift({
      id: found.library.id,
      name: found.library.name,
      version: parent.version,
      items: at,
    });
  }
  return { generations };
}

/** The libraries a body of items descends from, oldest first, each at the release its child has pinned, as far as they may be read. */
export const lineageOf = (asking: Asking, items: Items) =>
  lineage(items, (parent) => pinnedRelease(asking, parent), asking.trx);

/** All of them, whoever asks: for what the program itself holds together, and tells nobody. */
export const everyGeneration = async (trx: Knex, items: Items): Promise<(Generation & { id: string })[]> =>
  (
    await lineage(
      items,
      async (parent) => {
        const named = ITEM_KINDS.get(parent.kind)?.pinned?.(parent as never);
        const library: DocumentRow | undefined = await trx('documents')
          .where({ id: named?.library.id ?? '' })
          .first();
        const release = library && (await releaseOf(trx, library.id, named!.version));
        return release && { library, release };
      },
      trx,
    )
  ).generations;

/**
 * The same for what cannot be done with a part of it.
 * @throws Problem 404 where one of them is not there or may not be read
 */
export async function ancestorsOf(asking: Asking, items: Items): Promise<Generation[]> {
  const { generations, withheld } = await lineageOf(asking, items);
  if (withheld) throw noRelease(withheld.version, `${withheld.library}, which this library inherits from`);
  return generations;
}
