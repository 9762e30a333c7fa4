import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';

/** A working copy for tests, whose commits have the dates and authors they are given. */
export function workingCopy() {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'seedplan-copy-'));
  const git = (words: string[], env: Record<string, string> = {}) =>
    execFileSync('git', words, {
      cwd: folder,
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { PATH: process.env.PATH, HOME: folder, GIT_CONFIG_NOSYSTEM: '1', GIT_TERMINAL_PROMPT: '0', ...env } as never,
    }); // prettier-ignore
  git(['init', '--quiet', '--initial-branch=main']);
  let day = 1;
  return {
    folder,
    git,
    /** Writes files (`null` removes one) and commits them; answers the hash. */
    commit(title: string, files: Record<string, string | Buffer | null>): string {
      for (const [name, content] of Object.entries(files)) {
        const at = path.join(folder, name);
        if (content === null) rmSync(at);
        else {
          mkdirSync(path.dirname(at), { recursive: true });
          writeFileSync(at, content);
        }
      }
      git(['add', '--all']);
      const date = `2026-03-${String(day++).padStart(2, '0')}T10:00:00Z`;
      const who = { NAME: 'Ada Moor', EMAIL: 'ada@w.example' };
      git(['commit', '--quiet', '--allow-empty', '-m', title], {
        GIT_AUTHOR_NAME: who.NAME,
        GIT_AUTHOR_EMAIL: who.EMAIL,
        GIT_AUTHOR_DATE: date,
        GIT_COMMITTER_NAME: who.NAME,
        GIT_COMMITTER_EMAIL: who.EMAIL,
        GIT_COMMITTER_DATE: date,
      });
      return git(['rev-parse', 'HEAD']).trim();
    },
    remove: () => rmSync(folder, { recursive: true, force: true }),
  };
}
