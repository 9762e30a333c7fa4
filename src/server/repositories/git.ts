import { execFile, execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import { badRequest, Problem } from '../http/problem';

/** The oldest git that does what is asked of it here. */
const OLDEST = [2, 39] as const;
/** Bytes a push may bring. */
const MOST_PUSHED = 200_000_000;
/** Bytes of a file or a difference that is shown or read. */
export const MOST_SHOWN = 1_000_000;

/**
 * The environment of every git: no configuration but a repository's own, no question asked at a terminal, no program of a
 * repository run.
 */
export const gitEnvironment = (): NodeJS.ProcessEnv => ({
  NODE_ENV: process.env.NODE_ENV,
  PATH: process.env.PATH,
  LANG: 'C.UTF-8',
  HOME: '/nonexistent',
  GIT_CONFIG_NOSYSTEM: '1',
  GIT_CONFIG_GLOBAL: '/dev/null',
  GIT_TERMINAL_PROMPT: '0',
  GIT_OPTIONAL_LOCKS: '0',
  GIT_ATTR_NOSYSTEM: '1',
});

const run = promisify(execFile);

/** Runs git in a repository, without a shell; its answer as text. */
async function git(folder: string, ...words: string[]): Promise<string> {
  const { stdout } = await run('git', ['--git-dir', folder, ...words], {
    env: gitEnvironment(),
    maxBuffer: 64_000_000,
    timeout: 60_000,
  });
  return stdout;
}

let found: boolean | undefined;
/** Whether there is a git here that is new enough; asked once. */
export function hasGit(): boolean {
  if (found !== undefined) return found;
  try {
    const said = execFileSync('git', ['--version'], { env: gitEnvironment(), encoding: 'utf8' });
    const [major = 0, minor = 0] = /(\d+)\.(\d+)/.exec(said)?.slice(1).map(Number) ?? [];
    found = major > OLDEST[0] || (major === OLDEST[0] && minor >= OLDEST[1]);
  } catch {
    found = false;
  }
  return found;
}

/** @throws Problem 501 where repositories are off */
export function requireGit(): void {
  if (!hasGit())
    throw new Problem(
      501,
      'no-git',
      'Repositories are off',
      `git ${OLDEST.join('.')} or newer is not installed where this program runs. Whoever runs it can install git and start it again.`,
    );
}

/** Makes an empty bare repository whose pushes are checked and never rewrite what is there. */
export async function makeRepository(folder: string): Promise<void> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  await run('git', ['init', '--quiet', '--bare', '--initial-branch=main', folder], { env: gitEnvironment() });
  const settings = {
    'http.receivepack': 'true',
    'receive.fsckObjects': 'true',
    'receive.denyNonFastForwards': 'true',
    'receive.denyDeletes': 'true',
    'receive.maxInputSize': String(MOST_PUSHED),
    'core.hooksPath': '/dev/null',
    'gc.auto': '0',
  };
  for (const [name, value] of Object.entries(settings)) await git(folder, 'config', name, value);
}

export interface Commit {
  hash: string;
  /** Of its first parent; empty for a first commit. */
  parent: string;
  /** ISO 8601, in UTC. */
  at: string;
  author: string;
  title: string;
}

/** Names of branches, the newest first, each with its last commit. */
export async function branchesOf(folder: string): Promise<{ name: string; commit: string }[]> {
  const said = await git(folder, 'for-each-ref', '--sort=-committerdate', '--format=%(refname:short)%00%(objectname)', 'refs/heads'); // prettier-ignore
  return said.split('\n').filter(Boolean).map((line) => {
    const [name, commit] = line.split('\0') as [string, string];
    return { name, commit };
  }); // prettier-ignore
}

/** Commits reachable from one, along first parents, the newest first. */
export async function commitsFrom(
  folder: string,
  from: string,
  { most = 200, skip = 0 } = {},
): Promise<Commit[]> {
  const said = await git(folder, 'log', '--first-parent', `--max-count=${most}`, `--skip=${skip}`, '-z', '--format=%H%x01%P%x01%ct%x01%an%x01%s', from, '--'); // prettier-ignore
  return said.split('\0').filter(Boolean).map((line) => {
    const [hash, parents, seconds, author, title] = line.split('\x01') as [string, string, string, string, string];
    return { hash, parent: parents.split(' ')[0]!, at: new Date(Number(seconds) * 1000).toISOString(), author, title };
  }); // prettier-ignore
}

/** The commit a branch name or a hash stands for. @throws Problem 400 where there is none */
export async function commitOf(folder: string, named: string): Promise<string> {
  const isHash = /^[0-9a-f]{7,40}$/.test(named);
  for (const ref of isHash ? [named, `refs/heads/${named}`] : [`refs/heads/${named}`]) {
    try {
      return (await git(folder, 'rev-parse', '--verify', '--quiet', '--end-of-options', `${ref}^{commit}`)).trim();
    } catch {
      // Not that one.
    }
  }
  throw badRequest(`The repository has no branch or commit called ${named}. Choose one of its branches.`);
} // prettier-ignore

