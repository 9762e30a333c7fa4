import type { Knex } from 'knex';

/** A branch may be proposed once more after its proposal has ended; of open ones there is one a branch. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('proposals', (t) => t.dropUnique(['document_id', 'branch']));
  // One statement for both kinds of database; Knex cannot write it.
  await knex.raw("CREATE UNIQUE INDEX proposals_open_branch ON proposals (document_id, branch) WHERE state = 'open'"); // prettier-ignore
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('DROP INDEX proposals_open_branch');
  await knex.schema.alterTable('proposals', (t) => t.unique(['document_id', 'branch']));
}
