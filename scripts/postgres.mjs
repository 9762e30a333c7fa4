/**
 * A PostgreSQL server for tests alone, in a temporary folder: whoever is root starts it as nobody, for it refuses root.
 * Answers undefined where this machine has none; else its address and how it is ended.
 */
import { execFileSync } from 'node:child_process';
import { chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import os from 'node:os';
import path from 'node:path';

/** Debian keeps the server's programs out of the PATH. */
function programs() {
  const places = (process.env.PATH ?? '').split(path.delimiter);
  const debian = '/usr/lib/postgresql';
  if (existsSync(debian))
    places.push(...readdirSync(debian).map((version) => path.join(debian, version, 'bin')));
  return places.find(
    (place) => existsSync(path.join(place, 'initdb')) && existsSync(path.join(place, 'pg_ctl')),
  );
}

const freePort = () =>
  new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });

export async function startPostgres() {
  const place = programs();
  if (!place) return undefined;
  const folder = mkdtempSync(path.join(os.tmpdir(), 'seedplan-postgres-'));
  const user = {};
  if (process.getuid() === 0) {
    const id = (flag) => Number(execFileSync('id', [flag, 'nobody'], { encoding: 'utf8' }));
    Object.assign(user, { uid: id('-u'), gid: id('-g') });
    chownSync(folder, user.uid, user.gid);
  }
  const data = path.join(folder, 'data');
  const run = (name, ...words) =>
    execFileSync(path.join(place, name), words, {
      stdio: ['ignore', 'ignore', 'pipe'],
      cwd: folder,
      ...user,
    });
  const end = () => {
    try {
      run('pg_ctl', '-D', data, '-m', 'immediate', 'stop');
    } catch {
      // It has ended already.
    }
    rmSync(folder, { recursive: true, force: true });
  };
  try {
    run('initdb', '-D', data, '-U', 'seedplan', '--auth=trust', '--encoding=UTF8', '--locale=C.UTF-8', '-N');
    const port = await freePort();
    // What it holds is thrown away: nothing waits for the disk.
    const options = `-p ${port} -k ${folder} -c listen_addresses=127.0.0.1 -c fsync=off -c synchronous_commit=off -c full_page_writes=off -c max_connections=300`;
    run('pg_ctl', '-D', data, '-w', '-o', options, '-l', path.join(folder, 'log'), 'start');
    return { url: `postgres://seedplan@127.0.0.1:${port}/postgres`, end };
  } catch (error) {
    end();
    console.log(`PostgreSQL does not start here: ${String(error.stderr ?? error.message).trim()}`);
    return undefined;
  }
}
