import type { Knex } from 'knex';

/** What outputs delivered, and the files of it, each content once. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('deliveries', (t) => {
    t.string('id').primary();
    t.string('document_id').notNullable().references('documents.id');
    // The item of the draft; it may be removed since.
    t.string('output_id').notNullable();
    t.string('name').notNullable();
    t.string('version').notNullable();
    t.text('destination').notNullable();
    // Name, size and hash of each file.
    t.text('files').notNullable();
    // Whether it came to anything: the same files may have been there.
    t.boolean('changed').notNullable();
    t.string('proposal_id').nullable().references('proposals.id');
    // The commit that was proposed.
    t.string('commit_hash').nullable();
    t.string('person_id').notNullable().references('people.id');
    t.string('at').notNullable();
    t.index(['document_id', 'at']);
  });
  await knex.schema.createTable('delivered_files', (t) => {
    t.string('hash').primary();
    t.text('text').notNullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  for (const table of ['delivered_files', 'deliveries']) await knex.schema.dropTable(table);
}
