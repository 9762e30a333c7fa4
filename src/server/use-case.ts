import type { Knex } from 'knex';
import type { Actor, DocumentRow, Need } from './access/authorise';

/** What a use case may reach: one transaction, who acts, the clock, fresh ids, and what to do once it is committed. */
export interface Work {
  trx: Knex;
  actor: Actor;
  now(): string;
  newId(prefix: string): string;
  afterCommit(task: () => void): void;
}

/** One thing the program can do. All of them stand in the registry, and each passes through `authorise`. */
export interface UseCase<Input = never, Answer = unknown> {
  id: string;
  needs: Need;
  /** The document the role is asked in, named by its slug. */
  document?: (input: Input) => string;
  /** Which kind of document it may be. */
  kind?: DocumentRow['kind'];
  run(work: Work, input: Input, document: DocumentRow): Promise<Answer>;
}

export const personIn = (work: Work): string => {
  if (work.actor.kind !== 'person') throw new Error('This use case needs a person');
  return work.actor.id;
};
