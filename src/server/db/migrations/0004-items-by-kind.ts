import type { Knex } from 'knex';

/** Lists of documents ask for a few kinds of item alone: those that name other documents. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('items', (t) => {
    t.index('kind');
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('items', (t) => {
    t.dropIndex('kind');
  });
}
