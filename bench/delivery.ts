import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { commitWith, gitEnvironment, makeRepository } from '../src/server/repositories/git';
import { median, type Benchmark } from './benchmark';

const FILES = 2000;
const ROUNDS = 5;
const text = (round: number, at: number) => `.a${at} { order: ${round}; }\n`.repeat(12);

/** A delivery of 2,000 files as a commit, against what people do by hand in a working copy. */
export const delivering: Benchmark = {
  name: 'delivery-2000',
  against: '`git add` and `git commit` of the same files, written already',
  goal: 3,
  async measure() {
    const folder = mkdtempSync(path.join(os.tmpdir(), 'seedplan-bench-'));
    const bare = path.join(folder, 'bare.git');
    const copy = path.join(folder, 'copy');
    const env = { ...gitEnvironment(), GIT_AUTHOR_NAME: 'A', GIT_AUTHOR_EMAIL: 'a@w.example', GIT_COMMITTER_NAME: 'A', GIT_COMMITTER_EMAIL: 'a@w.example' }; // prettier-ignore
    const git = (...words: string[]) => execFileSync('git', words, { cwd: copy, env, encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] }); // prettier-ignore
    try {
      await makeRepository(bare);
      mkdirSync(path.join(copy, 'many'), { recursive: true });
      git('init', '--quiet', '--initial-branch=main');
      writeFileSync(path.join(copy, 'begin.txt'), 'begin\n');
      git('add', '--all');
      git('commit', '--quiet', '-m', 'Begin');
      git('push', '--quiet', bare, 'main');
      const base = git('rev-parse', 'HEAD').trim();
      const [ours, theirs]: [number[], number[]] = [[], []];
      for (let round = 0; round < ROUNDS; round++) {
        const files = Array.from({ length: FILES }, (_, at) => ({
          name: `many/${at}.css`,
          content: text(round, at),
        }));
        let from = performance.now();
        await commitWith(bare, { base, files, message: 'Many', author: 'A' });
        ours.push(performance.now() - from);
        for (const { name, content: written } of files) writeFileSync(path.join(copy, name), written);
        from = performance.now();
        git('add', '--all');
        git('commit', '--quiet', '-m', 'Many');
        theirs.push(performance.now() - from);
      }
      return { work: median(ours), reference: median(theirs), unit: 'ms' };
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  },
};
