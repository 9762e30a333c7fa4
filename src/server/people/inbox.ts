import { personIn, useCase } from '../use-case';

interface NoticeRow {
  id: string;
  kind: string;
  title: string;
  body: string;
  href: string;
  at: string;
  read_at: string | null;
}

const list = useCase('inbox.list', {
  needs: 'signed-in',
  async run(work) {
    const rows = await work
      .trx('notices')
      .where({ person_id: personIn(work) })
      .orderBy('at', 'desc')
      .limit(200);
    return {
      notices: rows.map((row: NoticeRow) => ({
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
