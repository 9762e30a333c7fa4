import { rmSync } from 'node:fs';
import { itemsOf, type Item } from '@/core/document/item';
import { setField } from '@/core/document/edits';
import { workingCopy } from '@/testing/repository';
import { testWorkspace, type TestWorkspace } from '@/testing/server';
import { Runner } from '../jobs/runner';
import { perform } from '../perform';
import { repositoryFolder } from '../repositories/folder';

/** A product's commits, from a push into its repository to what each says of the tokens. */
let workspace: TestWorkspace;
let runner: Runner;
const copy = workingCopy();
const commits: string[] = [];
const ask = <T>(who: string, id: string, input: object = {}) =>
  perform(workspace.knex, id, workspace.actors[who]!, { slug: 'prod', ...input }) as Promise<T>;
interface Scans {
  libraries: { slug: string; scans: { commit: string; version: string; coverage: number; files: number; parts: { token: number; total: number } }[] }[];
} // prettier-ignore
const scans = async () => (await ask<Scans>('viewer', 'scans.list')).libraries[0]!.scans;
const push = async () => {
  const { id } = await workspace.knex('documents').where({ slug: 'prod' }).first();
  copy.git(['push', '--quiet', (await repositoryFolder(workspace.knex, id))!, 'main']);
};

beforeAll(async () => {
  workspace = await testWorkspace();
  runner = new Runner(workspace.knex);
  await ask('maintainer', 'repositories.create');
});
afterAll(async () => {
  await runner.end();
  await workspace.close();
  copy.remove();
  rmSync(copy.folder, { recursive: true, force: true });
});

test('each commit is held against the release that is pinned, and every figure leads to its lines', async () => {
  commits.push(copy.commit('Begin', { 'site.css': 'a { color: #222222; }\nb { color: #222222; background: #fff }\n', 'README.md': '#222222' }));
  commits.push(copy.commit('Use the token', { 'site.css': 'a { color: var(--color-text); }\nb { color: #222222; background: #fff }\n' }));
  commits.push(copy.commit('Another colour', { 'more.scss': '.c { color: $color-ink; border-color: #b00020; }\n' }));
  await push();
  const { job } = await ask<{ job: string }>('contributor', 'repositories.scan');
  await runner.wake();
  expect(await workspace.knex('jobs').where({ id: job }).first()).toMatchObject({ state: 'done', result: '3 commits scanned', attempt: 1, lease: null, progress: null });
  // By hand: 0 of 3, then 1 of 3, then 2 of 5.
  expect((await scans()).map(({ commit, files, parts, coverage }) => [commit, files, parts.token, parts.total, coverage])).toEqual([
    [commits[0], 1, 0, 3, 0],
    [commits[1], 1, 1, 3, 0.3333],
    [commits[2], 2, 2, 5, 0.4],
  ]);
  const one = await ask<{ tokens: object; found: { bypasses: object[] } }>('viewer', 'scans.read', { commit: commits[2] });
  expect(one.tokens).toEqual({ 'color.ink': 1, 'color.text': 1 });
  expect(one.found.bypasses).toEqual([
    { value: '#222222', kind: 'color', as: 'exact', count: 1, suggest: expect.arrayContaining(['color.ink', 'color.text']), places: [{ file: 'site.css', line: 2, source: 'b { color: #222222; background: #fff }' }] },
    { value: '#fff', kind: 'color', as: 'exact', count: 1, suggest: ['color.page'], places: [{ file: 'site.css', line: 2, source: 'b { color: #222222; background: #fff }' }] },
    { value: '#b00020', kind: 'color', as: 'foreign', count: 1, suggest: [], places: [{ file: 'more.scss', line: 1, source: '.c { color: $color-ink; border-color: #b00020; }' }] },
  ]);
  const ofLibrary = await perform(workspace.knex, 'scans.ofLibrary', workspace.actors.viewer!, { slug: 'lib' });
  expect(ofLibrary).toMatchObject({ releases: [{ version: '1.0.0' }], products: [{ slug: 'prod' }], tokens: one.tokens });
}); // prettier-ignore

test('what was scanned is not scanned again; a push brings the new commit alone', async () => {
  const before = await workspace.knex('scans');
  await ask('contributor', 'repositories.scan');
  await runner.wake();
  expect(await workspace.knex('scans')).toEqual(before);
  expect(await workspace.knex('jobs').orderBy('created_at', 'desc').first()).toMatchObject({ result: 'Every commit was scanned already' }); // prettier-ignore
  commits.push(copy.commit('All by token', { 'site.css': 'a, b { color: var(--color-text); }\n', 'more.scss': null })); // prettier-ignore
  await push();
  await ask('contributor', 'repositories.scan');
  await runner.wake();
  expect((await scans()).map(({ coverage }) => coverage)).toEqual([0, 0.3333, 0.4, 1]);
});

