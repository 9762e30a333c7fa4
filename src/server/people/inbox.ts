import { readable } from '../access/authorise';
import { personIn, useCase, type Work } from '../use-case';

interface NoticeRow {
  id: string;
  kind: string;
  title: string;
  body: string;
  href: string;
  at: string;
  read_at: string | null;
  /** The ids of the documents it tells of, as JSON. */
  documents: string;
}

/** A person's notices, the newest first, of documents they may still read. */
export async function noticesOf(work: Work): Promise<NoticeRow[]> {
  const rows: NoticeRow[] = await work
    .trx('notices')
    .where({ person_id: personIn(work) })
    .orderBy('at', 'desc')
    .limit(200);
  const open = new Map<string, boolean>();
  for (const id of new Set(rows.flatMap(({ documents }) => JSON.parse(documents) as string[])))
    open.set(id, (await readable(work, { id })) !== undefined);
  return rows.filter(({ documents }) => (JSON.parse(documents) as string[]).every((id) => open.get(id)));
}

const list = useCase('inbox.list', {
  needs: 'signed-in',
  async run(work) {
    return {
      notices: (await noticesOf(work)).map((row) => ({
        id: row.id,
        kind: row.kind,
        title: row.title,
        body: row.body,
        href: row.href,
        at: row.at,
        read: row.read_at !== null,
      })),
    };
  },
});

const read = useCase('inbox.read', {
  needs: 'signed-in',
  async run(work, input) {
    await work
      .trx('notices')
      .where({ id: input.notice, person_id: personIn(work) })
      .update({ read_at: input.read ? work.now() : null });
    return {};
  },
});

export const inboxUseCases = [list, read];
