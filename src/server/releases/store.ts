import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import type { Item, Items } from '@/core/document/item';
import { itemsOf } from '@/core/document/item';
import type { Generation } from '@/core/library/effective';
import { compareVersions } from '@/core/releases/version';

interface ReleaseRow {
  id: string;
  document_id: string;
  line_id: string;
  version: string;
  author_id: string;
  at: string;
  notes: string;
  changes: string;
  withdrawn: string | null;
}

export async function releasesOf(trx: Knex, documentId: string): Promise<ReleaseRow[]> {
  const rows: ReleaseRow[] = await trx('releases').where({ document_id: documentId });
  return rows.sort((a, b) => compareVersions(b.version, a.version));
}

export async function releaseItems(trx: Knex, releaseId: string): Promise<Items> {
  const rows: { item_id: string; body: string }[] = await trx('release_items')
    .join('contents', 'contents.hash', 'release_items.hash')
    .where({ release_id: releaseId })
    .select('item_id', 'body');
  return new Map(rows.map((row) => [row.item_id, JSON.parse(row.body) as Item]));
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
  for (const item of items.values()) {
    const body = canonical(item);
    const hash = createHash('sha256').update(body).digest('hex');
    await trx('contents').insert({ hash, body }).onConflict('hash').ignore();
    await trx('release_items').insert({ release_id: row.id, item_id: item.id, hash });
  }
}

/** The libraries a body of items descends from, oldest first, each at the release its child has pinned. */
export async function ancestorsOf(trx: Knex, items: Items): Promise<Generation[]> {
  const found: Generation[] = [];
  let at: Items = items;
  for (let depth = 0; depth < 50; depth++) {
    const parent = itemsOf(at, 'parent')[0];
    if (!parent?.library.id) return found;
    const document = await trx('documents').where({ id: parent.library.id }).first();
    const release = await trx('releases')
      .where({ document_id: parent.library.id, version: parent.version })
      .first();
    if (!document || !release) return found;
    at = await releaseItems(trx, release.id);
    found.unshift({ name: document.name, version: parent.version, items: at });
  }
  return found;
}
