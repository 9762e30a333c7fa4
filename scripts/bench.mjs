/** Bundles the benchmarks and runs them in a process of their own. */
import { spawnSync } from 'node:child_process';
import path from 'node:path';

const root = path.resolve(import.meta.dirname, '..');
const bundled = spawnSync(process.execPath, [path.join(root, 'scripts/bundle.mjs'), 'worker', 'bench'], {
  stdio: 'inherit',
});
if (bundled.status !== 0) process.exit(bundled.status ?? 1);
process.exit(
  spawnSync(process.execPath, ['--expose-gc', path.join(root, 'dist/bench.mjs'), ...process.argv.slice(2)], {
    stdio: 'inherit',
    cwd: root,
  }).status ?? 1,
);
