import type { Work } from '../use-case';

/** Tells a person in their inbox, while they may read the documents it is about. */
export async function addNotice(
  { trx, newId, now }: Pick<Work, 'trx' | 'newId' | 'now'>,
  person: string,
  notice: {
    kind: 'job' | 'upgrade' | 'people';
    title: string;
    body: string;
    /** Where it leads. */
    href: string;
    /** Ids. */
    documents: readonly string[];
  },
): Promise<void> {
  await trx('notices').insert({
    id: newId('notice'),
    person_id: person,
    at: now(),
    ...notice,
    documents: JSON.stringify(notice.documents),
  });
}

/** What people have been told with this address is done, by whom of them it may be: it concerns nobody any more. */
export async function markDone(work: Pick<Work, 'trx' | 'now'>, href: string): Promise<void> {
  await work.trx('notices').where({ href }).whereNull('read_at').update({ read_at: work.now() });
}
