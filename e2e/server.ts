import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdirSync, rmSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import path from 'node:path';

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
    },
  });
  running = { file, url: `http://127.0.0.1:${port}`, process: server };
  await answers(running.url);
  return running.url;
}

function stopServer(): void {
  running?.process.kill('SIGKILL');
  running = undefined;
}
process.on('exit', stopServer);
