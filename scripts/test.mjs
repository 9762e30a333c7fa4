/** Runs every check and ends with one line, `N passed, N failed`. Lint and types count as one check each. */
import { spawn } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';

const root = path.resolve(import.meta.dirname, '..');
const total = { passed: 0, failed: 0, skipped: 0 };
/** What failed, said once more at the end: whoever sees the last lines alone sees why. */
const failures = [];
const plain = (text) => text.replace(/\u001b\[[0-9;]*m/g, '');
const begun = Date.now();
const minutes = () => `${((Date.now() - begun) / 60_000).toFixed(1)} min`;
const run = (command, args, env = {}, stdio = 'inherit') =>
  new Promise((resolve) => {
    const said = [];
    const child = spawn(command, args, {
      cwd: root,
      stdio: ['ignore', stdio, stdio],
      env: { ...process.env, ...env },
    });
    child.stdout?.on('data', (text) => said.push(text));
    child.stderr?.on('data', (text) => said.push(text));
    child.on('close', (code) => resolve({ code: code ?? 1, said: Buffer.concat(said).toString() }));
    child.on('error', () => resolve({ code: 1, said: '' }));
  });
const bin = (name) => path.join(root, 'node_modules', '.bin', name);
const check = async (title, command, args) => {
  const { code, said } = await run(command, args, {}, 'pipe');
  console.log(`— ${title}`);
  if (said.trim()) console.log(said.trim());
  total[code === 0 ? 'passed' : 'failed']++;
  if (code !== 0) {
    console.log(`${title}: failed`);
    failures.push(`${title}\n${said.trim()}`);
  }
};
const counted = async (title, file, command, args, env, read) => {
  console.log(`— ${title} (after ${minutes()})`);
  rmSync(file, { force: true });
  const { code } = await run(command, args, env);
  if (!existsSync(file)) {
    console.log(`${title}: no result was written`);
    failures.push(`${title}: no result was written`);
    total.failed++;
    return;
  }
  const { passed, failed, skipped, flaky = 0, messages } = read(JSON.parse(readFileSync(file, 'utf8')));
  failures.push(...messages);
  if (flaky > 0) console.log(`${title}: ${flaky} passed at the second try only`);
  total.passed += passed;
  total.failed += failed + (failed === 0 && code !== 0 ? 1 : 0);
  total.skipped += skipped;
};
/** The browser tests that failed, with their last error. */
const unexpected = (suites = []) =>
  suites.flatMap((suite) => [
    ...suite.specs
      .filter(({ ok }) => !ok)
      .map(({ file, line, title, tests }) => {
        const error = tests.flatMap(({ results }) => results.flatMap(({ errors }) => errors)).at(-1);
        return `e2e/${file}:${line} ${title}\n${error?.message ?? ''}`;
      }),
    ...unexpected(suite.suites),
  ]);

// Each of the two keeps one processor busy.
await Promise.all([
  check('lint', process.execPath, [path.join(root, 'scripts/lint.mjs')]),
  check('types', bin('tsc'), ['--noEmit']),
]);
const unit = path.join(root, 'dist', 'unit.json');
const { said: groups } = await run(process.execPath, [path.join(root, 'scripts/together.mjs')], {}, 'pipe');
await counted(
  'unit tests',
  unit,
  bin('jest'),
  // Left to itself, Jest keeps one processor free: of two that is half.
  ['-c', groups.trim(), '--json', `--outputFile=${unit}`, '--silent=false', '--maxWorkers=100%'],
  {},
  (result) => ({
    passed: result.numPassedTests,
    failed: result.numFailedTests + result.numRuntimeErrorTestSuites,
    skipped: result.numPendingTests,
    messages: result.testResults
      .filter(({ status }) => status === 'failed')
      .map(({ name, message }) => `${path.relative(root, name)}\n${message}`),
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
    flaky: result.stats.flaky,
    failed: result.stats.unexpected + result.errors.length,
    skipped: result.stats.skipped,
    messages: [...result.errors.map(({ message }) => message), ...unexpected(result.suites)],
  }),
);
for (const failure of failures) console.log(`\n● ${plain(failure).slice(0, 2000)}`);
console.log(`— after ${minutes()}`);
console.log(
  `${total.passed} passed, ${total.failed} failed${total.skipped > 0 ? `, ${total.skipped} skipped` : ''}`,
);
process.exit(total.failed > 0 ? 1 : 0);
