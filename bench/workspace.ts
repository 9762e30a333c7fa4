import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { Knex } from 'knex';
import type { Item } from '../src/core/document/item';
import { setField } from '../src/core/document/edits';
import type { TokenItem } from '../src/core/tokens/items';
import type { Actor } from '../src/server/access/authorise';
import { openDatabase } from '../src/server/db/connection';
import { perform } from '../src/server/perform';
import { sampleResolver } from './sample';

/** A workspace in a folder of its own, or in a database, with one person who may do everything, asked as the server's routes ask. */
export async function workspace(database?: string) {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'seedplan-bench-'));
  const knex = await openDatabase(database ?? folder);
  const nobody: Actor = { kind: 'nobody' };
  await perform(knex, 'workspace.setUp', nobody, {
    workspace: 'W',
    name: 'owner',
    email: 'owner@w.example',
    password: 'a long password',
    team: 'T',
  });
  const place = await joined(knex);
  const remove = () => rmSync(folder, { recursive: true, force: true });
  return {
    ...place,
    folder,
    /** Lets another process have it. */
    leave: place.close,
    remove,
    async close() {
      await place.close();
      remove();
    },
  };
}

/** The same of a workspace that is there. */
export async function joined(knex: Knex) {
  const owner: Actor = { kind: 'person', id: (await knex('people').first('id')).id as string };
  let count = 0;
  // Another process begins to count anew.
  const own = process.pid.toString(36);
  const act = <T>(id: string, input: object) => perform(knex, id, owner, input) as Promise<T>;
  return {
    act,
    async library(slug: string, tokens: number) {
      await act('libraries.create', { name: slug, slug, visibility: 'everyone' });
      await act('libraries.import', {
        slug,
        files: [{ name: 'sample.resolver.json', text: sampleResolver(tokens) }],
      });
    },
    /** As a tab gets it: none of it is what the server holds. */
    open: async (slug: string) =>
      JSON.parse(JSON.stringify(await act('libraries.open', { slug }))) as {
        items: Item[];
        sequence: number;
      },
    /** Its tokens, each as one person has it at hand. */
    async tokens(slug: string): Promise<TokenItem[]> {
      const { items } = await this.open(slug);
      return items.filter((item) => item.kind === 'token');
    },
    /** The input of a change of one token's value, who has it at hand from then on. */
    change(slug: string, item: TokenItem, text: string) {
      const [layer, declaration] = Object.entries(item.declarations)[0]!;
      const edit = setField(item, `declarations/${layer}`, { ...declaration, text });
      item.declarations = { ...item.declarations, [layer]: { ...declaration, text } };
      return {
        slug,
        id: `change_${own}_${(++count).toString(36).padStart(12, '0')}`,
        label: 'Set a value',
        edits: [edit],
      };
    },
    async close() {
      await knex.destroy();
    },
  };
}

/** Milliseconds of processor time that some work took. */
export async function cpuOf(work: () => Promise<unknown>): Promise<number> {
  const before = process.cpuUsage();
  await work();
  const { user, system } = process.cpuUsage(before);
  return (user + system) / 1000;
}
