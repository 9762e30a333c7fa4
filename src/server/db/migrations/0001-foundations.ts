import type { Knex } from 'knex';
import { dialectOf } from '../dialects/registry';

/**
 * The tables MODEL's decisions need. Items are rows; the log of change sets only grows; what a release holds is kept by
 * content hash and protected by triggers.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('workspace', (t) => {
    t.string('key').primary();
    t.text('value').notNullable();
  });
  await knex.schema.createTable('people', (t) => {
    t.string('id').primary();
    t.string('name').notNullable();
    t.string('email').notNullable().unique();
    t.string('password').notNullable();
    t.boolean('administrator').notNullable().defaultTo(false);
    t.string('about').notNullable().defaultTo('');
  });
  await knex.schema.createTable('teams', (t) => {
    t.string('id').primary();
    t.string('name').notNullable().unique();
  });
  await knex.schema.createTable('memberships', (t) => {
    t.string('person_id').notNullable().references('people.id');
    t.string('team_id').notNullable().references('teams.id');
    t.string('role').notNullable();
    t.primary(['person_id', 'team_id']);
  });
  await knex.schema.createTable('sessions', (t) => {
    t.string('id').primary();
    t.string('person_id').notNullable().references('people.id');
    t.string('expires_at').notNullable();
  });
  await knex.schema.createTable('documents', (t) => {
    t.string('id').primary();
    t.string('kind').notNullable();
    t.string('slug').notNullable().unique();
    t.string('name').notNullable();
    t.string('team_id').notNullable().references('teams.id');
    t.string('visibility').notNullable();
    t.text('about').notNullable().defaultTo('');
  });
  await knex.schema.createTable('lines', (t) => {
    t.string('id').primary();
    t.string('document_id').notNullable().references('documents.id');
    t.string('name').notNullable();
    t.unique(['document_id', 'name']);
  });
  // A line's working copy; a product has one draft and no line.
  await knex.schema.createTable('drafts', (t) => {
    t.string('id').primary();
    t.string('document_id').notNullable().references('documents.id');
    t.string('line_id').nullable().references('lines.id');
    t.integer('sequence').notNullable().defaultTo(0);
  });
  await knex.schema.createTable('items', (t) => {
    t.string('draft_id').notNullable().references('drafts.id');
    t.string('item_id').notNullable();
    t.string('kind').notNullable();
    t.text('body').notNullable();
    t.primary(['draft_id', 'item_id']);
  });
  await knex.schema.createTable('change_sets', (t) => {
    t.string('draft_id').notNullable().references('drafts.id');
    t.integer('sequence').notNullable();
    t.string('id').notNullable().unique();
    t.string('author_id').notNullable().references('people.id');
    t.text('label').notNullable();
    t.string('at').notNullable();
    t.text('edits').notNullable();
    t.string('undoes').nullable();
    t.primary(['draft_id', 'sequence']);
  });
  await knex.schema.createTable('contents', (t) => {
    t.string('hash').primary();
    t.text('body').notNullable();
  });
  await knex.schema.createTable('releases', (t) => {
    t.string('id').primary();
    t.string('document_id').notNullable().references('documents.id');
    t.string('line_id').notNullable().references('lines.id');
    t.string('version').notNullable();
    t.string('author_id').notNullable().references('people.id');
    t.string('at').notNullable();
    t.text('notes').notNullable();
    t.text('changes').notNullable();
    t.string('withdrawn').nullable();
    t.unique(['document_id', 'version']);
  });
  await knex.schema.createTable('release_items', (t) => {
    t.string('release_id').notNullable().references('releases.id');
    t.string('item_id').notNullable();
    t.string('hash').notNullable().references('contents.hash');
    t.primary(['release_id', 'item_id']);
  });
  await knex.schema.createTable('notices', (t) => {
    t.string('id').primary();
    t.string('person_id').notNullable().references('people.id');
    t.string('kind').notNullable();
    t.string('title').notNullable();
    t.text('body').notNullable();
    t.string('href').notNullable();
    t.string('at').notNullable();
    t.string('read_at').nullable();
  });
  const { refuse } = dialectOf(knex);
  const immutable = async (table: string, events: string[]) => {
    for (const event of events) await refuse(knex, table, event, 'A release cannot be changed');
  };
  await immutable('contents', ['UPDATE', 'DELETE']);
  await immutable('release_items', ['UPDATE', 'DELETE']);
  await immutable('releases', [
    'DELETE',
    'UPDATE OF id, document_id, line_id, version, author_id, at, notes, changes',
  ]);
  await immutable('change_sets', ['UPDATE', 'DELETE']);
}

export async function down(): Promise<void> {
  throw new Error('The first migration is not taken back');
}
