import type { Knex } from 'knex';

/**
 * Notices say which documents they tell of, so that they are shown to those who may read them. Sessions are stored by the
 * hash of their secret: those there were hold it as it is, and end here.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('notices', (t) => {
    t.text('documents').notNullable().defaultTo('[]');
  });
  await knex.schema.dropTable('sessions');
  await knex.schema.createTable('sessions', (t) => {
    t.string('id').primary();
    t.string('hash').notNullable().unique();
    t.string('person_id').notNullable().references('people.id');
    t.string('created_at').notNullable();
    t.string('expires_at').notNullable();
    t.string('agent').notNullable().defaultTo('');
    t.index('person_id');
  });
  const documents: { id: string; slug: string }[] = await knex('documents').select('id', 'slug');
  const ids = new Map(documents.map(({ id, slug }) => [slug, id]));
  const notices: { id: string; href: string }[] = await knex('notices').select('id', 'href');
  for (const { id, href } of notices) {
    const [, product, library] = /^\/products\/([^/]+)\/upgrade\/([^/]+)\//.exec(href) ?? [];
    const told = [product, library].flatMap((slug) => (slug && ids.has(slug) ? [ids.get(slug)] : []));
    await knex('notices')
      .where({ id })
      .update({ documents: JSON.stringify(told) });
  }
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('notices', (t) => t.dropColumn('documents'));
  await knex.schema.dropTable('sessions');
  await knex.schema.createTable('sessions', (t) => {
    t.string('id').primary();
    t.string('person_id').notNullable().references('people.id');
    t.string('expires_at').notNullable();
  });
}
