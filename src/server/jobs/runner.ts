import type { Knex } from 'knex';
import { forgetOld } from '@/files/uploads';
import { authorise, type Actor, type DocumentRow } from '../access/authorise';
import { dialectOf } from '../db/dialects/registry';
import { Problem } from '../http/problem';
import { newId } from '../new-id';
import { addNotice } from '../people/notices';
import { shared } from '../shared';
import { alone } from '../transactions';
import type { Work } from '../use-case';
import { addressIn, jobOf, type JobKind, type JobRow } from './job';
import { JOB_KINDS } from './kinds/registry';
import { JOBS_AT_ONCE } from './pool';
import type { Progress } from './progress';

/** Milliseconds. */
const TIMES = {
  /** As long as a server holds a job without saying that it still runs. */
  lease: 30_000,
  /** How often it says so, and looks for jobs whose server is gone. */
  pulse: 5_000,
  /** How often at most it is written down how far a job is. */
  progress: 300,
};

const HOUR = 60 * 60 * 1000;
/** Milliseconds for which a job that has ended is listed. */
const KEPT = 90 * 24 * HOUR;

/** Hands the jobs that wait to threads, those of one document one after the other, and stores what comes of each. */
export class Runner {
  private readonly name = newId('server');
  private readonly timer: NodeJS.Timeout;
  private readonly working = new Set<Promise<void>>();
  private ended = false;
  /** What runs here, by the job's id. */
  private readonly current = new Map<string, AbortController>();
  private looked = 0;

  constructor(
    private readonly knex: Knex,
    private readonly kinds: ReadonlyMap<string, JobKind> = JOB_KINDS,
    private readonly times = TIMES,
  ) {
    this.timer = setInterval(() => void this.pulse(), times.pulse);
    this.timer.unref();
  }

  /** Looks for work, where none is under way. Resolves once nothing waits. */
  async wake(): Promise<void> {
    this.begin();
    while (this.working.size > 0) await Promise.all(this.working);
  }

  /** Begins to look for work once more, unless as much is under way as may be. */
  private begin(): void {
    if (this.ended || this.working.size >= JOBS_AT_ONCE) return;
    // What keeps it from looking (a full disk, a database that is gone) is tried again with the next pulse.
    const one = this.work()
      .catch((error: unknown) => console.error(error))
      .finally(() => this.working.delete(one));
    this.working.add(one);
  }

  /** Ends a job that runs here; whoever cancels it has written so down. */
  cancel(id: string): void {
    this.current.get(id)?.abort();
  }

  /** Takes up nothing more; what runs is left to whoever finds its lease expired. */
  async end(): Promise<void> {
    this.ended = true;
    clearInterval(this.timer);
    for (const stop of this.current.values()) stop.abort();
    while (this.working.size > 0) await Promise.all(this.working);
  }

  private async work(): Promise<void> {
    while (!this.ended) {
      const job = await this.take();
      if (!job) return;
      this.begin();
      await this.run(job);
    }
  }

  private lease = () => `${new Date(Date.now() + this.times.lease).toISOString()} ${this.name}`;

  /** The one that waits longest is this server's now. Of one document no two run at once: what they store would collide. */
  private async take(): Promise<JobRow | undefined> {
    const { free } = dialectOf(this.knex);
    const taking = async (trx: Knex) => {
      const busy = trx('jobs').where({ state: 'running' }).select('document_id');
      const waiting = trx('jobs').where({ state: 'waiting' }).whereNotIn('document_id', busy).orderBy(['created_at', 'id']).limit(1); // prettier-ignore
      const [next]: JobRow[] = await free(waiting);
      if (!next) return undefined;
      const taken = { state: 'running' as const, attempt: next.attempt + 1, lease: this.lease(), started_at: new Date().toISOString() }; // prettier-ignore
      await trx('jobs').where({ id: next.id }).update(taken);
      return { ...next, ...taken };
    };
    return (await alone(this.knex, taking, { document: 'jobs' })) as JobRow | undefined;
  }

