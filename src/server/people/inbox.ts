import { personIn, type UseCase } from '../use-case';

const list: UseCase<object> = {
  id: 'inbox.list',
  needs: 'signed-in',
  async run(work) {
    const rows = await work
      .trx('notices')
      .where({ person_id: personIn(work) })
      .orderBy('at', 'desc')
      .limit(200);
    return {
      notices: rows.map((row: Record<string, string | null>) => ({
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
};

const read: UseCase<{ notice: string; read: boolean }> = {
  id: 'inbox.read',
  needs: 'signed-in',
  async run(work, input) {
    await work
      .trx('notices')
      .where({ id: input.notice, person_id: personIn(work) })
      .update({ read_at: input.read ? work.now() : null });
    return {};
  },
};

export const inboxUseCases = [list, read];
