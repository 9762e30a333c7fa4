import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { Knex } from 'knex';
import { Client } from 'pg';
import type { Actor } from '@/server/access/authorise';
import { openDatabase } from '@/server/db/connection';
import { copyWorkspace } from '@/server/db/copy';
import { dialectOf } from '@/server/db/dialects/registry';
import { runTasksBy } from '@/server/jobs/pool';
import { runTask } from '@/server/jobs/tasks';
import { Problem } from '@/server/http/problem';
import { perform } from '@/server/perform';

// The threads are tried by their own test, and by the built program.
runTasksBy(async (call) => runTask(call));

/** A workspace for tests: one person for every role, a library and a product that only their team may see. */
export interface TestWorkspace {
  knex: Knex;
  /** Where what is not in the database is; on SQLite the database too. */
  folder: string;
  /** What `openDatabase` opens it by. */
  target: string;
  actors: Record<string, Actor>;
  /** A fresh copy of the workspace as it was when made. */
  again(): Promise<{ knex: Knex; target: string; close(): Promise<void> }>;
  close(): Promise<void>;
}

const TOKENS = JSON.stringify({
  color: {
    $type: 'color',
    ink: { $value: '#222222' },
    text: { $value: '{color.ink}' },
    page: { $value: '#ffffff' },
  },
  $extensions: { 'app.seedplan': { pairings: [{ text: 'color.text', surface: 'color.page', needs: 4.5 }] } },
});

const SERVER = process.env.SEEDPLAN_TEST_DATABASE_URL;
/** Whether tests keep their databases in files: on SQLite. */
export const IS_FILE = !SERVER;
let databases = 0;

/** Where tests keep a database: in this folder, or on the PostgreSQL server that is there for tests, which is thrown away with all of it. */
export async function testTarget(folder: string, like?: string): Promise<string> {
  if (!SERVER) return folder;
  const name = `t${process.pid}_${Date.now()}_${databases++}`;
  const client = new Client({ connectionString: SERVER });
  await client.connect();
  await client.query(`CREATE DATABASE ${name}${like ? ` TEMPLATE ${path.basename(like)}` : ''}`);
  await client.end();
  return new URL(name, SERVER).href;
}

export async function testWorkspace(): Promise<TestWorkspace> {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'seedplan-'));
  // Where what is not in the database goes: repositories.
  process.env.SEEDPLAN_DATA_DIR = folder;
  const target = await testTarget(folder);
  if (target === folder) delete process.env.SEEDPLAN_DATABASE_URL;
  else process.env.SEEDPLAN_DATABASE_URL = target;
  const knex = await openDatabase(target);
  const nobody: Actor = { kind: 'nobody' };
  const password = 'a long password';
  await perform(knex, 'workspace.setUp', nobody, {
    workspace: 'W',
    name: 'owner',
    email: 'owner@w.example',
    password,
    team: 'T',
  });
  const actor = async (name: string): Promise<Actor> => ({
    kind: 'person',
    id: (await knex('people').where({ name }).first()).id,
  });
  const owner = await actor('owner');
  for (const role of ['viewer', 'contributor', 'maintainer']) {
    await perform(knex, 'people.add', owner, {
      name: role,
      email: `${role}@w.example`,
      password,
      memberships: [{ team: 'T', role }],
    });
  }
  await perform(knex, 'people.add', owner, {
    name: 'outsider',
    email: 'outsider@w.example',
    password,
    memberships: [{ team: 'Elsewhere', role: 'owner' }],
  });
  await perform(knex, 'libraries.create', owner, { name: 'Lib', slug: 'lib', visibility: 'team' });
  const template = '<button part="root"><span part="label"><slot name="label"></slot></span></button>';
  const component = {
    name: 'button',
    props: [{ name: 'label', kind: 'text', default: 'Go' }],
    parts: [{ name: 'root' }, { name: 'label', shows: 'text' }],
    rules: [{ part: 'root', style: { color: '{color.text}', 'background-color': '{color.page}' } }],
  };
  await perform(knex, 'libraries.import', owner, {
    slug: 'lib',
    files: [
      { name: 'lib.tokens.json', text: TOKENS },
      { name: 'button.component.json', text: JSON.stringify(component) },
      { name: 'button.html', text: template },
    ],
  });
  await perform(knex, 'releases.publish', owner, {
    slug: 'lib',
    sequence: 1,
    version: '1.0.0',
    leftOut: [],
    summary: '',
  });
  await perform(knex, 'products.create', owner, { name: 'Prod', slug: 'prod', libraries: [{ slug: 'lib' }] });
  await knex('documents').where({ slug: 'prod' }).update({ visibility: 'team' });
  const actors: Record<string, Actor> = { nobody, owner };
  for (const name of ['viewer', 'contributor', 'maintainer', 'outsider']) actors[name] = await actor(name);
  const copies: string[] = [];
  /** What copies are made from, which nobody is connected to. */
  let whole: string | undefined;
  return {
    knex,
    folder,
    target,
    actors,
    async again() {
      const copy = mkdtempSync(path.join(os.tmpdir(), 'seedplan-'));
      copies.push(copy);
      if (SERVER && !whole) {
        whole = await testTarget(copy);
        const made = await openDatabase(whole);
        await copyWorkspace(knex, made);
        await made.destroy();
      } else if (!SERVER) {
        await knex.raw('PRAGMA wal_checkpoint(TRUNCATE)');
        cpSync(path.join(folder, 'seedplan.db'), path.join(copy, 'seedplan.db'));
      }
      const made = await testTarget(copy, whole);
      const opened = await openDatabase(made);
      return { knex: opened, target: made, close: () => opened.destroy() };
    },
    async close() {
      await knex.destroy();
      for (const each of [folder, ...copies]) rmSync(each, { recursive: true, force: true });
    },
  };
}

/** Everything in a database, as text: to see that a refusal wrote nothing. */
export async function dump(knex: Knex): Promise<string> {
  const rows = [];
  for (const name of await dialectOf(knex).tables(knex)) rows.push([name, await knex(name).select()]);
  return JSON.stringify(rows);
}

/** The problem with which work is refused, once it is seen that nothing was written. */
export async function refusalOf(knex: Knex, work: Promise<unknown>): Promise<Problem> {
  const before = await dump(knex);
  const problem = await work.then(
    () => undefined,
    (error: Error) => error,
  );
  if (!(problem instanceof Problem)) throw problem ?? new Error('It was not refused');
  expect(await dump(knex)).toBe(before);
  return problem;
}
