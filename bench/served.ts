import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { Agent, get } from 'node:http';
import { createServer, type AddressInfo } from 'node:net';

/** Whether the application is built, so that it can be asked as a browser asks it. */
export const isBuilt = (): boolean => existsSync('.next/BUILD_ID') && existsSync('dist/serve.mjs');

const freePort = () =>
  new Promise<number>((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => resolve(port));
    });
  });

/** The built application on a data folder that nobody has open, and what its owner is answered. */
export async function served(
  folder: string,
): Promise<{ get(path: string): Promise<string>; end(): Promise<void> }> {
  const url = `http://127.0.0.1:${await freePort()}`;
  const env = { ...process.env, SEEDPLAN_DATA_DIR: folder, PORT: new URL(url).port, NODE_ENV: 'production' as const, LOG_LEVEL: 'error' }; // prettier-ignore
  const server = spawn(process.execPath, ['dist/serve.mjs'], { stdio: 'ignore', env });
  const end = () =>
    new Promise<void>((resolve) => void (server.once('exit', () => resolve()), server.kill()));
  for (let left = 300; !(await fetch(`${url}/api/v1/health`).catch(() => undefined))?.ok; left--) {
    if (left === 0 || server.exitCode !== null) throw new Error('The application did not start');
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  const entered = await fetch(`${url}/api/v1/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: url },
    body: JSON.stringify({ email: 'owner@w.example', password: 'a long password' }),
  });
  const cookie = entered.headers.getSetCookie().map((one) => one.split(';')[0]).join('; '); // prettier-ignore
  // On one connection, as a browser asks; `fetch` would take longer than what is measured.
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  return {
    get: (path) =>
      new Promise((resolve, reject) => {
        get(url + path, { agent, headers: { cookie } }, (response) => {
          let text = '';
          response.setEncoding('utf8').on('data', (part) => (text += part));
          response.on('end', () => (response.statusCode === 200 ? resolve(text) : reject(new Error(`${path} answered ${response.statusCode}`)))); // prettier-ignore
        }).on('error', reject);
      }),
    end: () => (agent.destroy(), end()),
  };
}
