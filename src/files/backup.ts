import { createHash } from 'node:crypto';
import {
  chmodSync,
  copyFileSync,
  createReadStream,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmdirSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import Database from 'better-sqlite3';
import { create, extract } from 'tar';
import { ExpectedError } from '@/core/base/errors';

/** Why a backup was not written or not restored, and how to go on, in one line. */
export class BackupProblem extends ExpectedError {
  override readonly name = 'BackupProblem';
}

/** What a data folder holds that cannot be made anew; lock files and SQLite's own working files can. */
const KEPT = ['seedplan.db', 'session-key'] as const;
const MANIFEST = 'manifest.json';
/** Beside them the repositories of products, file by file. */
const REPOSITORIES = 'repositories';
const IN_REPOSITORY = /^repositories\/[\w-]+\.git\/(?!.*(^|\/)\.{1,2}(\/|$))[\w./-]+$/;
const isKept = (name: string): boolean => KEPT.includes(name as 'seedplan.db') || IN_REPOSITORY.test(name);

interface Manifest {
  program: 'seedplan';
  format: 1;
  /** When it was written, ISO 8601. */
  at: string;
  /** SHA-256 in hex and size in bytes, by name. */
  files: Record<string, { sha256: string; bytes: number }>;
}

/** What a backup holds. */
interface BackupContent {
  bytes: number;
  at: string;
}

/**
 * Writes one file (tar, gzip) from which a data folder can be made again: a copy of the database by SQLite's online backup, so
 * that the program may be running and people writing, and the key of the sessions, each with its hash.
 * @throws BackupProblem
 */
export async function writeBackup(folder: string, file: string, at: Date): Promise<BackupContent> {
  const source = path.join(folder, 'seedplan.db');
  if (!existsSync(source))
    throw new BackupProblem(
      `There is no seedplan.db in ${folder}. Set SEEDPLAN_DATA_DIR to the server’s data folder.`,
    );
  if (existsSync(file)) throw new BackupProblem(`${file} is there already. Give the backup another name.`);
  const work = workFolder(path.dirname(path.resolve(file)));
  try {
    await copyDatabase(source, path.join(work, 'seedplan.db'));
    const key = path.join(folder, 'session-key');
    if (existsSync(key)) copyFileSync(key, path.join(work, 'session-key'));
    const repositories = copyRepositories(folder, work);
    const files: Manifest['files'] = {};
    for (const name of [...KEPT, ...repositories])
      if (existsSync(path.join(work, name))) files[name] = await measured(path.join(work, name));
    const manifest: Manifest = { program: 'seedplan', format: 1, at: at.toISOString(), files };
    writeFileSync(path.join(work, MANIFEST), JSON.stringify(manifest, null, 2));
    const packed = path.join(work, 'packed');
    await create({ gzip: true, portable: true, cwd: work, file: packed, mode: 0o600 }, [
      MANIFEST,
      ...Object.keys(files),
    ]);
    chmodSync(packed, 0o600);
    // Whole or not at all: nobody finds half a backup under its name.
    renameSync(packed, file);
    return { bytes: statSync(file).size, at: manifest.at };
  } finally {
    rmSync(work, { recursive: true, force: true });
  }
}

/**
 * Makes a data folder from a backup. Everything is checked first, beside the place: the hashes, and the database's own
 * integrity; only then it is put where it belongs.
 * @throws BackupProblem
 */
export async function restoreBackup(file: string, folder: string): Promise<BackupContent> {
  if (!existsSync(file)) throw new BackupProblem(`${file} cannot be read: there is no such file.`);
  if (existsSync(folder) && readdirSync(folder).length > 0)
    throw new BackupProblem(
      `The data folder ${folder} is not empty. Restore into another with --into, or move what is there away.`,
    );
  const target = path.resolve(folder);
  mkdirSync(path.dirname(target), { recursive: true });
  const work = workFolder(path.dirname(target));
  try {
    const manifest = await unpacked(file, work);
    for (const [name, said] of Object.entries(manifest.files)) {
      const found = await measured(path.join(work, name)).catch(() => undefined);
      if (found?.sha256 !== said.sha256)
        throw new BackupProblem(
          `${file} does not verify: ${name} is ${found ? 'not what was backed up' : 'missing'}. Use another backup.`,
        );
    }
    checkDatabase(path.join(work, 'seedplan.db'), file);
    // git knows a repository by these, empty ones too.
    const made = path.join(work, REPOSITORIES);
    for (const name of existsSync(made) ? readdirSync(made) : [])
      for (const inner of ['refs', 'objects']) mkdirSync(path.join(made, name, inner), { recursive: true });
    rmSync(path.join(work, MANIFEST));
    if (existsSync(target)) rmdirSync(target);
    renameSync(work, target);
    return { bytes: manifest.files['seedplan.db']!.bytes, at: manifest.at };
  } finally {
    rmSync(work, { recursive: true, force: true });
  }
}

/**
 * Copies the repositories as they stand: what names commits before the objects, which are only ever added to, so that what is
 * pushed meanwhile is in the copy whole or not at all. Answers the names of the files.
 */
function copyRepositories(folder: string, work: string): string[] {
  const from = path.join(folder, REPOSITORIES);
  const names: string[] = [];
  const copy = (inner: string, wanted: (inner: string) => boolean) => {
    for (const entry of readdirSync(path.join(from, inner), { withFileTypes: true })) {
      const name = path.join(inner, entry.name);
      if (entry.isDirectory()) copy(name, wanted);
      // What git has under way is nobody's yet.
      else if (entry.isFile() && wanted(name) && !/\.lock$|\/(tmp_|incoming-)/.test(name)) {
        mkdirSync(path.dirname(path.join(work, REPOSITORIES, name)), { recursive: true });
        copyFileSync(path.join(from, name), path.join(work, REPOSITORIES, name));
        names.push(`${REPOSITORIES}/${name.split(path.sep).join('/')}`);
      }
    }
  };
  const repositories = existsSync(from) ? readdirSync(from).filter((name) => name.endsWith('.git')) : [];
  for (const name of repositories) {
    const objects = path.join(name, 'objects') + path.sep;
    copy(name, (inner) => !inner.startsWith(objects));
    copy(name, (inner) => inner.startsWith(objects));
  }
  return names;
}

/** A folder of one's own beside where the result goes, so that putting it there is one step. */
function workFolder(beside: string): string {
  try {
    return mkdtempSync(path.join(beside, '.seedplan-backup-'));
  } catch {
    throw new BackupProblem(`${beside} cannot be written. Choose another place.`);
  }
}

async function copyDatabase(source: string, to: string): Promise<void> {
  let database: InstanceType<typeof Database>;
  try {
    database = new Database(source, { readonly: true, fileMustExist: true, timeout: 20_000 });
  } catch (error) {
    throw new BackupProblem(`${source} cannot be opened: ${(error as Error).message}.`);
  }
  try {
    // What others write meanwhile begins the copying anew: after the first pages all the rest is taken in one step.
    await database.backup(to, { progress: ({ remainingPages }) => Math.max(remainingPages, 1_000_000) });
  } catch (error) {
    throw new BackupProblem(`${source} cannot be copied: ${(error as Error).message}.`);
  } finally {
    database.close();
  }
  chmodSync(to, 0o600);
  checkDatabase(to, source);
}

function checkDatabase(file: string, from: string): void {
  let said: unknown;
  try {
    const database = new Database(file, { fileMustExist: true });
    try {
      // One file by itself: what was copied in WAL mode has no log beside it.
      database.pragma('journal_mode = DELETE');
      said = database.pragma('integrity_check', { simple: true });
      if (said === 'ok' && (database.pragma('foreign_key_check') as unknown[]).length > 0)
        said = 'something that is referred to is missing';
    } finally {
      database.close();
    }
  } catch (error) {
    said = (error as Error).message;
  }
  if (said !== 'ok') throw new BackupProblem(`The database in ${from} is damaged: ${String(said)}.`);
}

async function measured(file: string): Promise<{ sha256: string; bytes: number }> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return { sha256: hash.digest('hex'), bytes: statSync(file).size };
}

