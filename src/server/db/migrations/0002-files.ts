import type { Knex } from 'knex';

/**
 * Uploaded files, by content hash, and which documents brought them. Releases keep referring to them: the bytes of a
 * hash can never change.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('files', (t) => {
    t.string('hash').primary();
    t.string('media_type').notNullable();
    t.binary('bytes').notNullable();
    t.text('facts').nullable();
  });
  await knex.schema.createTable('document_files', (t) => {
    t.string('document_id').notNullable().references('documents.id');
    t.string('hash').notNullable().references('files.hash');
    t.primary(['document_id', 'hash']);
  });
  await knex.raw(
    `CREATE TRIGGER files_no_update BEFORE UPDATE ON files BEGIN SELECT RAISE(ABORT, 'A stored file cannot be changed'); END`,
  );
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('document_files');
  await knex.schema.dropTable('files');
}
