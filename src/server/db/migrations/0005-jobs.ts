import type { Knex } from 'knex';

/** Work that takes its time, repositories of products, what scans of their commits found, and keys of machines. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('jobs', (t) => {
    t.string('id').primary();
    t.string('kind').notNullable();
    t.string('document_id').notNullable().references('documents.id');
    t.string('person_id').notNullable().references('people.id');
    t.text('input').notNullable();
    t.string('state').notNullable();
    // How often it was begun: what an earlier attempt comes to late counts for nothing.
    t.integer('attempt').notNullable().defaultTo(0);
    t.string('lease').nullable();
    t.text('progress').nullable();
    t.text('result').nullable();
    t.text('error').nullable();
    t.string('created_at').notNullable();
    t.string('started_at').nullable();
    t.string('ended_at').nullable();
    t.index(['state', 'created_at']);
    t.index('document_id');
  });
  await knex.schema.createTable('repositories', (t) => {
    t.string('document_id').primary().references('documents.id');
    t.string('folder').notNullable().unique();
    t.string('created_at').notNullable();
  });
  await knex.schema.createTable('proposals', (t) => {
    t.string('id').primary();
    t.string('document_id').notNullable().references('documents.id');
    t.string('branch').notNullable();
    t.string('title').notNullable();
    t.text('body').notNullable();
    t.string('base').notNullable();
    t.string('state').notNullable();
    t.string('person_id').notNullable().references('people.id');
    t.string('at').notNullable();
    t.string('ended_at').nullable();
    t.unique(['document_id', 'branch']);
  });
  await knex.schema.createTable('scans', (t) => {
    t.string('document_id').notNullable().references('documents.id');
    t.string('commit_hash').notNullable();
    t.string('library_id').notNullable().references('documents.id');
    t.string('version').notNullable();
    t.string('at').notNullable();
    // Which of the branch it is, the first being 0: two commits may be of one second.
    t.integer('number').notNullable();
    t.text('counts').notNullable();
    t.text('found').notNullable();
    t.primary(['document_id', 'commit_hash', 'library_id']);
  });
  await knex.schema.createTable('keys', (t) => {
    t.string('id').primary();
    t.string('hash').notNullable().unique();
    t.string('person_id').notNullable().references('people.id');
    t.string('name').notNullable();
    t.text('actions').notNullable();
    t.string('created_at').notNullable();
    t.string('used_at').nullable();
    t.string('revoked_at').nullable();
    t.index('person_id');
  });
}

export async function down(knex: Knex): Promise<void> {
  for (const table of ['keys', 'scans', 'proposals', 'repositories', 'jobs'])
    await knex.schema.dropTable(table);
}