async function unpacked(file: string, into: string): Promise<Manifest> {
  try {
    await extract({
      file,
      cwd: into,
      strict: true,
      preserveOwner: false,
      // Nothing but plain files of these names: an archive from elsewhere writes nowhere else.
      filter: (name, entry) =>
        (name === MANIFEST || isKept(name)) && 'type' in entry && entry.type === 'File',
    });
  } catch (error) {
    throw new BackupProblem(`${file} is no backup, or is damaged: ${(error as Error).message}.`);
  }
  let manifest: Partial<Manifest> | undefined;
  try {
    manifest = JSON.parse(readFileSync(path.join(into, MANIFEST), 'utf8')) as Partial<Manifest>;
  } catch {
    manifest = undefined;
  }
  if (
    manifest?.program !== 'seedplan' ||
    typeof manifest.files !== 'object' ||
    !manifest.files?.['seedplan.db']
  )
    throw new BackupProblem(`${file} is no backup of Seedplan: it has no manifest that names a database.`);
  if (manifest.format !== 1)
    throw new BackupProblem(`${file} was written by a newer program. Restore it with that one.`);
  for (const name of KEPT) {
    if (existsSync(path.join(into, name))) chmodSync(path.join(into, name), 0o600);
    if (existsSync(path.join(into, name)) && !manifest.files[name])
      throw new BackupProblem(`${file} does not verify: ${name} is not in its manifest. Use another backup.`);
  }
  const strange = Object.keys(manifest.files).find((name) => !isKept(name));
  if (strange !== undefined)
    throw new BackupProblem(
      `${file} is no backup of Seedplan: it names ${JSON.stringify(strange.slice(0, 80))}.`,
    );
  return manifest as Manifest;
}