/** The commit two commits have in common; undefined where their histories have none. */
export async function commonBase(folder: string, one: string, other: string): Promise<string | undefined> {
  try {
    return (await git(folder, 'merge-base', one, other)).trim();
  } catch (error) {
    if ((error as { code?: number }).code === 1) return undefined;
    throw error;
  }
}

interface TreeEntry {
  name: string;
  /** Of its content. */
  blob: string;
  size: number;
}

const entriesIn = (said: string): TreeEntry[] =>
  said.split('\0').flatMap((line) => {
    const [, mode, type, blob, size, name] = /^(\d+) (\w+) (\w+) +(\S+)\t([^]*)$/.exec(line) ?? [];
    // Links are not followed, and what another repository holds is not here.
    return type === 'blob' && mode !== '120000' ? [{ name: name!, blob: blob!, size: Number(size) }] : [];
  });
const LS_TREE = ['ls-tree', '-r', '-z', '--long', '--full-tree'];

/** The files of a commit, by name. */
export const filesAt = async (folder: string, commit: string): Promise<TreeEntry[]> =>
  entriesIn(await git(folder, ...LS_TREE, commit));

/** The same, for a thread that has nothing else to do. */
export const filesAtNow = (folder: string, commit: string): TreeEntry[] =>
  entriesIn(execFileSync('git', ['--git-dir', folder, ...LS_TREE, commit], { env: gitEnvironment(), encoding: 'utf8', maxBuffer: 256_000_000 })); // prettier-ignore

/** Contents by their hashes, in that order; those that are not text read as UTF-8 hold U+FFFD. */
export function contentsNow(folder: string, blobs: readonly string[]): string[] {
  if (blobs.length === 0) return [];
  const said = execFileSync('git', ['--git-dir', folder, 'cat-file', '--batch'], {
    env: gitEnvironment(),
    input: `${blobs.join('\n')}\n`,
    maxBuffer: 1_000_000_000,
  });
  const texts: string[] = [];
  let at = 0;
  for (const blob of blobs) {
    const end = said.indexOf(10, at);
    const [, type, size] = said.toString('latin1', at, end).split(' ');
    if (type !== 'blob') throw new Error(`git knows no content ${blob}`);
    texts.push(said.toString('utf8', end + 1, end + 1 + Number(size)));
    at = end + 1 + Number(size) + 1;
  }
  return texts;
}

/** The text of a file at a commit; undefined where there is none of that name, or it is larger than is shown. */
export async function fileAt(folder: string, commit: string, name: string): Promise<string | undefined> {
  // Looked for by its very name: to git it could be a pattern, or lead out of the tree.
  const entry = (await filesAt(folder, commit)).find((one) => one.name === name);
  if (!entry || entry.size > MOST_SHOWN) return undefined;
  return git(folder, 'cat-file', 'blob', entry.blob);
}

/** How far two commits are apart, as a patch; cut where it is longer than is shown. */
export async function differenceBetween(folder: string, from: string, to: string): Promise<{ patch: string; cut: boolean }> {
  const patch = await git(folder, 'diff', '--no-ext-diff', '--no-textconv', '--find-renames', from, to);
  return { patch: patch.slice(0, MOST_SHOWN), cut: patch.length > MOST_SHOWN };
} // prettier-ignore

/** What a commit changed from its first parent, as a patch; cut where it is longer than is shown. */
export async function differenceOf(folder: string, commit: string): Promise<{ patch: string; cut: boolean }> {
  const patch = await git(folder, 'diff-tree', '-p', '--root', '-m', '--first-parent', '--no-commit-id', '--no-ext-diff', '--no-textconv', '--find-renames', commit); // prettier-ignore
  return { patch: patch.slice(0, MOST_SHOWN), cut: patch.length > MOST_SHOWN };
}

/** As the commit of a branch that is not there yet. */
export const NO_COMMIT = '0'.repeat(40);

/** Moves a branch, if it stands where it is thought to stand. @throws Problem 409 where it was moved meanwhile */
export async function moveBranch(folder: string, branch: string, to: string, from: string): Promise<void> {
  try {
    await git(folder, 'update-ref', `refs/heads/${branch}`, to, from);
  } catch {
    throw new Problem(409, 'moved', 'The branch has moved', `Somebody pushed to ${branch} meanwhile. Nothing was changed. Look at it again, then try again.`);
  }
} // prettier-ignore

