import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdirSync, rmSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import path from 'node:path';
import { Client } from 'pg';

/** Where the demo workspace is prepared once, and copied from for each file of tests. */
export const PREPARED = path.resolve('.e2e', 'prepared');

let running: { file: string; url: string; process: ChildProcess } | undefined;

const freePort = () =>
  new Promise<number>((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => resolve(port));
    });
  });

async function answers(url: string): Promise<void> {
  for (const end = Date.now() + 60_000; Date.now() < end;) {
    const response = await fetch(`${url}/api/v1/health`).catch(() => undefined);
    if (response?.ok) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`The application at ${url} did not answer within a minute`);
}

/** Where the server of a file of tests keeps what it stores. */
export const dataFolderOf = (file: string): string =>
  path.resolve('.e2e', `${path.basename(file, '.spec.ts')}-${process.pid}`);

/** The address of a server that has this file's own copy of the demo workspace; that of the file before is ended. */
export async function serverFor(file: string): Promise<string> {
  if (running?.file === file) return running.url;
  stopServer();
  const folder = dataFolderOf(file);
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(path.dirname(folder), { recursive: true });
  cpSync(PREPARED, folder, { recursive: true });
  running = { file, ...(await startServer(folder)) };
  await answers(running.url);
  return running.url;
}

/** A server on a data folder, which may not answer yet. */
async function startServer(folder: string, env: Record<string, string> = {}) {
  const port = await freePort();
  const server = spawn(process.execPath, ['dist/serve.mjs'], {
    stdio: 'ignore',
    env: {
      ...process.env,
      SEEDPLAN_DATA_DIR: folder,
      PORT: String(port),
      NODE_ENV: 'production',
      NEXT_TELEMETRY_DISABLED: '1',
      LOG_LEVEL: 'error',
      ...env,
    },
  });
  return { url: `http://127.0.0.1:${port}`, process: server };
}

/** The PostgreSQL server that is there for tests, where this machine has one. */
export const POSTGRES = process.env.SEEDPLAN_TEST_DATABASE_URL;

/** Two servers on one database, which the demo workspace was copied to, and one data folder. */
export async function twoServers(): Promise<{ urls: [string, string]; end: () => Promise<void> }> {
  const folder = path.resolve('.e2e', `two-${process.pid}`);
  cpSync(PREPARED, folder, { recursive: true });
  const name = `two_${process.pid}_${Date.now()}`;
  const client = new Client({ connectionString: POSTGRES });
  await client.connect();
  await client.query(`CREATE DATABASE ${name}`);
  await client.end();
  const url = new URL(name, POSTGRES).href;
  execFileSync(process.execPath, [
    'dist/cli/seedplan.mjs',
    'copy',
    '--from',
    `sqlite:${folder}`,
    '--to',
    url,
  ]);
  const servers = [
    await startServer(folder, { SEEDPLAN_DATABASE_URL: url }),
    await startServer(folder, { SEEDPLAN_DATABASE_URL: url }),
  ];
  for (const one of servers) await answers(one.url);
  return {
    urls: servers.map((one) => one.url) as [string, string],
    async end() {
      for (const one of servers) one.process.kill('SIGKILL');
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

function stopServer(): void {
  running?.process.kill('SIGKILL');
  running = undefined;
}
process.on('exit', stopServer);
