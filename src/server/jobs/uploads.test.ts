import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, utimesSync } from 'node:fs';
import path from 'node:path';
import { strToU8, zipSync, type Zippable } from 'fflate';
import { itemsOf } from '@/core/document/item';
import { forgetOld, receive, uploadedAt, UploadRefused, type Uploaded } from '@/files/uploads';
import { testWorkspace, type TestWorkspace } from '@/testing/server';
import { draftOf, loadDocument } from '../documents/store';
import { perform } from '../perform';
import { existingFolder } from '../repositories/folder';
import { commitsFrom, contentsNow, filesAt } from '../repositories/git';
import type { JobRow } from './job';
import { endTasks } from './pool';
import { Runner } from './runner';

/** What is sent to be read by a job, from its first byte to what is stored. */
let workspace: TestWorkspace;
let runner: Runner;
beforeEach(async () => {
  workspace = await testWorkspace();
  runner = new Runner(workspace.knex);
});
afterEach(async () => {
  await runner.end();
  await workspace.close();
});
afterAll(endTasks);

const bodyOf = (...chunks: Uint8Array[]) => new Response(new Blob(chunks as BlobPart[])).body;
const sent = (...chunks: Uint8Array[]): Promise<Uploaded> =>
  receive(bodyOf(...chunks), { name: 'test', limit: 300_000_000 });
/** What is kept once all that follows a commit is done. */
const left = async () => {
  await new Promise((resolve) => setTimeout(resolve, 20));
  return kept();
};
const kept = () => readdirSync(path.dirname(uploadedAt('x')));
async function done(id: string, input: object): Promise<JobRow> {
  const { job } = (await perform(workspace.knex, id, workspace.actors.owner!, input)) as { job: string };
  await runner.wake();
  return workspace.knex('jobs').where({ id: job }).first();
}
const FONT = readFileSync('node_modules/@fontsource-variable/archivo/files/archivo-latin-wght-normal.woff2');

test('a body is kept as it comes, under the hash of its bytes; too much of it leaves nothing', async () => {
  const parts = [strToU8('ferry '), strToU8('boat')];
  const hash = createHash('sha256').update('ferry boat').digest('hex');
  expect(await sent(...parts)).toEqual({ hash, size: 10 });
  expect(readFileSync(uploadedAt(hash), 'utf8')).toBe('ferry boat');
  await sent(...parts);
  expect(kept()).toEqual([hash]);
  const refused = (limits: object) => receive(bodyOf(...parts), { name: 'test', limit: 1000, ...limits }).catch((error: unknown) => (error instanceof UploadRefused ? error.why : error)); // prettier-ignore
  expect([await refused({ limit: 9 }), await refused({ most: 19 }), await refused({ most: 20 })]).toEqual(['large', 'room', { hash, size: 10 }]); // prettier-ignore
  // A sender that goes away in the middle leaves nothing either.
  const gone = new ReadableStream<Uint8Array>({
    pull(controller) {
      controller.enqueue(strToU8('x'));
      controller.error(new Error('gone'));
    },
  });
  await expect(receive(gone, { name: 'test', limit: 1000 })).rejects.toThrow('gone');
  expect(kept()).toEqual([hash]);
  // What no job read within a day is forgotten.
  forgetOld(Date.now() + 60_000);
  expect(kept()).toEqual([hash]);
  utimesSync(uploadedAt(hash), new Date(0), new Date(0));
  forgetOld(Date.now());
  expect(kept()).toEqual([]);
});

test('a font is kept for its library as one that was read at once is', async () => {
  const { knex, actors } = workspace;
  const upload = await sent(FONT);
  const job = await done('uploads.file', { slug: 'lib', name: 'archivo.woff2', upload });
  expect(job).toMatchObject({ state: 'done', result: expect.stringMatching(/^Archivo.*, \d+(\.\d+)? kB$/) });
  const facts = await perform(knex, 'files.facts', actors.viewer!, { slug: 'lib', hash: upload.hash });
  const { file: _file, notes: _notes, ...atOnce } = (await perform(knex, 'files.store', actors.owner!, { slug: 'lib', name: 'archivo.woff2', bytes: FONT })) as Record<string, unknown>; // prettier-ignore
  expect(facts).toEqual(atOnce);
  expect(await left()).toEqual([]);
  // Of another library it is none.
  await expect(perform(knex, 'files.facts', actors.outsider!, { slug: 'theirs', hash: upload.hash })).rejects.toMatchObject({ status: 404 }); // prettier-ignore

  const wrong = await done('uploads.file', { slug: 'lib', name: 'a.bin', upload: await sent(strToU8('no font')) }); // prettier-ignore
  expect(wrong).toMatchObject({ state: 'failed', error: expect.stringMatching(/^a\.bin is not a font/) });
});