test('binary files, links, what others wrote and what is too large are left out, and said', async () => {
  copy.git(['config', 'core.symlinks', 'true']);
  commits.push(
    copy.commit('Trouble', {
      'picture.css': Buffer.from([0x89, 0x50, 0, 0xff, 1]),
      'vendor/other.css': 'a { color: #222222 }',
      'app.min.css': 'a{color:#222222}',
      'tokens.scss': '// @generated\n$a: #222222;',
      'big.css': `a { color: #222222 }\n/* ${'x'.repeat(1_000_001)} */`,
      'broken.html': '<p style="color: #222222">',
    }),
  );
  await push();
  await ask('contributor', 'repositories.scan');
  await runner.wake();
  const last = (await scans()).at(-1)!;
  expect(last).toMatchObject({ commit: commits.at(-1), files: 3, leftOut: 3, parts: { token: 1, total: 2 } });
  const { found } = await ask<{ found: { unreadable: object[]; leftOut: { file: string; why: string }[] } }>('viewer', 'scans.read', { commit: last.commit }); // prettier-ignore
  expect(found.leftOut.map(({ file, why }) => [file, why])).toEqual([['app.min.css', 'minified'], ['big.css', 'large'], ['tokens.scss', 'generated']]); // prettier-ignore
  expect(found.unreadable).toEqual([{ file: 'picture.css', message: expect.stringContaining('It is no text') }]); // prettier-ignore
});

test('a product that has pinned a library’s child counts for the library, and for who may read that child alone', async () => {
  const as = <T>(who: string, id: string, input: object) => perform(workspace.knex, id, workspace.actors[who]!, input) as Promise<T>;
  await as('owner', 'libraries.create', { name: 'Child', slug: 'child', visibility: 'team', parent: { slug: 'lib', version: '1.0.0' } });
  await as('owner', 'libraries.import', { slug: 'child', files: [{ name: 'a.tokens.json', text: '{"own":{"$type":"number","$value":1}}' }] });
  const { sequence } = await as<{ sequence: number }>('owner', 'libraries.open', { slug: 'child' });
  await as('owner', 'releases.publish', { slug: 'child', sequence, version: '1.0.0', leftOut: [], summary: '' });
  await as('owner', 'products.create', { name: 'Kid', slug: 'kid', libraries: [{ slug: 'child' }] });
  await as('maintainer', 'repositories.create', { slug: 'kid' });
  const { id } = await workspace.knex('documents').where({ slug: 'kid' }).first();
  copy.git(['push', '--quiet', (await repositoryFolder(workspace.knex, id))!, 'main']);
  await as('contributor', 'repositories.scan', { slug: 'kid' });
  await runner.wake();
  interface OfLibrary { products: { slug: string; through: string | null; scans: { parts: object; version: string }[] }[]; tokens: Record<string, number> }
  const { products, tokens } = await as<OfLibrary>('viewer', 'scans.ofLibrary', { slug: 'lib' });
  expect(products.map(({ slug, through }) => [slug, through])).toEqual([['kid', 'Child 1.0.0'], ['prod', null]]);
  const [kid, prod] = products;
  // The same source held against the same tokens.
  expect(kid!.scans.map(({ parts }) => parts)).toEqual(prod!.scans.map(({ parts }) => parts));
  expect(tokens['color.text']).toBe(2 * (await as<{ tokens: Record<string, number> }>('viewer', 'scans.read', { slug: 'prod', commit: commits.at(-1) })).tokens['color.text']!);
  await workspace.knex('documents').whereIn('slug', ['lib', 'kid', 'prod']).update({ visibility: 'workspace' });
  const seen = await as<OfLibrary>('outsider', 'scans.ofLibrary', { slug: 'lib' });
  expect(seen.products.map(({ slug }) => slug)).toEqual(['prod']);
  await workspace.knex('documents').whereIn('slug', ['lib', 'kid', 'prod']).update({ visibility: 'team' });
}); // prettier-ignore

test('once another release is pinned the commits are held against that one', async () => {
  const { items } = await ask<{ items: Item[] }>('owner', 'products.open');
  const [pin] = itemsOf(new Map(items.map((item) => [item.id, item])), 'pin');
  const library = (await perform(workspace.knex, 'libraries.open', workspace.actors.owner!, { slug: 'lib' })) as { items: Item[]; sequence: number }; // prettier-ignore
  const ink = library.items.find((item) => item.kind === 'token' && item.name === 'ink')!;
  const [layer, declaration] = Object.entries((ink as { declarations: Record<string, object> }).declarations)[0]!; // prettier-ignore
  await perform(workspace.knex, 'documents.change', workspace.actors.owner!, { slug: 'lib', id: 'change_ink_1', label: 'Ink', edits: [setField(ink as never, `declarations/${layer}`, { ...declaration, text: '{"$value":"#b00020"}' })] }); // prettier-ignore
  await perform(workspace.knex, 'releases.publish', workspace.actors.owner!, { slug: 'lib', sequence: library.sequence + 1, version: '1.1.0', leftOut: [], summary: '' }); // prettier-ignore
  await ask('owner', 'documents.change', { id: 'change_pin_1', label: 'Pin', edits: [setField(pin as never, 'version', '1.1.0')] }); // prettier-ignore
  await ask('contributor', 'repositories.scan');
  await runner.wake();
  const all = await scans();
  expect(new Set(all.map(({ version }) => version))).toEqual(new Set(['1.1.0']));
  const { found } = await ask<{ found: { bypasses: { value: string; as: string }[] } }>('viewer', 'scans.read', { commit: commits[2] }); // prettier-ignore
  expect(found.bypasses.find(({ value }) => value === '#b00020')?.as).toBe('exact');
  expect(found.bypasses.find(({ value }) => value === '#222222')?.as).toBe('foreign');
});
