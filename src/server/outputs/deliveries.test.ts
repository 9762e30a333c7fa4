import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { addItem, removeItem, setField } from '@/core/document/edits';
import type { Item } from '@/core/document/item';
import type { OutputItem } from '@/core/outputs/output-item';
import { workingCopy } from '@/testing/repository';
import { testWorkspace, type TestWorkspace } from '@/testing/server';
import { Runner } from '../jobs/runner';
import { perform } from '../perform';
import { repositoryFolder } from '../repositories/folder';

/** From a release to files where they are used: a download, a folder, and a repository by ordinary git. */
let workspace: TestWorkspace;
let runner: Runner;
let folder: string;
let product: string;
const copy = workingCopy();
interface Delivery { id: string; name: string; version: string; changed: boolean; destination: object; files: { name: string; size: number; hash: string }[]; proposal: { id: string; state: string; branch: string; product: string } | null } // prettier-ignore
const ask = <T>(who: string, id: string, input: object = {}) =>
  perform(workspace.knex, id, workspace.actors[who]!, { slug: 'lib', ...input }) as Promise<T>;
const inProduct = <T>(who: string, id: string, input: object = {}) =>
  ask<T>(who, id, { slug: 'prod', ...input });
const bare = (...words: string[]) =>
  execFileSync('git', ['--git-dir', folder, ...words], { encoding: 'utf8' });
const deliveries = async (who = 'viewer') =>
  (await ask<{ deliveries: Delivery[] }>(who, 'deliveries.list')).deliveries;
const outputs = new Map<string, OutputItem>();
let n = 0;
const edit = (edits: object[], who = 'maintainer') =>
  ask(who, 'documents.change', { id: `change_${++n}`, label: 'x', edits });
async function put(name: string, fields: Partial<OutputItem>): Promise<OutputItem> {
  const item: OutputItem = { id: `output_${++n}`, kind: 'output', order: `a${n}`, name, formats: ['css'], context: null, prefix: '', destination: { kind: 'download' }, onRelease: false, ...fields }; // prettier-ignore
  await edit([addItem(item)]);
  outputs.set(name, item);
  return item;
}
async function deliver(name: string, who = 'maintainer', version?: string): Promise<string> {
  const { job } = await ask<{ job: string }>(who, 'deliveries.deliver', { id: outputs.get(name)!.id, ...(version && { version }) }); // prettier-ignore
  await runner.wake();
  const row = await workspace.knex('jobs').where({ id: job }).first();
  return row.result ?? row.error;
}
/** Changes a value and releases. */
async function release(hex: string): Promise<void> {
  const text = JSON.stringify({ color: { $type: 'color', ink: { $value: hex }, text: { $value: '{color.ink}' }, page: { $value: '#ffffff' } } }); // prettier-ignore
  await ask('owner', 'libraries.import', { files: [{ name: 'lib.tokens.json', text }] });
  const { sequence } = await draft();
  const publish = (version: string) =>
    ask('owner', 'releases.publish', { sequence, version, leftOut: [], summary: '' });
  // Which version it comes to is told by the refusal of another.
  const { more } = (await publish('99.0.0').catch((error: unknown) => error)) as {
    more: { version: string };
  };
  await publish(more.version);
}
const draft = (): Promise<{ sequence: number }> =>
  workspace.knex('drafts').join('documents', 'documents.id', 'drafts.document_id').where({ slug: 'lib' }).first('drafts.sequence'); // prettier-ignore

beforeAll(async () => {
  workspace = await testWorkspace();
  runner = new Runner(workspace.knex);
  await inProduct('maintainer', 'repositories.create');
  product = (await workspace.knex('documents').where({ slug: 'prod' }).first()).id;
  folder = (await repositoryFolder(workspace.knex, product))!;
});
afterAll(async () => {
  await runner.end();
  await workspace.close();
  copy.remove();
});

test('a library without a release, and a repository without a commit, are told in words', async () => {
  await put('to prod', { formats: ['css', 'ts'], destination: { kind: 'repository', product, folder: 'vendor/lib' } });
  expect(await deliver('to prod')).toMatch(/has no commit on main yet\. Push one, then deliver again/);
  expect(await deliveries()).toEqual([]);
  // It ends in the inbox of who asked for it.
  const { notices } = await perform(workspace.knex, 'inbox.list', workspace.actors.maintainer!, {}) as { notices: object[] };
  expect(notices[0]).toMatchObject({ title: 'Delivery of Lib failed', href: '/libraries/lib/deliveries' });
}); // prettier-ignore

