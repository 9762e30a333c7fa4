import { createServer } from 'node:net';
import { existsSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import type { Knex } from 'knex';
import { databaseTarget, dataFolder, ensureFolder, openDatabase, StartProblem } from '../db/connection';
import { dialectFor } from '../db/dialects/registry';
import { holdFolder } from './hold';

/**
 * Gets a data folder ready before the application starts, and says in one line what keeps it from starting. `fill` puts
 * the first data into an empty one.
 */
export async function prepare(mode: string, fill: (knex: Knex) => Promise<void>): Promise<void> {
  try {
    await prepareFolder(mode, fill);
  } catch (error) {
    const { message } = error as Error;
    console.error(error instanceof StartProblem ? message : `Seedplan cannot start: ${message}`);
    if (process.env.SEEDPLAN_DEBUG) console.error(error);
    process.exit(1);
  }
}

async function prepareFolder(mode: string, fill: (knex: Knex) => Promise<void>): Promise<void> {
  const port = Number(process.env.PORT || 4310);
  const host = process.env.HOST || '127.0.0.1';
  await checkPort(port, host);
  const folder = dataFolder();
  ensureFolder(folder);
  const target = databaseTarget();
  const dialect = dialectFor(target);
  const held = dialect.shared ? undefined : holdFolder(folder);
  await dialect.ready(target);
  // A first start that was killed is begun anew: nobody has worked in what it left.
  if (mode === '--reset' || isUnfinished(folder)) {
    await dialect.clear(target);
    rmSync(path.join(folder, 'repositories'), { force: true, recursive: true });
  }
  rmSync(unfinished(folder), { force: true });
  const knex = await openDatabase(target, { alone: true });
  try {
    const [{ count }] = (await knex('people').count({ count: '*' })) as [{ count: number }];
    if (count === 0 && mode !== '--empty') {
      writeFileSync(unfinished(folder), 'The first data is being loaded.\n', { mode: 0o600 });
      await fill(knex);
      rmSync(unfinished(folder));
      console.log('Demo data loaded.');
    }
    const demo = await knex('workspace').where({ key: 'demo' }).first();
    console.log(`Seedplan is starting at http://${host}:${port}/`);
    console.log(
      demo
        ? 'Sign in with one click as any of the people shown, for example Marit Fenwick.'
        : count === 0
          ? 'The first page sets up the workspace and its first owner.'
          : 'Sign in with your address and password.',
    );
  } finally {
    await knex.destroy();
    held?.release();
  }
}

/** Stands in a data folder while its first data is being loaded. */
const unfinished = (folder: string) => path.join(folder, 'preparing');
export const isUnfinished = (folder: string): boolean => existsSync(unfinished(folder));

function checkPort(port: number, host: string): Promise<void> {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', (error: NodeJS.ErrnoException) => {
      reject(
        new StartProblem(
          error.code === 'EADDRINUSE'
            ? `Port ${port} is in use. Stop what uses it, or set PORT to another.`
            : `Cannot listen on ${host}:${port}: ${error.message}`,
        ),
      );
    });
    probe.listen(port, host, () => probe.close(() => resolve()));
  });
}
