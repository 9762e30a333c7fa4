import { customAlphabet } from 'nanoid';
import type { Knex } from 'knex';
import { authorise, type Actor, type DocumentRow } from './access/authorise';
import { notFound } from './http/problem';
import { USE_CASES } from './registry';
import type { Work } from './use-case';

const random = customAlphabet('0123456789abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ', 12);

/** Performs a use case: one transaction, permission asked inside it, all or nothing. */
export async function perform(knex: Knex, id: string, actor: Actor, input: unknown): Promise<unknown> {
  const useCase = USE_CASES.get(id);
  if (!useCase) throw new Error(`There is no use case ${id}`);
  const tasks: (() => void)[] = [];
  const answer = await knex.transaction(async (trx) => {
    const work: Work = {
      trx,
      actor,
      now: () => new Date().toISOString(),
      newId: (prefix) => `${prefix}_${random()}`,
      afterCommit: (task) => tasks.push(task),
    };
    const slug = useCase.document?.(input as never);
    const document: DocumentRow | undefined =
      slug === undefined ? undefined : await trx('documents').where({ slug }).first();
    if (slug !== undefined && (!document || (useCase.kind && document.kind !== useCase.kind))) {
      await authorise(trx, actor, 'signed-in', undefined);
      throw notFound(`${useCase.kind ?? 'document'} called ${slug}`);
    }
    await authorise(
      trx,
      actor,
      useCase.needs,
      document,
      slug === undefined ? undefined : `${useCase.kind ?? 'document'} called ${slug}`,
    );
    return useCase.run(work, input as never, document!);
  });
  for (const task of tasks) task();
  return answer;
}
