import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { Agent, request, type RequestOptions } from 'node:http';
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
  const port = await freePort();
  const env = { ...process.env, SEEDPLAN_DATA_DIR: folder, PORT: String(port), NODE_ENV: 'production' as const, LOG_LEVEL: 'error' }; // prettier-ignore
  const server = spawn(process.execPath, ['dist/serve.mjs'], { stdio: 'ignore', env });
  const kill = () => void server.kill();
  process.once('exit', kill);
  const end = () =>
    new Promise<void>((resolve) => {
      process.off('exit', kill);
      server.once('exit', () => resolve()).kill();
    });
  // On one connection, as a browser asks. `fetch` is a stand-in in other benchmarks, and takes longer than what is measured.
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  const ask = (path: string, options: RequestOptions = {}, body?: string) =>
    new Promise<{ status: number; cookies: string[]; text: string }>((resolve, reject) => {
      const sent = request({ host: '127.0.0.1', port, path, agent, ...options }, (response) => {
        let text = '';
        response.setEncoding('utf8').on('data', (part) => (text += part));
        response.on('end', () => resolve({ status: response.statusCode!, cookies: response.headers['set-cookie'] ?? [], text })); // prettier-ignore
      });
      sent.on('error', reject).end(body);
    });
  for (let left = 300; (await ask('/api/v1/health').catch(() => undefined))?.status !== 200; left--) {
    if (left === 0 || server.exitCode !== null) throw new Error('The application did not start');
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  const entered = await ask(
    '/api/v1/session',
    {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: `http://127.0.0.1:${port}` },
    },
    JSON.stringify({ email: 'owner@w.example', password: 'a long password' }),
  );
  const cookie = entered.cookies.map((one) => one.split(';')[0]).join('; ');
  return {
    async get(path) {
      const { status, text } = await ask(path, { headers: { cookie } });
      if (status !== 200) throw new Error(`${path} answered ${status}`);
      return text;
    },
    end: () => (agent.destroy(), end()),
  };
}
