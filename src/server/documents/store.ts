import type { Knex } from 'knex';
import type { LoggedChangeSet } from '@/core/document/change-set';
import type { Document, Item } from '@/core/document/item';
import { inParts } from '../db/in-parts';
import { handOf, keptOf } from '../db/kept';
import { finish, once, toBeWritten, write, type Rows } from '../db/once';

export interface DraftRow {
  id: string;
  document_id: string;
  line_id: string | null;
  sequence: number;
}

/** The draft of a document's newest line. */
export async function draftOf(trx: Knex, documentId: string): Promise<DraftRow> {
  // What this transaction adds to it, it has in hand (`storeChange`).
  return once(trx, `draft ${documentId}`, () =>
    trx('drafts').where({ document_id: documentId }).orderBy('id').first(),
  );
}

/** A draft's document as it stands in this transaction; kept between requests while its sequence holds. */
export async function loadDocument(trx: Knex, draft: DraftRow, kind: Document['kind']): Promise<Document> {
  const own = handOf(trx).get(draft.id);
  const kept = own ?? keptOf(trx).drafts.get(draft.id);
  if (kept?.sequence === draft.sequence) return kept.document;
  const rows: { item_id: string; body: string }[] = await trx('items')
    .where({ draft_id: draft.id })
    .select('item_id', 'body');
  const document: Document = {
    id: draft.id,
    kind,
    items: new Map(rows.map((row) => [row.item_id, JSON.parse(row.body) as Item])),
  };
  if (!own) keepDocument(trx, draft, document);
  return document;
}

/** Keeps a document that is committed at this sequence. */
export function keepDocument(trx: Knex, { id, sequence }: DraftRow, document: Document): void {
  const { drafts } = keptOf(trx);
  if ((drafts.peek(id)?.sequence ?? -1) < sequence) drafts.set(id, { sequence, document });
}

interface ItemRow {
  draft_id: string;
  item_id: string;
  kind: string;
  body: string;
}
/** By draft and item. */
const ITEMS: Rows<ItemRow> = {
  async write(trx, rows) {
    const gone = [...rows].filter(([, row]) => row === null).map(([key]) => key.split(/ (.*)/s));
    for (const draft of new Set(gone.map(([of]) => of))) {
      const ids = gone.filter(([of]) => of === draft).map(([, id]) => id!);
      await inParts(ids, (part) => trx('items').where({ draft_id: draft }).whereIn('item_id', part).delete());
    }
    await inParts(
      [...rows.values()].filter((row) => row !== null),
      (part) => trx('items').insert(part).onConflict(['draft_id', 'item_id']).merge(),
    );
  },
};
/** By the id of the change set. */
const CHANGE_SETS: Rows<ChangeSetRow & { draft_id: string }> = {
  write: (trx, rows) => inParts([...rows.values()], (part) => trx('change_sets').insert(part)),
};
/** By the draft. */
const SEQUENCES: Rows<{ sequence: number }> = {
  async write(trx, rows) {
    for (const [id, row] of rows) await trx('drafts').where({ id }).update(row!);
  },
};

/** Writes what a change set touched, its log row and the new sequence together. */
export async function storeChange(
  trx: Knex,
  draft: DraftRow,
  document: Document,
  touched: Iterable<string>,
  entry: Omit<LoggedChangeSet, 'sequence'>,
): Promise<LoggedChangeSet> {
  const sequence = draft.sequence + 1;
  const rows = new Map<string, ItemRow | null>();
  for (const id of touched) {
    const item = document.items.get(id);
    rows.set(
      `${draft.id} ${id}`,
      item ? { draft_id: draft.id, item_id: id, kind: item.kind, body: JSON.stringify(item) } : null,
    );
  }
  await write(trx, ITEMS, rows);
  const row = {
    draft_id: draft.id,
    sequence,
    id: entry.id,
    author_id: entry.author,
    label: entry.label,
    at: entry.at,
    edits: JSON.stringify(entry.edits),
    undoes: entry.undoes ?? null,
  };
  await write(trx, CHANGE_SETS, new Map([[entry.id, row]]));
  await write(trx, SEQUENCES, new Map([[draft.id, { sequence }]]));
  draft.sequence = sequence;
  handOf(trx).set(draft.id, { sequence, document });
  return { ...entry, sequence };
}

/** The number a change set was stored under, in this transaction or before. */
export async function storedBefore(trx: Knex, id: string): Promise<number | undefined> {
  const row =
    toBeWritten(trx, CHANGE_SETS, id) ??
    ((await trx('change_sets').where({ id }).first()) as ChangeSetRow | undefined);
  return row?.sequence;
}

interface ChangeSetRow {
  id: string;
  sequence: number;
  author_id: string;
  label: string;
  at: string;
  edits: string;
  undoes: string | null;
}

const logged = (row: ChangeSetRow): LoggedChangeSet => ({
  id: row.id,
  sequence: row.sequence,
  author: row.author_id,
  label: row.label,
  at: row.at,
  edits: JSON.parse(row.edits),
  ...(row.undoes && { undoes: row.undoes }),
});

export async function readLog(
  trx: Knex,
  draftId: string,
  options: { since?: number; author?: string; last?: number } = {},
): Promise<LoggedChangeSet[]> {
  await finish(trx);
  const query = trx('change_sets')
    .where({ draft_id: draftId })
    .where('sequence', '>', options.since ?? -1);
  if (options.author) void query.where({ author_id: options.author });
  const rows: ChangeSetRow[] = await query.orderBy('sequence', 'desc').limit(options.last ?? 1000);
  return rows.reverse().map(logged);
}
