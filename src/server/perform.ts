import type { Knex } from 'knex';
import { OPERATIONS } from '@/api/operations';
import { authorise, type Actor, type DocumentRow } from './access/authorise';
import type { Turn } from './db/dialects/dialect';
import { once } from './db/once';
import { forbidden, notFound } from './http/problem';
import { newId } from './new-id';
import { USE_CASES } from './registry';
import { alone, together } from './transactions';
import type { UseCase, Work } from './use-case';

/**
 * The document a use case is about, where the actor may do with it what the use case does.
 * @throws Problem 401, 403 or 404
 */
async function admitted(
  trx: Knex,
  useCase: UseCase,
  actor: Actor,
  input: unknown,
): Promise<DocumentRow | undefined> {
  if (actor.kind === 'person' && actor.key && !actor.key.operations.includes(useCase.id))
    throw forbidden('This key may not do that. Create one that names it, on the page of your account.');
  const slug = useCase.document?.(input as never);
  const called = slug === undefined ? undefined : `${useCase.kind ?? 'document'} called ${slug}`;
  const document: DocumentRow | undefined =
    slug === undefined
      ? undefined
      : await once(trx, `document ${slug}`, () => trx('documents').where({ slug }).first());
  if (slug !== undefined && (!document || (useCase.kind && document.kind !== useCase.kind))) {
    await authorise(trx, actor, 'signed-in', undefined);
    throw notFound(called!);
  }
  await authorise(trx, actor, useCase.needs, document, called);
  return document;
}

/** Whom a use case waits for. */
function turnOf(useCase: UseCase, input: unknown): Turn {
  if (OPERATIONS.get(useCase.id)!.method === 'GET') return 'read';
  return useCase.draftOnly ? { document: useCase.document!(input as never) } : 'all';
}

/** Asks permission alone, of what the address of a request names: before its body is read. */
export async function admit(knex: Knex, id: string, actor: Actor, input: unknown): Promise<void> {
  await admitted(knex, USE_CASES.get(id)!, actor, input);
}

/** Performs a use case: one transaction, permission asked inside it, all or nothing. */
export async function perform(
  knex: Knex,
  id: string,
  actor: Actor,
  input: unknown,
  /** The clock: the demo is loaded with the dates its story has. */
  now = () => new Date().toISOString(),
): Promise<unknown> {
  const useCase = USE_CASES.get(id);
  if (!useCase) throw new Error(`There is no use case ${id}`);
  const tasks: (() => void)[] = [];
  const workIn = (trx: Knex): Work => ({
    trx,
    actor,
    now,
    newId,
    afterCommit: (task) => tasks.push(task),
  });
  const about = useCase.ahead && (await admitted(knex, useCase, actor, input));
  const look = async <T>(read: (work: Work) => Promise<T>) =>
    (await alone(knex, async (trx) => read(workIn(trx)), 'read')) as T;
  const ready = await useCase.ahead?.({ knex, actor, now, look }, input as never, about!);
  const body = async (trx: Knex) => {
    tasks.length = 0;
    const document = await admitted(trx, useCase, actor, input);
    return useCase.run(workIn(trx), input as never, document!, ready as never);
  };
  const answer = await (useCase.together ? together : alone)(knex, body, turnOf(useCase, input));
  for (const task of tasks) task();
  return answer;
}