/** Who a commit is by that is made here: the person, at no address. */
const signedBy = (author: string) => ({
  GIT_AUTHOR_NAME: author,
  GIT_AUTHOR_EMAIL: 'seedplan@localhost',
  GIT_COMMITTER_NAME: 'Seedplan',
  GIT_COMMITTER_EMAIL: 'seedplan@localhost',
});

/** Runs git with something on its standard input. */
function gitWith(folder: string, words: string[], { input = '', env = {} }: { input?: string; env?: object }): Promise<string> {
  return new Promise((resolve, reject) => {
    const child = execFile(
      'git',
      ['--git-dir', folder, ...words],
      { env: { ...gitEnvironment(), ...env }, maxBuffer: 64_000_000, timeout: 60_000 },
      (error, stdout) => (error ? reject(error) : resolve(stdout)),
    );
    // git may have ended before it reads what it does not need.
    child.stdin!.on('error', () => {});
    child.stdin!.end(input);
  });
} // prettier-ignore

/** A file as a commit is to have it; null: not at all. */
export type CommittedFile =
  | { name: string; content: string | Uint8Array | null }
  /** Where its content lies. */
  | { name: string; at: string };

/**
 * A commit on top of another with some files as they are to be; it stands on no branch. Modes stay as they are.
 * Undefined where every file is so already.
 */
export async function commitWith(
  folder: string,
  { base, files, message, author }: { base: string; files: readonly CommittedFile[]; message: string; author: string },
): Promise<string | undefined> {
  const aside = mkdtempSync(path.join(os.tmpdir(), 'seedplan-index-'));
  const env = { GIT_INDEX_FILE: path.join(aside, 'index') };
  try {
    const isFirst = base === NO_COMMIT;
    await gitWith(folder, ['read-tree', isFirst ? '--empty' : base], { env });
    const modes = new Map((isFirst ? '' : await git(folder, 'ls-tree', '-r', '-z', '--full-tree', base)).split('\0').map((line) => [line.slice(line.indexOf('\t') + 1), line.slice(0, 6)]));
    // All at once: a process for each file would take longer than all the rest.
    const written = files.flatMap((file, n) => {
      if ('at' in file) return [file];
      const at = path.join(aside, String(n));
      if (file.content !== null) writeFileSync(at, file.content);
      return file.content === null ? [] : [{ name: file.name, at }];
    });
    const input = written.map(({ at }) => `${at}\n`).join('');
    const blobs = (await gitWith(folder, ['hash-object', '-w', '--no-filters', '--stdin-paths'], { input })).split('\n');
    const lines = [
      ...written.map(({ name }, i) => `${modes.get(name) ?? '100644'} ${blobs[i]}\t${name}\0`),
      ...files.flatMap(({ name, ...file }) => ('content' in file && file.content === null && modes.has(name) ? [`0 ${NO_COMMIT}\t${name}\0`] : [])),
    ];
    await gitWith(folder, ['update-index', '--add', '-z', '--index-info'], { env, input: lines.join('') });
    const tree = (await gitWith(folder, ['write-tree'], { env })).trim();
    if (!isFirst && tree === (await git(folder, 'rev-parse', `${base}^{tree}`)).trim()) return undefined;
    return (await gitWith(folder, ['commit-tree', tree, ...(isFirst ? [] : ['-p', base])], { env: signedBy(author), input: message })).trim();
  } finally {
    rmSync(aside, { recursive: true, force: true });
  }
} // prettier-ignore

/**
 * What merging a commit into a branch comes to, by git: the files that clash, or, with a message, the commit of the merge,
 * which stands on no branch yet.
 */
export async function mergeInto(
  folder: string,
  branch: string,
  head: string,
  as?: { message: string; author: string },
): Promise<{ clashes: string[]; tree?: string; commit?: string }> {
  const onto = await commitOf(folder, branch);
  let said: string;
  try {
    said = await git(folder, 'merge-tree', '--write-tree', '--name-only', '--no-messages', '-z', onto, head);
  } catch (error) {
    const { code, stdout } = error as { code?: number; stdout?: string };
    if (code !== 1 || stdout === undefined) throw error;
    return { clashes: [...new Set(stdout.split('\0').slice(1).filter(Boolean))] };
  }
  const tree = said.split('\0')[0]!.trim();
  if (!as) return { clashes: [], tree };
  const commit = await gitWith(folder, ['commit-tree', tree, '-p', onto, '-p', head], { env: signedBy(as.author), input: as.message }); // prettier-ignore
  return { clashes: [], tree, commit: commit.trim() };
}

/** git's own server of its protocol over HTTP: a CGI program (RFC 3875). */
export const httpBackend = (variables: Record<string, string>): ChildProcess =>
  spawn('git', ['http-backend'], {
    env: { ...gitEnvironment(), ...variables, GIT_HTTP_EXPORT_ALL: '1' },
    stdio: ['pipe', 'pipe', 'pipe'],
  });