test('a token file of many tokens is imported whole, in parts that each can be undone, or not at all', async () => {
  const { knex } = workspace;
  const tokens = Object.fromEntries(Array.from({ length: 12_000 }, (_, n) => [`n${n}`, n % 3 > 0 || n === 11_999 ? { $value: n } : { $value: `{bulk.n${n + 1}}` }])); // prettier-ignore
  const text = JSON.stringify({ bulk: { $type: 'number', ...tokens } });
  const before = await knex('documents').where({ slug: 'lib' }).first();
  const draft = await draftOf(knex, before.id);
  const job = await done('uploads.tokens', { slug: 'lib', name: 'bulk.tokens.json', upload: await sent(strToU8(text)) }); // prettier-ignore
  expect(job).toMatchObject({ state: 'done', error: null });
  const after = await draftOf(knex, before.id);
  const log: { label: string }[] = await knex('change_sets').where({ draft_id: draft.id }).where('sequence', '>', draft.sequence).orderBy('sequence'); // prettier-ignore
  expect(log.map(({ label }) => label)).toEqual(
    [1, 2, 3].map((n) => `Import bulk.tokens.json, part ${n} of 3`),
  );
  const held = itemsOf((await loadDocument(knex, after, 'library')).items, 'token');
  expect(held.filter(({ name }) => /^n\d+$/.test(name))).toHaveLength(12_000);

  const broken = await done('uploads.tokens', { slug: 'lib', name: 'broken.tokens.json', upload: await sent(strToU8('{"a": {')) }); // prettier-ignore
  expect(broken).toMatchObject({ state: 'failed', error: expect.stringMatching(/Nothing was changed/) });
  expect((await draftOf(knex, before.id)).sequence).toBe(after.sequence);
}, 120_000);

test('an archive of source is the next commit of main, with what it holds and no more', async () => {
  const { knex, actors } = workspace;
  await perform(knex, 'repositories.create', actors.owner!, { slug: 'prod' });
  const folder = await existingFolder(knex, await knex('documents').where({ slug: 'prod' }).first());
  const commit = async (files: Zippable) =>
    done('uploads.source', { slug: 'prod', name: 'site.zip', upload: await sent(zipSync(files)) });
  const stands = async () => {
    const entries = await filesAt(folder, 'refs/heads/main');
    const texts = contentsNow(folder, entries.map(({ blob }) => blob));
    return Object.fromEntries(entries.map(({ name }, at) => [name, texts[at]]));
  }; // prettier-ignore
  const first = await commit({ 'site/a.css': strToU8('a { color: #222222 }'), 'site/deep/b c.css': strToU8('b {}') });
  expect(first).toMatchObject({ state: 'done', result: expect.stringMatching(/^2 files in commit [0-9a-f]{8}$/) });
  // The folder around all of it is left out.
  expect(await stands()).toEqual({ 'a.css': 'a { color: #222222 }', 'deep/b c.css': 'b {}' });
  // The commit is scanned as a pushed one is.
  expect(await knex('jobs').where({ kind: 'scan' })).toMatchObject([{ state: 'done', result: '1 commit scanned' }]);

  await commit({ 'a.css': strToU8('a { color: #333333 }'), 'new.css': strToU8('c {}') });
  expect(await stands()).toEqual({ 'a.css': 'a { color: #333333 }', 'new.css': 'c {}' });
  const same = await commit({ 'a.css': strToU8('a { color: #333333 }'), 'new.css': strToU8('c {}') });
  expect(same).toMatchObject({ state: 'done', result: 'The source is as it was' });
  expect((await commitsFrom(folder, 'refs/heads/main')).map(({ title, author }) => [title, author])).toEqual(
    Array.from({ length: 2 }, () => ['Source from site.zip', 'owner']),
  );
  expect(await left()).toEqual([]);

  for (const [files, words] of [
    [{ '../out.css': strToU8('x') }, /holds a path that leaves its folder/],
    [{ 'bomb.css': new Uint8Array(40_000_000) }, /unpacks to far more than it is packed/],
    [{ 'a\u0000b.css': strToU8('x') }, /holds a name with a control character: "a\\u0000b\.css"/],
    [{ '.git/config': strToU8('[core]') }, /holds no files/],
  ] as const)
    expect(await commit(files as Zippable)).toMatchObject({ state: 'failed', error: expect.stringMatching(words) });
  const torn = await done('uploads.source', { slug: 'prod', name: 'torn.zip', upload: await sent(strToU8('PK')) });
  expect(torn.error).toMatch(/^torn\.zip is not a readable ZIP archive/);
  expect(await stands()).toEqual({ 'a.css': 'a { color: #333333 }', 'new.css': 'c {}' });
}, 60_000); // prettier-ignore

test('what is no longer kept is asked for again, in words', async () => {
  const upload = { hash: '0'.repeat(64), size: 1 };
  const job = await done('uploads.tokens', { slug: 'lib', name: 'a.tokens.json', upload });
  expect(job).toMatchObject({ state: 'failed', error: 'a.tokens.json is no longer kept. Upload the file again.' }); // prettier-ignore
});
