import { spawn } from 'node:child_process';
import { startPostgres } from '../scripts/postgres.mjs';
import { openDatabase } from '../src/server/db/connection';
import { median, type Benchmark } from './benchmark';
import { joined, workspace } from './workspace';

/** What a process of its own does, as one server: people edit libraries, each sending the next edit when the last is answered. */
interface Task {
  database: string;
  libraries: string[];
}

/** People in each library. */
const PEOPLE = 8;
/**
 * What a server is given of one processor: as if each stood on a small machine of its own, so that what is compared is what
 * a second one brings, and not how many processors PostgreSQL and those who ask leave for it.
 */
const SHARE = 0.25;
const [WARM, SECONDS] = [4, 5];
/** Where a process finds its task. */
const TASK = 'SEEDPLAN_BENCH_EDITS';

/** Runs the task this process was begun for, if it was: prints how many edits were answered. */
export async function editAsServer(): Promise<boolean> {
  const given = process.env[TASK];
  if (given === undefined) return false;
  const { database, libraries } = JSON.parse(given) as Task;
  const place = await joined(await openDatabase(database));
  const all = await Promise.all(libraries.map(async (slug) => (await place.tokens(slug)).slice(0, PEOPLE).map((item) => ({ slug, item })))); // prettier-ignore
  let answered = 0;
  holdToShare();
  const from = performance.now() + WARM * 1000;
  const until = from + SECONDS * 1000;
  await Promise.all(
    all.flat().map(async ({ slug, item }) => {
      for (let n = 0; performance.now() < until; n++) {
        await place.act('documents.change', place.change(slug, item, `{"$type":"number","$value":${n}}`));
        if (performance.now() >= from) answered++;
      }
    }),
  );
  await place.close();
  console.log(answered);
  return true;
}

/** Holds this process to its share of a processor: what it has used beyond that, it waits for. */
function holdToShare(): void {
  const asleep = new Int32Array(new SharedArrayBuffer(4));
  const from = performance.now();
  const before = process.cpuUsage();
  setInterval(() => {
    const { user, system } = process.cpuUsage(before);
    const over = (user + system) / 1000 / SHARE - (performance.now() - from);
    if (over > 0) Atomics.wait(asleep, 0, 0, over);
  }, 2).unref();
}

/** Edits per second that processes answer side by side, one for each list of libraries. */
async function edits(database: string, servers: string[][]): Promise<number> {
  const counts = servers.map(
    (libraries) =>
      new Promise<number>((resolve, reject) => {
        const env = { ...process.env, [TASK]: JSON.stringify({ database, libraries }) };
        const child = spawn(process.execPath, [process.argv[1]!], {
          env,
          stdio: ['ignore', 'pipe', 'inherit'],
        });
        let said = '';
        child.stdout.on('data', (text) => (said += text));
        child.on('close', (code) => (code === 0 ? resolve(Number(said)) : reject(new Error(said))));
      }),
  );
  return (await Promise.all(counts)).reduce((sum, count) => sum + count, 0) / SECONDS;
}

/** What a second server brings: edits of two libraries, by one server or by two on the same database. */
export const twoServers: Benchmark = {
  name: 'two-servers',
  against:
    'the same by one; time for an edit with two servers on PostgreSQL, 8 people in each of two libraries',
  // 1.6 times as many in the same time.
  goal: 0.625,
  async measure() {
    const postgres = await startPostgres();
    if (!postgres) return undefined;
    try {
      const place = await workspace(postgres.url);
      for (const slug of ['one', 'two']) await place.library(slug, 1000);
      await place.close();
      const [alone, together]: [number[], number[]] = [[], []];
      for (let round = 0; round < 3; round++) {
        alone.push(1000 / (await edits(postgres.url, [['one', 'two']])));
        together.push(1000 / (await edits(postgres.url, [['one'], ['two']])));
      }
      return { work: median(together), reference: median(alone), unit: 'ms' };
    } finally {
      postgres.end();
    }
  },
};
