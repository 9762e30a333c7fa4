import type { Knex } from 'knex';
import { dialectOf } from '../dialects/registry';

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
  await dialectOf(knex).refuse(knex, 'files', 'UPDATE', 'A stored file cannot be changed');
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('document_files');
  await knex.schema.dropTable('files');
}