  private async run(job: JobRow): Promise<void> {
    const stop = new AbortController();
    this.current.set(job.id, stop);
    /** Ends it in a transaction, unless it was cancelled or given to another server meanwhile. */
    const ending = (state: Pick<JobRow, 'state' | 'result' | 'error'>, store?: (work: Work) => Promise<string>) =>
      alone(this.knex, async (trx) => {
        const now = await jobOf(trx, job.id);
        if (now?.state !== 'running' || now.attempt !== job.attempt) return;
        const result = store ? await store(this.workFor(trx, job)) : state.result;
        const ended = { ...state, result, lease: null, progress: null, ended_at: new Date().toISOString() };
        await trx('jobs').where({ id: job.id }).update(ended);
        if (state.state === 'failed') await tell(this.workFor(trx, job), job, this.kinds.get(job.kind), state.error!);
      }); // prettier-ignore
    try {
      const kind = this.kinds.get(job.kind);
      if (!kind) throw new Problem(400, 'unknown-job', 'An unknown kind of job', `This program knows no jobs called ${job.kind}.`); // prettier-ignore
      const input = JSON.parse(job.input) as never;
      const read = await alone(
        this.knex,
        async (trx) => {
          const work = this.workFor(trx, job);
          return kind.read(work, await documentFor(work, kind, job), input);
        },
        'read',
      );
      let told = 0;
      const onProgress = (progress: Progress) => {
        if (Date.now() - told < this.times.progress && progress.done < progress.of) return;
        told = Date.now();
        void this.knex('jobs').where({ id: job.id, state: 'running', attempt: job.attempt }).update({ progress: JSON.stringify(progress) }).catch(() => {}); // prettier-ignore
      };
      const answer = await kind.compute(read as never, { signal: stop.signal, onProgress });
      await ending({ state: 'done', result: null, error: null }, async (work) =>
        kind.commit(work, await documentFor(work, kind, job), input, answer as never),
      );
    } catch (error) {
      // A server that is being stopped leaves it to the next one.
      if (stop.signal.aborted) return;
      await ending({ state: 'failed', result: null, error: reasonOf(error) }).catch(() => {});
      if (!(error instanceof Problem)) console.error(error);
    } finally {
      this.current.delete(job.id);
    }
  }

  /** Holds on to what runs here, and takes up what a server left that is gone. */
  private async pulse(): Promise<void> {
    try {
      for (const [id, stop] of this.current) {
        const held = await this.knex('jobs').where({ id, state: 'running' }).update({ lease: this.lease() });
        // Cancelled at another server.
        if (held === 0) stop.abort();
      }
      await this.reclaim();
      await this.prune();
      await this.wake();
    } catch {
      // The database is busy or gone: the next time.
    }
  }

  /** Jobs whose lease has expired wait again where they may be begun anew, and have failed where not. */
  async reclaim(): Promise<void> {
    const now = new Date().toISOString();
    await alone(this.knex, async (trx) => {
      const lost: JobRow[] = await trx('jobs').where({ state: 'running' }).where('lease', '<', now);
      for (const job of lost) {
        if (this.kinds.get(job.kind)?.idempotent) {
          await trx('jobs').where({ id: job.id }).update({ state: 'waiting', lease: null, progress: null });
          continue;
        }
        const error = 'The server was stopped while this ran. Nothing was stored. Run the job again.';
        await trx('jobs').where({ id: job.id }).update({ state: 'failed', lease: null, progress: null, error, ended_at: now }); // prettier-ignore
        await tell(this.workFor(trx, job), job, this.kinds.get(job.kind), error);
      }
    });
  }

  /** Forgets jobs that ended long ago; what they brought about stays. */
  async prune(): Promise<void> {
    if (Date.now() - this.looked < HOUR) return;
    this.looked = Date.now();
    const before = new Date(Date.now() - KEPT).toISOString();
    await this.knex('jobs').where('ended_at', '<', before).delete();
    forgetOld(Date.now());
  }

  private workFor = (trx: Knex, { person_id }: JobRow): Work => ({
    trx,
    actor: { kind: 'person', id: person_id },
    now: () => new Date().toISOString(),
    newId,
    afterCommit: (task) => setImmediate(task),
  });
}

/** The document a job is about, where whoever asked for it may still do so. */
async function documentFor(work: Work, kind: JobKind, job: JobRow): Promise<DocumentRow> {
  const document: DocumentRow | undefined = await work
    .trx('documents')
    .where({ id: job.document_id })
    .first();
  await authorise(work.trx, work.actor as Actor, kind.needs, document);
  return document!;
}

const reasonOf = (error: unknown): string =>
  error instanceof Problem
    ? error.detail
    : 'The program failed. Nothing was stored. Run the job again; if it happens again, tell whoever runs this program.';

/** Whoever asked for a job that failed finds it in the inbox. */
async function tell(work: Work, job: JobRow, kind: JobKind | undefined, error: string): Promise<void> {
  const document: DocumentRow = await work.trx('documents').where({ id: job.document_id }).first();
  await addNotice(work, job.person_id, {
    kind: 'job',
    title: `${kind?.label ?? job.kind} of ${document.name} failed`,
    body: error,
    href: addressIn(document, kind?.page ?? ''),
    documents: [job.document_id],
  });
}

const holder = () => shared<{ runner?: Runner }>('runner', () => ({}));

/** The runner of this process, begun where there is none. */
export function startRunner(knex: Knex): Runner {
  const held = holder();
  held.runner ??= new Runner(knex);
  return held.runner;
}

/** Has jobs run that were just added: where this process runs any. */
export const wakeRunner = (): void => void holder().runner?.wake();
export const cancelHere = (id: string): void => holder().runner?.cancel(id);
