/** Runs every check and ends with one line, `N passed, N failed`. Lint and types count as one check each. */
import { spawn } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';

const root = path.resolve(import.meta.dirname, '..');
const total = { passed: 0, failed: 0, skipped: 0 };
const run = (command, args, env = {}) =>
  new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd: root,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    });
    child.on('close', (code) => resolve(code ?? 1));
    child.on('error', () => resolve(1));
  });
const bin = (name) => path.join(root, 'node_modules', '.bin', name);
const check = async (title, command, args) => {
  console.log(`— ${title}`);
  const code = await run(command, args);
  total[code === 0 ? 'passed' : 'failed']++;
  if (code !== 0) console.log(`${title}: failed`);
};
const counted = async (title, file, command, args, env, read) => {
  console.log(`— ${title}`);
  rmSync(file, { force: true });
  const code = await run(command, args, env);
  if (!existsSync(file)) {
    console.log(`${title}: no result was written`);
    total.failed++;
    return;
  }
  const { passed, failed, skipped } = read(JSON.parse(readFileSync(file, 'utf8')));
  total.passed += passed;
  total.failed += failed + (failed === 0 && code !== 0 ? 1 : 0);
  total.skipped += skipped;
};

await check('lint', process.execPath, [path.join(root, 'scripts/lint.mjs')]);
await check('types', bin('tsc'), ['--noEmit']);
const unit = path.join(root, 'dist', 'unit.json');
await counted(
  'unit tests',
  unit,
  bin('jest'),
  ['--json', `--outputFile=${unit}`, '--silent=false'],
  {},
  (result) => ({
    passed: result.numPassedTests,
    failed: result.numFailedTests + result.numRuntimeErrorTestSuites,
    skipped: result.numPendingTests,
  }),
);
const browser = path.join(root, 'dist', 'browser.json');
await counted(
  'browser tests',
  browser,
  bin('playwright'),
  ['test'],
  { PLAYWRIGHT_JSON_OUTPUT_NAME: browser },
  (result) => ({
    passed: result.stats.expected + result.stats.flaky,
    failed: result.stats.unexpected + result.errors.length,
    skipped: result.stats.skipped,
  }),
);
console.log(
  `${total.passed} passed, ${total.failed} failed${total.skipped > 0 ? `, ${total.skipped} skipped` : ''}`,
);
process.exit(total.failed > 0 ? 1 : 0);
