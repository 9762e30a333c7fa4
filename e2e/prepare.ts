import { execFileSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { PREPARED } from './server';

/** Loads the demo workspace once, before any test, where whoever starts the tests has not. */
export default function prepare(): void {
  if (process.env.E2E_PREPARED) return;
  rmSync('.e2e', { recursive: true, force: true });
  execFileSync(process.execPath, ['dist/prepare.mjs'], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, SEEDPLAN_DATA_DIR: PREPARED },
  });
}