test('to a repository: a proposal with the release notes, whose files are what the format writes', async () => {
  copy.commit('Begin', { 'site.css': 'a { color: red }\n', 'vendor/lib/by-hand.txt': 'kept\n' });
  copy.git(['push', '--quiet', folder, 'main']);
  expect(await deliver('to prod')).toBe('2 files proposed to Prod on the branch to-prod-1.0.0');
  const [delivery] = await deliveries();
  expect(delivery).toMatchObject({ name: 'to prod', version: '1.0.0', changed: true, destination: { kind: 'repository', folder: 'vendor/lib', product: 'Prod' }, proposal: { state: 'open', branch: 'to-prod-1.0.0', product: 'prod' } }); // prettier-ignore
  const { files } = await ask<{ files: { name: string; text: string }[] }>('viewer', 'outputs.write', { format: 'css', version: '1.0.0' }); // prettier-ignore
  expect(bare('show', 'to-prod-1.0.0:vendor/lib/css/tokens.css')).toBe(files[0]!.text);
  for (const { name, size, hash } of delivery!.files) {
    const blob = execFileSync('git', ['--git-dir', folder, 'show', `to-prod-1.0.0:vendor/lib/${name}`]);
    expect([blob.length, createHash('sha256').update(blob).digest('hex')]).toEqual([size, hash]);
  }
  expect(bare('diff', '--name-status', 'main', 'to-prod-1.0.0').trim().split('\n')).toEqual(['A\tvendor/lib/css/tokens.css', 'A\tvendor/lib/ts/tokens.ts']); // prettier-ignore
  const proposal = await inProduct<{ title: string; body: string }>('viewer', 'proposals.read', { id: delivery!.proposal!.id }); // prettier-ignore
  expect(proposal.title).toBe('Lib 1.0.0: to prod');
  expect(proposal.body).toMatch(/^## 1\.0\.0 - \d{4}[^]*### Added/);
  bare('fsck', '--strict');
});

test('the same again makes no commit: neither while it waits to be merged nor afterwards', async () => {
  const refs = bare('for-each-ref');
  expect(await deliver('to prod')).toBe('The same is proposed already, on the branch to-prod-1.0.0');
  expect(bare('for-each-ref')).toBe(refs);
  const [again] = await deliveries();
  expect(again).toMatchObject({ changed: false, proposal: { branch: 'to-prod-1.0.0' } });
  await inProduct('maintainer', 'proposals.merge', { id: again!.proposal!.id });
  expect(await deliver('to prod')).toBe('Nothing changed: Prod has these files');
  expect((await deliveries())[0]).toMatchObject({ changed: false, proposal: null });
});

test('on release it goes by itself; a newer one takes the place of what waits, unless somebody changed that by hand', async () => {
  const item = outputs.get('to prod')!;
  await edit([setField(item, 'onRelease', true)]);
  outputs.set('to prod', { ...item, onRelease: true });
  await release('#333333');
  await runner.wake();
  await release('#444444');
  await runner.wake();
  const all = (await inProduct<{ proposals: { branch: string; state: string }[] }>('viewer', 'proposals.list')).proposals;
  expect(all.map(({ state }) => state)).toEqual(['open', 'closed', 'merged']);
  // Somebody pushes to the branch.
  const branch = all[0]!.branch;
  copy.git(['fetch', '--quiet', folder, `${branch}:${branch}`]);
  copy.git(['checkout', '--quiet', branch]);
  copy.commit('By hand', { 'note.txt': 'mine\n' });
  copy.git(['push', '--quiet', folder, branch]);
  await release('#555555');
  await runner.wake();
  const states = (await inProduct<{ proposals: { branch: string; state: string }[] }>('viewer', 'proposals.list')).proposals;
  expect(states.map(({ state }) => state)).toEqual(['open', 'open', 'closed', 'merged']);
  expect(bare('show', `${branch}:note.txt`)).toBe('mine\n');
  copy.git(['checkout', '--quiet', 'main']);
}); // prettier-ignore

test('files that an output gives no more are removed, and nothing else of the folder', async () => {
  const item = outputs.get('to prod')!;
  await edit([setField(item, 'formats', ['css'])]);
  outputs.set('to prod', { ...item, formats: ['css'] });
  expect(await deliver('to prod')).toMatch(/^1 file proposed/);
  const [{ proposal }] = (await deliveries()) as [Delivery];
  expect(bare('ls-tree', '-r', '--name-only', proposal!.branch, 'vendor/lib/').trim().split('\n')).toEqual(['vendor/lib/by-hand.txt', 'vendor/lib/tokens.css']); // prettier-ignore
});

test('to a folder: nobody finds half of it, and the next delivery takes its place whole', async () => {
  await put('files', { formats: ['scss', 'json'], destination: { kind: 'folder', folder: 'web/tokens' } });
  expect(await deliver('files')).toBe('2 files written to web/tokens');
  const at = path.join(workspace.folder, 'deliveries/lib/web/tokens');
  const [first] = await deliveries();
  expect(readdirSync(at, { recursive: true }).map(String).sort()).toEqual(['json', 'json/tokens.json', 'scss', 'scss/tokens.scss']); // prettier-ignore
  for (const { name, hash } of first!.files)
    expect(createHash('sha256').update(readFileSync(path.join(at, name))).digest('hex')).toBe(hash); // prettier-ignore
  expect(await deliver('files')).toBe('Nothing changed in web/tokens');
  // Changed by hand, it is put right.
  writeFileSync(path.join(at, 'scss/tokens.scss'), 'x');
  expect(await deliver('files')).toBe('2 files written to web/tokens');
  expect(readdirSync(path.dirname(at))).toEqual(['tokens']);
  const older = await deliver('files', 'maintainer', '1.0.0');
  expect(older).toBe('2 files written to web/tokens');
  const read = await ask<{ before: { version: string; files: { text: string }[] }; files: { text: string }[] }>('viewer', 'deliveries.read', { id: (await deliveries())[0]!.id }); // prettier-ignore
  expect(read.files.map(({ text }) => text).join()).toContain('#222222');
  expect(read.before.files.map(({ text }) => text).join()).toContain('#555555');
});

test('an output whose folder lies in that of another, or around it, is not delivered: nothing of the other is taken away', async () => {
  await put('around', { destination: { kind: 'folder', folder: 'web' } });
  const at = path.join(workspace.folder, 'deliveries/lib/web/tokens/scss/tokens.scss');
  expect(await deliver('around')).toMatch(/its folder and that of files lie in one another/);
  expect(existsSync(at)).toBe(true);
  await edit([removeItem(outputs.get('around')!)]);
  // A folder whose name only begins alike is another.
  await put('beside', { destination: { kind: 'folder', folder: 'web/tokens-2' } });
  expect(await deliver('beside')).toBe('1 file written to web/tokens-2');
  await edit([removeItem(outputs.get('beside')!)]);
});

test('a download is kept, and what cannot be written is not: names that clash are told', async () => {
  await put('to take along', { formats: ['css'] });
  expect(await deliver('to take along')).toBe('1 file to download');
  expect(await deliver('to take along')).toBe('Nothing changed since the last delivery');
  const before = await deliveries();
  await edit([addItem({ ...outputs.get('to take along')!, id: 'output_bad', name: 'bad', context: { scheme: 'dark' } })]);
  outputs.set('bad', { ...outputs.get('to take along')!, id: 'output_bad', name: 'bad', context: { scheme: 'dark' } });
  expect(await deliver('bad')).toBe('bad was not delivered. There is no context scheme=dark. Choose the contexts of this output again.');
  expect(await deliveries()).toEqual(before);
  expect(existsSync(path.join(workspace.folder, 'deliveries/lib/bad'))).toBe(false);
}); // prettier-ignore

test('only who may change both sides delivers; a product that may not be read is neither named nor taken', async () => {
  for (const who of ['viewer', 'contributor'])
    await expect(deliver('to prod', who)).rejects.toMatchObject({ status: 403 });
  await expect(ask('maintainer', 'deliveries.deliver', { id: 'output_none' })).rejects.toMatchObject({
    status: 404,
  });
  await expect(ask('maintainer', 'deliveries.deliver', { id: outputs.get('files')!.id, version: '9.9.9' })).rejects.toMatchObject({ status: 404 }); // prettier-ignore
  // A product of another team: written into an output by nobody who may not read it, delivered to by nobody who may not change it.
  const outsider = workspace.actors.outsider!;
  await perform(workspace.knex, 'libraries.create', outsider, { name: 'Theirs', slug: 'theirs', visibility: 'team' }); // prettier-ignore
  await ask('outsider', 'libraries.import', { slug: 'theirs', files: [{ name: 'a.tokens.json', text: '{"x":{"$type":"number","$value":1}}' }] }); // prettier-ignore
  await ask('outsider', 'releases.publish', { slug: 'theirs', sequence: 1, version: '1.0.0', leftOut: [], summary: '' }); // prettier-ignore
  await perform(workspace.knex, 'products.create', outsider, {
    name: 'Hidden',
    slug: 'hidden',
    libraries: [{ slug: 'theirs' }],
  });
  await workspace.knex('documents').where({ slug: 'hidden' }).update({ visibility: 'team' });
  const hidden = (await workspace.knex('documents').where({ slug: 'hidden' }).first()).id as string;
  const destination = { kind: 'repository' as const, product: hidden, folder: 'x' };
  await expect(put('there', { destination })).rejects.toMatchObject({ status: 404 });
  await expect(put('nowhere', { destination: { ...destination, product: 'product_none' } })).rejects.toMatchObject({ status: 404 }); // prettier-ignore
  await workspace.knex('documents').where({ id: hidden }).update({ visibility: 'workspace' });
  await put('seen', { destination });
  await workspace.knex('documents').where({ id: hidden }).update({ visibility: 'team' });
  expect(await deliver('seen')).toMatch(/There is no product/);
  // To another team's product that has pinned the library a proposal may be made; to one that has not, by its contributors.
  const elsewhere = (await workspace.knex('teams').where({ name: 'Elsewhere' }).first()).id as string;
  const own = await workspace.knex('documents').where({ slug: 'prod' }).first();
  await workspace
    .knex('documents')
    .where({ slug: 'prod' })
    .update({ team_id: elsewhere, visibility: 'workspace' });
  expect(await deliver('to prod', 'maintainer', '1.0.0')).toMatch(/^1 file proposed to Prod/);
  const { items } = await inProduct<{ items: Item[] }>('outsider', 'products.open');
  const pin = items.find(({ kind }) => kind === 'pin')!;
  await perform(workspace.knex, 'documents.change', outsider, { slug: 'prod', id: 'change_unpin', label: 'x', edits: [removeItem(pin)] }); // prettier-ignore
  expect(await deliver('to prod', 'maintainer', '1.1.0')).toMatch(/needs the role contributor/);
  await workspace.knex('documents').where({ slug: 'prod' }).update({ team_id: own.team_id });
  expect(JSON.stringify(await deliveries())).not.toContain('Hidden');
});

test('folders lead nowhere else, whatever an output says', async () => {
  for (const bad of ['/etc', '../x', 'a/../../x', '.git', 'a/.git/hooks', 'a//b', '', 'a\nb', 'a/'])
    for (const destination of [{ kind: 'folder' as const, folder: bad }, { kind: 'repository' as const, product, folder: bad }])
      await expect(put(`bad ${bad} ${destination.kind}`, { destination })).rejects.toMatchObject({ status: 400 });
}); // prettier-ignore

test('outputs are of the library and not of a release: they make nothing to release, and go without a trace in it', async () => {
  const before = await workspace
    .knex('releases')
    .join('documents', 'documents.id', 'releases.document_id')
    .where({ slug: 'lib' });
  await expect(ask('owner', 'releases.publish', { sequence: (await draft()).sequence, version: '9.0.0', leftOut: [], summary: '' })).rejects.toMatchObject({ detail: 'Nothing has changed since the last release.' }); // prettier-ignore
  const kept: { body: string }[] = await workspace.knex('contents').select('body');
  expect(kept.filter(({ body }) => body.includes('"kind":"output"'))).toEqual([]);
  expect(before).toHaveLength(4);
  await edit([removeItem(outputs.get('files')!)]);
  await expect(deliver('files')).rejects.toMatchObject({ status: 404 });
  expect((await deliveries()).some(({ name }) => name === 'files')).toBe(true);
});

test('2,000 files are one commit, of which git finds all', async () => {
  const { commitWith } = await import('../repositories/git');
  const head = bare('rev-parse', 'main').trim();
  const files = Array.from({ length: 2000 }, (_, at) => ({
    name: `many/${at}.css`,
    content: `a { order: ${at} }\n`,
  }));
  const commit = await commitWith(folder, { base: head, files, message: 'Many', author: 'maintainer' });
  expect(bare('ls-tree', '-r', '--name-only', commit!, 'many/').trim().split('\n')).toHaveLength(2000);
  expect(bare('show', `${commit!}:many/1999.css`)).toBe('a { order: 1999 }\n');
  // The same on top of it is no commit; without one of them it is one file less.
  expect(
    await commitWith(folder, { base: commit!, files, message: 'Many', author: 'maintainer' }),
  ).toBeUndefined();
  const less = await commitWith(folder, { base: commit!, files: [{ name: 'many/7.css', content: null }, { name: 'none', content: null }], message: 'Less', author: 'maintainer' }); // prettier-ignore
  expect(bare('diff', '--name-status', commit!, less!).trim()).toBe('D\tmany/7.css');
});
