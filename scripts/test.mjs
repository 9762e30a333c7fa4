/** Runs every check and ends with one line, `N passed, N failed`. Lint and types count as one check each. */
import { spawn } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { startPostgres } from './postgres.mjs';

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

/** The demo workspace that tests begin with: prepared beside what leaves a processor free (`e2e/prepare.ts`). */
const prepared = path.join(root, '.e2e', 'prepared');
rmSync(path.dirname(prepared), { recursive: true, force: true });
// Of these each keeps one processor busy.
const [, , , demo] = await Promise.all([
  check('lint', bin('eslint'), ['--max-warnings', '0', '.']),
  check('form', bin('prettier'), ['--check', '--log-level', 'warn', '.']),
  check('types', bin('tsc'), ['--noEmit']),
  run(process.execPath, ['dist/prepare.mjs'], { SEEDPLAN_DATA_DIR: prepared }, 'pipe'),
]);
/** Tests make much that is soon forgotten: with more room for what is young a twentieth less is spent on looking through it. */
const YOUNG = '--max-semi-space-size=64';
const jest = async (title, pattern, name, lines, given) => {
  const env = { ...given, NODE_OPTIONS: [process.env.NODE_OPTIONS, YOUNG].filter(Boolean).join(' ') };
  const { said: groups } = await run(
    process.execPath,
    [path.join(root, 'scripts/together.mjs'), pattern, name, lines],
    env,
    'pipe',
  );
  const file = path.join(root, 'dist', `${name}.json`);
  await counted(
    title,
    file,
    bin('jest'),
    // Left to itself, Jest keeps one processor free: of two that is half.
    [
      '-c',
      groups.trim(),
      '--json',
      `--outputFile=${file}`,
      '--silent=false',
      '--maxWorkers=100%',
      '--passWithNoTests',
    ],
    env,
    (result) => ({
      passed: result.numPassedTests,
      failed: result.numFailedTests + result.numRuntimeErrorTestSuites,
      skipped: result.numPendingTests,
      messages: result.testResults
        .filter(({ status }) => status === 'failed')
        .map(({ name: at, message }) => `${path.relative(root, at)}\n${message}`),
    }),
  );
};
await jest('unit tests', '.', 'unit', '3000', demo.code === 0 ? { SEEDPLAN_TEST_PREPARED: prepared } : {});
// Preparing and holding a folder are matters of a database that is a file.
const ON_POSTGRES = '^src/server/(?!start/(?!serve)).*test[.]ts$';
const postgres = await startPostgres();
if (postgres)
  await jest('server tests on PostgreSQL', ON_POSTGRES, 'postgres', '1300', {
    SEEDPLAN_TEST_DATABASE_URL: postgres.url,
  });
else {
  console.log('— server tests on PostgreSQL: skipped, for PostgreSQL is not on this machine');
  total.skipped++;
}
const browser = path.join(root, 'dist', 'browser.json');
await counted(
  'browser tests',
  browser,
  bin('playwright'),
  ['test'],
  {
    PLAYWRIGHT_JSON_OUTPUT_NAME: browser,
    ...(demo.code === 0 && { E2E_PREPARED: 'yes' }),
    ...(postgres && { SEEDPLAN_TEST_DATABASE_URL: postgres.url }),
  },
  (result) => ({
    passed: result.stats.expected + result.stats.flaky,
    flaky: result.stats.flaky,
    failed: result.stats.unexpected + result.errors.length,
    skipped: result.stats.skipped,
    messages: [...result.errors.map(({ message }) => message), ...unexpected(result.suites)],
  }),
);
postgres?.end();
for (const failure of failures) console.log(`\n● ${plain(failure).slice(0, 2000)}`);
console.log(`— after ${minutes()}`);
console.log(
  `${total.passed} passed, ${total.failed} failed${total.skipped > 0 ? `, ${total.skipped} skipped` : ''}`,
);
process.exit(total.failed > 0 ? 1 : 0);
