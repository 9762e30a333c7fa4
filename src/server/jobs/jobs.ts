import { allReadable, authorise, readable, type DocumentRow } from '../access/authorise';
import { badRequest, notFound } from '../http/problem';
import { personIn, useCase, type Work } from '../use-case';
import { addJob, addressIn, jobOf, progressOf, type JobRow } from './job';
import { JOB_KINDS } from './kinds/registry';
import { cancelHere, wakeRunner } from './runner';

/** As many are listed. */
const MOST_LISTED = 200;

async function isAdministrator({ trx, actor }: Work): Promise<boolean> {
  const person = actor.kind === 'person' && (await trx('people').where({ id: actor.id }).first());
  return Boolean(person && person.administrator);
}

const list = useCase('jobs.list', {
  needs: 'signed-in',
  async run(work, input) {
    const documents = new Map((await allReadable(work)).map((row) => [row.id, row]));
    if (input.document !== undefined) {
      const [one] = [...documents.values()].filter(({ slug }) => slug === input.document);
      if (!one) throw notFound(`document called ${input.document}`);
      for (const id of documents.keys()) if (id !== one.id) documents.delete(id);
    }
    const administrator = await isAdministrator(work);
    const rows: (JobRow & { by: string })[] = await work
      .trx('jobs')
      .join('people', 'people.id', 'jobs.person_id')
      .whereIn('document_id', [...documents.keys()])
      .orderBy([{ column: 'created_at', order: 'desc' }, { column: 'jobs.id', order: 'desc' }])
      .limit(MOST_LISTED)
      .select('jobs.*', 'people.name as by');
    return {
      jobs: rows.map((row) => {
        const document = documents.get(row.document_id)!;
        return {
          id: row.id,
          label: JOB_KINDS.get(row.kind)?.label ?? row.kind,
          document: { kind: document.kind, slug: document.slug, name: document.name },
          href: addressIn(document, JOB_KINDS.get(row.kind)?.page ?? ''),
          by: row.by,
          state: row.state,
          attempt: row.attempt,
          progress: progressOf(row),
          result: row.result,
          error: row.error,
          created: row.created_at,
          started: row.started_at,
          ended: row.ended_at,
          mine: administrator || row.person_id === personIn(work) || ['maintainer', 'owner'].includes(document.role),
        };
      }),
    };
  },
}); // prettier-ignore

/**
 * A job with what it is about, where the caller may act on it: who asked for it, an administrator, or a maintainer.
 * @throws Problem 404 where it is not there or its document may not be read; 403
 */
async function ownJob(work: Work, id: string): Promise<{ job: JobRow; document: DocumentRow }> {
  const job = await jobOf(work.trx, id);
  const document = job && (await readable(work, { id: job.document_id }));
  if (!document) throw notFound(`job ${id}`);
  if (job.person_id !== personIn(work) && !(await isAdministrator(work)))
    await authorise(work.trx, work.actor, 'maintainer', document);
  return { job, document };
}

const cancel = useCase('jobs.cancel', {
  needs: 'signed-in',
  async run(work, { id }) {
    const { job } = await ownJob(work, id);
    if (job.state !== 'waiting' && job.state !== 'running')
      throw badRequest('This job has ended. There is nothing to cancel.');
    await work
      .trx('jobs')
      .where({ id })
      .update({ state: 'cancelled', lease: null, progress: null, ended_at: work.now() });
    work.afterCommit(() => cancelHere(id));
    return {};
  },
});

const again = useCase('jobs.again', {
  needs: 'signed-in',
  async run(work, { id }) {
    const { job, document } = await ownJob(work, id);
    if (job.state === 'waiting' || job.state === 'running') throw badRequest('This job has not ended yet.');
    await authorise(work.trx, work.actor, JOB_KINDS.get(job.kind)?.needs ?? 'maintainer', document);
    const added = await addJob(work, job.kind, document, personIn(work), JSON.parse(job.input));
    work.afterCommit(wakeRunner);
    return { job: added };
  },
});

export const jobUseCases = [list, cancel, again];
