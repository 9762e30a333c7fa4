import type { Knex } from 'knex';

/** People are invited and leave; messages to them wait in the outbox. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('people', (t) => {
    // Their name stays with what they did.
    t.string('left_at').nullable();
  });
  await knex.schema.createTable('invitations', (t) => {
    t.string('person_id').primary().references('people.id');
    // Of the link: who reads the database cannot use it.
    t.string('hash').notNullable().unique();
    t.string('by_id').notNullable().references('people.id');
    t.string('expires_at').notNullable();
  });
  await knex.schema.createTable('messages', (t) => {
    t.string('id').primary();
    t.string('name').notNullable();
    t.string('email').notNullable();
    t.string('subject').notNullable();
    t.text('body').notNullable();
    t.string('at').notNullable();
    t.index(['at']);
  });
}

export async function down(knex: Knex): Promise<void> {
  for (const table of ['messages', 'invitations']) await knex.schema.dropTable(table);
  await knex.schema.alterTable('people', (t) => t.dropColumn('left_at'));
}
