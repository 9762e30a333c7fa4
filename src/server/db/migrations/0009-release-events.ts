import type { Knex } from 'knex';
import { dialectOf } from '../dialects/registry';

/** What becomes of a release after it is out: that it is withdrawn, or offered again. It is added to and never changed. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('release_events', (t) => {
    t.string('release_id').notNullable().references('releases.id');
    t.integer('number').notNullable();
    t.string('kind').notNullable();
    t.text('reason').notNullable();
    t.string('author_id').notNullable().references('people.id');
    t.string('at').notNullable();
    t.primary(['release_id', 'number']);
  });
  for (const event of ['UPDATE', 'DELETE'])
    await dialectOf(knex).refuse(knex, 'release_events', event, 'What became of a release cannot be changed');
  // Nothing was ever written in it. Knex would make the table anew, and lose what protects releases.
  await knex.raw('ALTER TABLE releases DROP COLUMN withdrawn');
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('release_events');
  await knex.raw('ALTER TABLE releases ADD COLUMN withdrawn varchar(255)');
}
