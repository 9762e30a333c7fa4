import { execFileSync, spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';

/** The command line bundled for one file of tests: two files at once would each take away the other's. */
export function bundledCli(env: () => Record<string, string> = () => ({})) {
  const folder = `dist/cli-test-${process.pid}-${process.env.JEST_WORKER_ID ?? '0'}`;
  beforeAll(
    () =>
      void execFileSync(process.execPath, ['scripts/bundle.mjs', 'cli'], {
        env: { ...process.env, CLI_OUT: folder },
      }),
  );
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  return (...words: string[]) => {
    const { status, stdout, stderr } = spawnSync(process.execPath, [`${folder}/seedplan.mjs`, ...words], {
      encoding: 'utf8',
      maxBuffer: 1e9,
      env: { ...process.env, ...env() },
    });
    return { status, stdout, stderr, json: () => JSON.parse(stdout) };
  };
}
