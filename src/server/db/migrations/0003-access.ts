import type { Knex } from 'knex';

/** Notices say which documents they tell of, so that they are shown to those who may read them. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('notices', (t) => {
    t.text('documents').notNullable().defaultTo('[]');
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
}
