import type { Knex } from 'knex';
import type { Uploaded } from '@/files/uploads';
import type { AnswerOf, InputOf, OperationId } from '@/api/operations';
import type { Actor, DocumentRow, Need } from './access/authorise';

/** What a use case may reach: one transaction, who acts, the clock, fresh ids, and what to do once it is committed. */
export interface Work {
  trx: Knex;
  actor: Actor;
  now(): string;
  newId(prefix: string): string;
  afterCommit(task: () => void): void;
}

/** What HTTP adds to an input: the bytes of an upload, and the session a request was made in. */
interface Surroundings {
  bytes: Uint8Array;
  /** What was sent to be read by a job. */
  upload: Uploaded;
  /** The session it is made in; empty where there is none. */
  session: string;
  /** Where it comes from: an address of the Internet Protocol. */
  address: string;
  /** What the browser calls itself. */
  agent: string;
  /** How the program is reached, for links that go out: `https://design.example`. */
  origin: string;
}

/** What may be done before the transaction begins. */
export interface Ahead {
  knex: Knex;
  actor: Actor;
  now(): string;
  /** Reads, all of one moment. */
  look<T>(read: (work: Work) => Promise<T>): Promise<T>;
}
type Input<Id extends OperationId> = InputOf<Id> & Surroundings;

/** One thing the program can do. All of them stand in the registry, and each passes through `authorise`. */
export interface UseCase<I = never, Answer = unknown, Ready = never> {
  id: OperationId;
  needs: Need;
  /** The document the role is asked in, named by its slug. */
  document?: (input: I) => string;
  /** Which kind of document it may be. */
  kind?: DocumentRow['kind'];
  /**
   * What takes its time and needs nothing of the transaction (a hash, the reading of a file): done before it begins, once it
   * is known that the actor may. `run` is handed what comes of it.
   */
  ahead?(ahead: Ahead, input: I, document: DocumentRow): Promise<Ready>;
  /** Short work that many ask for at once: what waits shares a transaction (decision 29). */
  together?: boolean;
  /** It changes the draft of its document and nothing else: others may change other documents meanwhile. */
  draftOnly?: boolean;
  /** Signing in answers the session to keep beside what the caller is told. */
  run(work: Work, input: I, document: DocumentRow, ready: Ready): Promise<Answer>;
}

/** The use case that performs an operation: its input and answer are those of the operation's schemas. */
export const useCase = <const Id extends OperationId, Ready = undefined>(
  id: Id,
  rest: Omit<UseCase<Input<Id>, AnswerOf<Id> & { session?: string }, Ready>, 'id'>,
): UseCase<Input<Id>, AnswerOf<Id> & { session?: string }, Ready> => ({ id, ...rest });

export const personIn = (work: Work): string => {
  if (work.actor.kind !== 'person') throw new Error('This use case needs a person');
  return work.actor.id;
};
