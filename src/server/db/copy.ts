import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import { ExpectedError } from '@/core/base/errors';
import { alone } from '../transactions';

/** Every table, those that others refer to first, with the columns a row is known by, and how many rows are copied at once. */
export const TABLES: readonly { name: string; by: readonly string[]; atOnce?: number }[] = [
  { name: 'workspace', by: ['key'] },
  { name: 'people', by: ['id'] },
  { name: 'teams', by: ['id'] },
  { name: 'memberships', by: ['person_id', 'team_id'] },
  { name: 'sessions', by: ['id'] },
  { name: 'documents', by: ['id'] },
  { name: 'lines', by: ['id'] },
  { name: 'drafts', by: ['id'] },
  { name: 'items', by: ['draft_id', 'item_id'] },
  { name: 'change_sets', by: ['draft_id', 'sequence'], atOnce: 100 },
  { name: 'contents', by: ['hash'] },
  { name: 'releases', by: ['id'] },
  { name: 'release_items', by: ['release_id', 'item_id'] },
  { name: 'release_events', by: ['release_id', 'number'] },
  { name: 'notices', by: ['id'] },
  { name: 'files', by: ['hash'], atOnce: 5 },
  { name: 'document_files', by: ['document_id', 'hash'] },
  { name: 'jobs', by: ['id'] },
  { name: 'repositories', by: ['document_id'] },
  { name: 'proposals', by: ['id'] },
  { name: 'scans', by: ['document_id', 'commit_hash', 'library_id'], atOnce: 50 },
  { name: 'keys', by: ['id'] },
  { name: 'deliveries', by: ['id'] },
  { name: 'delivered_files', by: ['hash'], atOnce: 50 },
  { name: 'invitations', by: ['person_id'] },
  { name: 'messages', by: ['id'] },
];

/** Why a workspace was not copied, in one line. */
export class CopyProblem extends ExpectedError {
  override readonly name = 'CopyProblem';
}

type Row = Record<string, unknown>;
const USUAL = 300;

async function* pages(
  knex: Knex,
  { name, by, atOnce = USUAL }: (typeof TABLES)[number],
): AsyncGenerator<Row[]> {
  for (let from = 0; ; from += atOnce) {
    const rows: Row[] = await knex(name)
      .orderBy([...by])
      .limit(atOnce)
      .offset(from);
    if (rows.length > 0) yield rows;
    if (rows.length < atOnce) return;
  }
}

/** A value as every kind of database has it: SQLite knows neither true nor false. */
const plain = (value: unknown): unknown => {
  if (typeof value === 'boolean') return Number(value);
  return Buffer.isBuffer(value) ? { sha256: createHash('sha256').update(value).digest('hex') } : value;
};

/** How many rows each table has, and a hash (SHA-256) of all they hold, in the order of their keys. */
export async function contentOf(knex: Knex): Promise<Map<string, { rows: number; sha256: string }>> {
  const found = new Map<string, { rows: number; sha256: string }>();
  for (const table of TABLES) {
    const hash = createHash('sha256');
    let count = 0;
    for await (const rows of pages(knex, table)) {
      count += rows.length;
      for (const row of rows)
        hash.update(
          `${JSON.stringify(Object.entries(row).map(([name, value]) => [name, plain(value)]).sort(([a], [b]) => (String(a) < String(b) ? -1 : 1)))}\n`,
        ); // prettier-ignore
    }
    found.set(table.name, { rows: count, sha256: hash.digest('hex') });
  }
  return found;
}

/**
 * Copies a workspace into an empty database, whole or not at all, and compares counts and hashes on both sides.
 * @returns the number of rows
 * @throws CopyProblem
 */
export async function copyWorkspace(from: Knex, to: Knex): Promise<number> {
  const [{ count }] = (await to('people').count({ count: '*' })) as [{ count: number }];
  if (count > 0)
    throw new CopyProblem('There is a workspace at the target already. Name an empty database or folder.');
  const copied = (await alone(
    from,
    async (source) => {
      await alone(to, async (target) => {
        for (const table of TABLES)
          for await (const rows of pages(source, table)) await target(table.name).insert(rows);
      });
      return contentOf(source);
    },
    'read',
  )) as Awaited<ReturnType<typeof contentOf>>;
  const there = await contentOf(to);
  const wrong = TABLES.filter(({ name }) => {
    const [a, b] = [copied.get(name)!, there.get(name)!];
    return a.rows !== b.rows || a.sha256 !== b.sha256;
  });
  if (wrong.length > 0)
    throw new CopyProblem(
      `What was copied is not what was there: ${wrong.map(({ name }) => name).join(', ')}. Remove the target and try again.`,
    );
  return [...there.values()].reduce((sum, { rows }) => sum + rows, 0);
}
