import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { testTarget, testWorkspace, type TestWorkspace } from '@/testing/server';
import { openDatabase } from './connection';
import { contentOf, CopyProblem, copyWorkspace, TABLES } from './copy';
import { dialectOf } from './dialects/registry';

let workspace: TestWorkspace;
beforeAll(async () => {
  workspace = await testWorkspace();
  await workspace.knex('files').insert({ hash: 'h', media_type: 'image/png', bytes: Buffer.from([0, 255, 1]), facts: null }); // prettier-ignore
});
afterAll(() => workspace.close());

async function empty() {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'seedplan-copy-'));
  const target = await testTarget(folder);
  const knex = await openDatabase(target);
  const close = async () => {
    await knex.destroy();
    rmSync(folder, { recursive: true, force: true });
  };
  return { knex, close };
}

test('every table is copied, those that others refer to first', async () => {
  const { tables } = dialectOf(workspace.knex);
  const own = (await tables(workspace.knex)).filter((name) => !name.startsWith('knex_'));
  expect(TABLES.map(({ name }) => name).sort()).toEqual(own.sort());
});

test('a copy holds the same, counted and by hash; into what is not empty nothing is copied', async () => {
  const { knex, close } = await empty();
  const before = await contentOf(workspace.knex);
  const rows = await copyWorkspace(workspace.knex, knex);
  expect(rows).toBe([...before.values()].reduce((sum, one) => sum + one.rows, 0));
  expect(rows).toBeGreaterThan(40);
  expect(await contentOf(knex)).toEqual(before);
  await expect(copyWorkspace(workspace.knex, knex)).rejects.toThrow(CopyProblem);
  expect(await contentOf(knex)).toEqual(before);
  // One character more is another hash.
  const { about } = await knex('documents').where({ slug: 'lib' }).first();
  await knex('documents')
    .where({ slug: 'lib' })
    .update({ about: `${about} ` });
  const [was, is] = [before.get('documents')!, (await contentOf(knex)).get('documents')!];
  expect([is.rows, is.sha256 === was.sha256]).toEqual([was.rows, false]);
  await close();
});

/** SQLite's errors are no errors of Jest's realm. */
const said = (message: string) => ({ message: expect.stringContaining(message) });

test('releases, their content, the log and stored files cannot be changed, whichever the database', async () => {
  const { knex } = workspace;
  await expect(knex('contents').update({ body: '{}' })).rejects.toMatchObject(
    said('A release cannot be changed'),
  );
  await expect(knex('release_items').delete()).rejects.toMatchObject(said('A release cannot be changed'));
  await expect(knex('releases').update({ version: '9.9.9' })).rejects.toMatchObject(
    said('A release cannot be changed'),
  );
  await expect(knex('change_sets').update({ label: 'x' })).rejects.toMatchObject(
    said('A release cannot be changed'),
  );
  await expect(knex('files').update({ media_type: 'x' })).rejects.toMatchObject(
    said('A stored file cannot be changed'),
  );
  const [release] = await knex('releases').select('id', 'author_id');
  await knex('release_events').insert({ release_id: release.id, number: 1, kind: 'withdrawn', reason: 'x', author_id: release.author_id, at: '2026-01-01' }); // prettier-ignore
  await expect(knex('release_events').update({ reason: 'y' })).rejects.toMatchObject(
    said('What became of a release cannot be changed'),
  );
});

test('rows stand in the order of their bytes, and counts are numbers', async () => {
  const { knex } = workspace;
  await knex('teams').insert(['a', 'B', 'ä', 'Z', '_'].map((name) => ({ id: `order ${name}`, name: `order ${name}` }))); // prettier-ignore
  const rows: { name: string }[] = await knex('teams').where('id', 'like', 'order %').orderBy('name');
  expect(rows.map(({ name }) => name.slice(6))).toEqual(['B', 'Z', '_', 'a', 'ä']);
  expect(await knex('teams').where('id', 'like', 'order %').count({ count: '*' })).toEqual([{ count: 5 }]);
  await knex('teams').where('id', 'like', 'order %').delete();
  // Of any length.
  const long = 'long '.repeat(200);
  await knex('teams').insert({ id: 'long', name: long });
  expect((await knex('teams').where({ id: 'long' }).first()).name).toBe(long);
});
