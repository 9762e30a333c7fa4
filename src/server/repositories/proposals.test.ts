import { execFileSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { workingCopy } from '@/testing/repository';
import { dump, testWorkspace, type TestWorkspace } from '@/testing/server';
import { Runner } from '../jobs/runner';
import { perform } from '../perform';
import { repositoryFolder } from './folder';

/** From raw values in a repository to a proposal, its merge, and the coverage that comes of it. */
let workspace: TestWorkspace;
let runner: Runner;
let folder: string;
const copy = workingCopy();
const ask = <T>(who: string, id: string, input: object = {}) =>
  perform(workspace.knex, id, workspace.actors[who]!, { slug: 'prod', ...input }) as Promise<T>;
interface Proposal { id: string; branch: string; title: string; body: string; state: string; patch: string; clashes: string[]; head: string } // prettier-ignore
const proposals = async () => (await ask<{ proposals: Proposal[] }>('viewer', 'proposals.list')).proposals;
const read = (id: string) => ask<Proposal>('viewer', 'proposals.read', { id });
const coverage = async () => (await ask<{ libraries: { scans: { coverage: number }[] }[] }>('viewer', 'scans.list')).libraries[0]!.scans.map((one) => one.coverage); // prettier-ignore
const lastResult = async () => (await workspace.knex('jobs').orderBy([{ column: 'created_at', order: 'desc' }]).first()).result; // prettier-ignore
const push = () => copy.git(['push', '--quiet', folder, 'main']);
const bare = (...words: string[]) =>
  execFileSync('git', ['--git-dir', folder, ...words], { encoding: 'utf8' });
async function migrate(): Promise<void> {
  await ask('contributor', 'proposals.migrate');
  await runner.wake();
}

const CSS =
  'a {\n  color: #222222;\n  border-color: #222222; /* the ink */\n}\nb { background: #ffffff; color: #123456 }\n';

beforeAll(async () => {
  workspace = await testWorkspace();
  runner = new Runner(workspace.knex);
  await ask('maintainer', 'repositories.create');
  folder = (await repositoryFolder(
    workspace.knex,
    (await workspace.knex('documents').where({ slug: 'prod' }).first()).id,
  ))!;
  copy.commit('Begin', { 'site.css': CSS, 'run.sh': '#!/bin/sh\n' });
  chmodSync(path.join(copy.folder, 'run.sh'), 0o755);
  copy.commit('Run', {});
  push();
  await ask('contributor', 'repositories.scan');
  await runner.wake();
});
afterAll(async () => {
  await runner.end();
  await workspace.close();
  copy.remove();
});

test('what certainly is a token is proposed: a branch whose difference applies, and nothing else of the tree changes', async () => {
  await migrate();
  const [proposal] = await proposals();
  expect(proposal).toMatchObject({ branch: 'use-tokens', title: 'Use tokens of Lib 1.0.0', state: 'open', by: 'contributor' });
  const { patch, body, clashes } = await read(proposal!.id);
  expect(clashes).toEqual([]);
  expect(body).toMatch(/^1 value in 1 file \(site\.css\)|^\d values in 1 file \(site\.css\)/);
  expect(patch).toContain('+  color: var(--color-text);');
  // git applies it to what was cloned; the main branch stands where it stood.
  const clone = mkdtempSync(path.join(os.tmpdir(), 'seedplan-apply-'));
  execFileSync('git', ['clone', '--quiet', folder, clone]);
  writeFileSync(path.join(clone, '..', `${path.basename(clone)}.patch`), patch);
  execFileSync('git', ['-C', clone, 'apply', '--check', path.join(clone, '..', `${path.basename(clone)}.patch`)]);
  rmSync(clone, { recursive: true, force: true });
  expect(bare('diff', '--name-only', 'main', 'use-tokens').trim()).toBe('site.css');
  expect(bare('ls-tree', 'use-tokens', 'run.sh')).toMatch(/^100755 /);
  expect(bare('log', '-1', '--format=%an|%cn|%s', 'use-tokens').trim()).toBe('contributor|Seedplan|Use tokens of Lib 1.0.0');
  bare('fsck', '--strict');
}); // prettier-ignore

test('merged by who maintains the product, the newest commit is scanned and its coverage has risen', async () => {
  const [proposal] = await proposals();
  const before = await coverage();
  await expect(ask('contributor', 'proposals.merge', { id: proposal!.id })).rejects.toMatchObject({ status: 403 }); // prettier-ignore
  const { commit } = await ask<{ commit: string }>('maintainer', 'proposals.merge', { id: proposal!.id });
  expect(bare('rev-parse', 'main').trim()).toBe(commit);
  expect(bare('log', '-1', '--format=%P', 'main').trim().split(' ')).toHaveLength(2);
  await runner.wake();
  const after = await coverage();
  expect(after).toHaveLength(before.length + 1);
  expect(after.at(-1)!).toBeGreaterThan(before.at(-1)!);
  expect((await proposals())[0]).toMatchObject({ state: 'merged' });
  for (const id of ['proposals.merge', 'proposals.close'])
    await expect(ask('maintainer', id, { id: proposal!.id })).rejects.toMatchObject({ status: 409, code: 'ended' }); // prettier-ignore
  // Once more there is nothing left to propose: no branch, no proposal, no commit.
  const refs = bare('for-each-ref');
  await migrate();
  expect(await lastResult()).toBe('No raw value can certainly be replaced: nothing to propose');
  expect(bare('for-each-ref')).toBe(refs);
  expect(await proposals()).toHaveLength(1);
});

test('a branch that people changed is merged as it stands; one that clashes is not, and says where', async () => {
  copy.git(['pull', '--quiet', folder, 'main']);
  copy.commit('More raw values', { 'a.css': 'a { color: #222222 }\n', 'b.css': 'b { color: #222222 }\n' }); // prettier-ignore
  push();
  await migrate();
  const open = (await proposals()).find(({ state }) => state === 'open')!;
  expect(open.branch).toBe('use-tokens-2');
  // On the main branch the same line is changed otherwise.
  copy.commit('Another white', { 'a.css': 'a { color: #232323 }\n' });
  push();
  expect((await read(open.id)).clashes).toEqual(['a.css']);
  const before = [await dump(workspace.knex), bare('for-each-ref')];
  await expect(ask('owner', 'proposals.merge', { id: open.id })).rejects.toMatchObject({ status: 409, code: 'clash', detail: expect.stringMatching(/^a\.css changed on main since/) }); // prettier-ignore
  expect([await dump(workspace.knex), bare('for-each-ref')]).toEqual(before);
  // Settled by hand on the branch, it merges.
  copy.git(['fetch', '--quiet', folder, `${open.branch}:${open.branch}`]);
  copy.git(['checkout', '--quiet', open.branch]);
  copy.git(['-c', 'user.name=Ada Moor', '-c', 'user.email=ada@w.example', 'merge', '--quiet', '-s', 'ours', 'main', '-m', 'Settle']); // prettier-ignore
  copy.git(['push', '--quiet', folder, open.branch]);
  expect((await read(open.id)).clashes).toEqual([]);
  await ask('owner', 'proposals.merge', { id: open.id });
  expect(bare('show', 'main:a.css')).toBe('a { color: var(--color-text) }\n');
});

test('a closed proposal stays as it is, and its branch with it', async () => {
  copy.git(['checkout', '--quiet', 'main']);
  copy.git(['pull', '--quiet', folder, 'main']);
  copy.commit('Yet another', { 'c.css': 'c { color: #222222 }\n' });
  push();
  await migrate();
  const open = (await proposals()).find(({ state }) => state === 'open')!;
  await expect(ask('viewer', 'proposals.close', { id: open.id })).rejects.toMatchObject({ status: 403 });
  await ask('contributor', 'proposals.close', { id: open.id });
  expect((await read(open.id)).state).toBe('closed');
  await expect(ask('owner', 'proposals.merge', { id: open.id })).rejects.toMatchObject({ code: 'ended' });
  await expect(ask('owner', 'proposals.migrate', { library: 'nowhere' })).rejects.toMatchObject({ status: 404 }); // prettier-ignore
});

test('a value chosen by hand is replaced where it stands, and nothing else; a token that is not released is told', async () => {
  const replace = (token: string) => ask('contributor', 'proposals.migrate', { replace: [{ value: '#123456', token }] });
  await replace('color.none');
  await runner.wake();
  const failed = await workspace.knex('jobs').orderBy([{ column: 'created_at', order: 'desc' }]).first();
  expect([failed.state, failed.error]).toEqual(['failed', expect.stringMatching(/^Lib 1\.0\.0 has no token color\.none\. Release it/)]);
  await replace('color.text');
  await runner.wake();
  const open = (await proposals()).find(({ state }) => state === 'open')!;
  const { patch, body } = await read(open.id);
  expect(patch.split('\n').filter((line) => /^[+-](?![+-])/.test(line))).toEqual([
    expect.stringMatching(/^-b \{ .*color: #123456 \}$/),
    expect.stringMatching(/^\+b \{ .*color: var\(--color-text\) \}$/),
  ]);
  expect(body).toMatch(/^1 value in 1 file/);
  await expect(ask('viewer', 'proposals.migrate', { replace: [{ value: '#123456', token: 'color.text' }] })).rejects.toMatchObject({ status: 403 });
}); // prettier-ignore

/** What each check says of a proposal, by library. */
const checked = async (who: string, id: string) =>
  (await ask<{ libraries: { name: string; version: string; checks: { code: string; state: string; said: string; places: { file: string; line: number }[] }[] }[] }>(who, 'proposals.checks', { id })).libraries; // prettier-ignore
const branch = (name: string, files: Record<string, string>) => {
  copy.git(['checkout', '--quiet', 'main']);
  copy.git(['pull', '--quiet', folder, 'main']);
  copy.git(['checkout', '--quiet', '-b', name]);
  copy.commit(`Work on ${name}`, files);
  copy.git(['push', '--quiet', folder, name]);
};
const propose = (who: string, name: string, more: object = {}) =>
  ask<{ id: string }>(who, 'proposals.create', { branch: name, title: `Merge ${name}`, body: 'By **hand**.', ...more }); // prettier-ignore

test('a branch that was pushed is proposed by hand, its checks say what it would bring, and it is merged', async () => {
  branch('hand', { 'hand.css': 'a { color: #222222 }\nb { color: var(--no-such) }\n', 'more.css': 'a { color: var(--color-text) }\n' });
  const refs = bare('for-each-ref');
  for (const [who, name, status, words] of [
    ['viewer', 'hand', 403, /./],
    ['contributor', 'main', 400, /^main is what a proposal is merged into/],
    ['contributor', 'nowhere', 400, /^The repository has no branch called nowhere\. Push it first\.$/],
    ['contributor', '--upload-pack=x', 400, /has no branch called/],
  ] as const)
    await expect(propose(who, name)).rejects.toMatchObject({ status, detail: expect.stringMatching(words) });
  const { id } = await propose('contributor', 'hand');
  await expect(propose('contributor', 'hand')).rejects.toMatchObject({ status: 400, detail: expect.stringMatching(/proposed already: “Merge hand”/) });
  expect(bare('for-each-ref')).toBe(refs);
  expect(await read(id)).toMatchObject({ branch: 'hand', title: 'Merge hand', body: 'By **hand**.', state: 'open', by: 'contributor', clashes: [] });
  const [library] = await checked('viewer', id);
  expect(library).toMatchObject({ name: 'Lib', version: '1.0.0' });
  expect(library!.checks.map(({ code, state, places }) => [code, state, ...places.map(({ file, line }) => `${file}:${line}`)])).toEqual([
    ['readable', 'passed'],
    ['names', 'failed', 'hand.css:2'],
    ['deprecated', 'passed'],
    ['raw-values', 'warning', 'hand.css:1'],
    ['coverage', 'warning'],
  ]);
  // Pushed again, it is checked as it stands then.
  copy.commit('Correct', { 'hand.css': 'a { color: var(--color-text) }\n' });
  copy.git(['push', '--quiet', folder, 'hand']);
  expect((await checked('viewer', id))[0]!.checks.filter(({ state }) => state !== 'passed')).toEqual([]);
  await ask('maintainer', 'proposals.merge', { id });
  expect(bare('show', 'main:hand.css')).toBe('a { color: var(--color-text) }\n');
  // What it brought is told afterwards as well.
  expect((await checked('viewer', id))[0]!.checks[4]).toMatchObject({ code: 'coverage', said: expect.stringMatching(/^From /) });
  await expect(propose('contributor', 'hand')).rejects.toMatchObject({ detail: expect.stringMatching(/has no commit that main has not/) });
}); // prettier-ignore

test('checks hold what merging would make of main, not the branch as it was begun', async () => {
  branch('late', { 'late.css': 'a { color: var(--color-text) }\n' });
  const { id } = await propose('contributor', 'late');
  // What main has got since is neither brought nor taken away by the branch.
  copy.git(['checkout', '--quiet', 'main']);
  copy.commit('Raw on main', { 'raw.css': 'a { color: #222222 }\n' });
  push();
  expect((await checked('viewer', id))[0]!.checks.filter(({ state }) => state !== 'passed')).toEqual([]);
  // Where it clashes, the branch itself is held against what it was begun from.
  copy.commit('The same file', { 'late.css': 'a { color: #222222 }\n' });
  push();
  expect((await read(id)).clashes).toEqual(['late.css']);
  expect((await checked('viewer', id))[0]!.checks.map(({ state }) => state)).toEqual(['passed', 'passed', 'passed', 'passed', 'passed']);
  // Nothing in common: never to be merged.
  copy.git(['checkout', '--quiet', '--orphan', 'alone']);
  copy.commit('Alone', { 'x.css': 'a {}' });
  copy.git(['push', '--quiet', folder, 'alone']);
  await expect(propose('contributor', 'alone')).rejects.toMatchObject({ detail: expect.stringMatching(/^alone has no commit in common with main/) });
}); // prettier-ignore

test('a branch called like the hash of another commit is shown, checked and merged as what it is itself', async () => {
  const old = bare('rev-parse', 'main^').trim();
  branch('hash', { 'hash.css': 'a { color: #222222 }\n' });
  copy.git(['push', '--quiet', folder, `hash:refs/heads/${old}`]);
  const { id } = await propose('contributor', old);
  const { head, patch } = await read(id);
  expect([head, patch]).toEqual([bare('rev-parse', `refs/heads/${old}`).trim(), expect.stringContaining('+a { color: #222222 }')]);
  expect((await checked('viewer', id))[0]!.checks.find(({ code }) => code === 'raw-values')).toMatchObject({ state: 'warning' });
  const { commit } = await ask<{ commit: string }>('maintainer', 'proposals.merge', { id });
  expect(bare('rev-parse', `${commit}^2`).trim()).toBe(head);
}); // prettier-ignore

test('what is in main already, by hand or by a merge that could not be stored, is merged without another commit', async () => {
  const branch = async (name: string) => {
    copy.git(['fetch', '--quiet', folder, 'main']);
    copy.git(['checkout', '--quiet', '-B', 'main', 'FETCH_HEAD']);
    copy.git(['checkout', '--quiet', '-B', name]);
    copy.commit(name, { [`${name}.css`]: `.${name} { color: #123456 }\n` });
    copy.git(['push', '--quiet', '--force', folder, name]);
    return (await ask<{ id: string }>('contributor', 'proposals.create', { branch: name, title: name, body: '' })).id;
  };
  const state = async (id: string) => (await proposals()).find((one) => one.id === id)!.state;
  const byHand = await branch('by-hand');
  copy.git(['push', '--quiet', folder, 'by-hand:main']);
  const stood = bare('rev-parse', 'main').trim();
  expect(await ask('maintainer', 'proposals.merge', { id: byHand })).toEqual({ commit: stood });
  expect(bare('rev-parse', 'main').trim()).toBe(stood);
  expect(await state(byHand)).toBe('merged');

  // Pushed by hand, one that nobody has opened since is ended by the push; one that goes on is not.
  const pushed = await branch('pushed');
  const goesOn = await branch('goes-on');
  copy.git(['push', '--quiet', folder, 'pushed:main']);
  await ask('contributor', 'repositories.scan');
  expect([await state(pushed), await state(goesOn)]).toEqual(['merged', 'open']);
  await runner.wake();

  // The database fails when all is done but the commit of its transaction: main has moved, the proposal is open.
  const failing = await branch('failing');
  const { knex } = workspace;
  const transaction = (body: (trx: unknown) => Promise<unknown>, config?: object) =>
    knex.transaction(async (trx) => {
      await body(trx);
      throw new Error('The connection is gone');
    }, config);
  const losing = new Proxy(() => {}, {
    get: (_, name) => (name === 'transaction' ? transaction : Reflect.get(knex, name)),
    apply: (_, __, words) => Reflect.apply(knex, undefined, words),
  }) as never;
  await expect(perform(losing, 'proposals.merge', workspace.actors.maintainer!, { slug: 'prod', id: failing })).rejects.toThrow('The connection is gone');
  const moved = bare('rev-parse', 'main').trim();
  expect(moved).not.toBe(stood);
  expect(await state(failing)).toBe('open');
  expect(await ask('maintainer', 'proposals.merge', { id: failing })).toEqual({ commit: moved });
  expect(bare('rev-parse', 'main').trim()).toBe(moved);
  expect(await state(failing)).toBe('merged');
  await runner.wake();
}); // prettier-ignore
