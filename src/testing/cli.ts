import { execFileSync, spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { MessageChannel, receiveMessageOnPort, Worker } from 'node:worker_threads';

/**
 * Runs commands one after the other in a thread: only the entry is evaluated anew for each, which takes a tenth of the time
 * of a process. What a command says and its status are those of the process.
 */
const THREAD = `
const { workerData: { entry, port, done } } = require('node:worker_threads');
let said;
const take = (name) => (part, encoding, then) => {
  said[name] += typeof part === 'string' ? part : Buffer.from(part).toString();
  (typeof encoding === 'function' ? encoding : then)?.();
  return true;
};
process.stdout.write = take('stdout');
process.stderr.write = take('stderr');
const print = (name) => (...words) => void (said[name] += require('node:util').format(...words) + '\\n');
Object.assign(console, { log: print('stdout'), info: print('stdout'), warn: print('stderr'), error: print('stderr') });
let count = 0;
port.on('message', async ({ words, env }) => {
  said = { status: null, stdout: '', stderr: '' };
  process.argv = [process.argv[0], entry, ...words];
  for (const name of Object.keys(process.env)) if (!(name in env)) delete process.env[name];
  Object.assign(process.env, env);
  try {
    said.status = await (await import(entry + '?' + ++count)).ended;
  } catch (error) {
    said.stderr += String(error.stack);
  }
  port.postMessage(said);
  Atomics.store(done, 0, 1);
  Atomics.notify(done, 0);
});
`;

interface Said {
  status: number | null;
  stdout: string;
  stderr: string;
}

/** The command line bundled for one file of tests: two files at once would each take away the other's. */
export function bundledCli(env: () => Record<string, string> = () => ({})) {
  const folder = `dist/cli-test-${process.pid}-${process.env.JEST_WORKER_ID ?? '0'}`;
  const { port1, port2 } = new MessageChannel();
  const done = new Int32Array(new SharedArrayBuffer(4));
  let thread: Worker | undefined;
  beforeAll(() => {
    execFileSync(process.execPath, ['scripts/bundle.mjs', 'cli'], {
      env: { ...process.env, CLI_OUT: folder },
    });
    thread = new Worker(THREAD, {
      eval: true,
      workerData: { entry: pathToFileURL(path.resolve(folder, 'seedplan.mjs')).href, port: port2, done },
      transferList: [port2],
      // As deep as a process has it.
      resourceLimits: { stackSizeMb: 1 },
    });
  });
  afterAll(async () => {
    await thread?.terminate();
    port1.close();
    rmSync(folder, { recursive: true, force: true });
  });
  const answered = ({ status, stdout, stderr }: Said) => ({
    status,
    stdout,
    stderr,
    json: () => JSON.parse(stdout),
  });
  const run = (...words: string[]) => {
    Atomics.store(done, 0, 0);
    port1.postMessage({ words, env: { ...process.env, ...env() } });
    // Woken by the command before, it waits on.
    while (Atomics.load(done, 0) === 0) Atomics.wait(done, 0, 0);
    return answered(receiveMessageOnPort(port1)!.message as Said);
  };
  /** As a process of its own, with all the memory one may have. */
  const inProcess = (...words: string[]) =>
    answered(
      spawnSync(process.execPath, [`${folder}/seedplan.mjs`, ...words], {
        encoding: 'utf8',
        maxBuffer: 1e9,
        env: { ...process.env, ...env() },
      }),
    );
  return Object.assign(run, { inProcess });
}
