import type { Knex } from 'knex';
import type { DocumentRow, Role } from '../access/authorise';
import type { Work } from '../use-case';
import type { Beside } from './pool';
import type { Progress } from './progress';

type JobState = 'waiting' | 'running' | 'done' | 'failed' | 'cancelled';

/** Work that takes its time, as it is stored. */
export interface JobRow {
  id: string;
  kind: string;
  document_id: string;
  /** On whose behalf. */
  person_id: string;
  input: string;
  state: JobState;
  attempt: number;
  /** Until when the server that runs it holds it, and which that is: `2026-11-02T10:00:00.000Z server_x`. */
  lease: string | null;
  progress: string | null;
  result: string | null;
  error: string | null;
  created_at: string;
  started_at: string | null;
  ended_at: string | null;
}

/** One kind of job. What it reads is of one moment, it computes aside, and what comes of it is stored in one transaction. */
export interface JobKind<Input = never, Read = never, Answer = never> {
  kind: string;
  /** What it does, as a list of jobs names it: `Scan`. */
  label: string;
  /** What whoever asked for it needs of the document it is about: asked when it begins and when it is stored. */
  needs: Role;
  /** The page of the document where what came of it is seen. */
  page: string;
  /** Begun again, it comes to the same: it may be, where the server that ran it is gone. */
  idempotent: boolean;
  read(work: Work, document: DocumentRow, input: Input): Promise<Read>;
  compute(read: Read, beside: Beside): Promise<Answer>;
  /** Stores the answer; says in a few words what came of it. */
  commit(work: Work, document: DocumentRow, input: Input, answer: Answer): Promise<string>;
}

export const jobKind = <Input, Read, Answer>(kind: JobKind<Input, Read, Answer>) => kind;

/** The address of a page of a document. */
export const addressIn = ({ kind, slug }: Pick<DocumentRow, 'kind' | 'slug'>, page: string): string =>
  `/${kind === 'library' ? 'libraries' : 'products'}/${slug}/${page}`;

export const progressOf = ({ progress }: JobRow): Progress | null =>
  progress === null ? null : (JSON.parse(progress) as Progress);

/** Puts a job among those that wait. One that waits with the same input already does for both. */
export async function addJob(
  work: Work,
  kind: string,
  document: DocumentRow,
  person: string,
  input: object,
): Promise<string> {
  const same: JobRow | undefined = await work
    .trx('jobs')
    .where({ kind, document_id: document.id, input: JSON.stringify(input), state: 'waiting' })
    .first();
  if (same) return same.id;
  const id = work.newId('job');
  await work.trx('jobs').insert({
    id,
    kind,
    document_id: document.id,
    person_id: person,
    input: JSON.stringify(input),
    state: 'waiting',
    created_at: work.now(),
  });
  return id;
}

export const jobOf = (trx: Knex, id: string): Promise<JobRow | undefined> =>
  trx('jobs').where({ id }).first();
