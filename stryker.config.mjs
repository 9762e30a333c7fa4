import { createHash } from 'node:crypto';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';

/**
 * Mutation testing of the core: breaks one place after another and runs the tests that reach it. All of the core takes many
 * hours, so a run takes one folder, or a share of its lines:
 * `MUTANTS_IN=src/core/releases MUTANTS_SHARE=0.3 npm run mutants`. The lines of a share are the same in every run, and others
 * with another MUTANTS_SEED: tests written for what one share showed are measured on another.
 */
const folders = process.env.MUTANTS_IN?.split(',') ?? [
  'src/core/tokens',
  'src/core/document',
  'src/core/releases',
  'src/core/components',
  'src/core/base/color',
];
/** One share for all folders, or one for each: `0.3,0.1`. */
const shares = (process.env.MUTANTS_SHARE ?? '1').split(',').map(Number);

/** 0 to 1, evenly, and the same for the same line of the same file. */
const lot = (file, line) =>
  createHash('sha256')
    .update(`${process.env.MUTANTS_SEED ?? ''}${file}:${line}`)
    .digest()
    .readUInt32BE(0) /
  2 ** 32;

const modulesIn = (folder) =>
  readdirSync(folder, { recursive: true })
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
    .map((name) => join(folder, name));

const linesOf = (file, share) =>
  readFileSync(file, 'utf8')
    .split('\n')
    .flatMap((_, index) => (lot(file, index + 1) < share ? [`${file}:${index + 1}-${index + 1}`] : []));

const mutate = folders.flatMap((folder, i) => {
  const share = shares[i] ?? shares[0];
  const modules = modulesIn(folder);
  return share < 1 ? modules.flatMap((file) => linesOf(file, share)) : modules;
});

/** @type {import('@stryker-mutator/api/core').PartialStrykerOptions} */
export default {
  plugins: ['@stryker-mutator/jest-runner'],
  testRunner: 'jest',
  jest: { projectType: 'custom', configFile: 'jest.mutants.mjs', enableFindRelatedTests: true },
  coverageAnalysis: 'perTest',
  // A constant is evaluated once, before any test: to try it, all of them would have to run.
  ignoreStatic: true,
  mutate,
  // A text is the same to a program whatever it says; words are held by lint and by the tests that read them.
  mutator: { excludedMutations: ['StringLiteral'] },
  ignorePatterns: ['.next', 'dist', 'data', '.e2e', 'test-results', 'docs/screenshots', 'coverage'],
  reporters: ['clear-text', 'progress-append-only'],
  clearTextReporter: { allowColor: false, reportTests: false, skipFull: true },
  concurrency: 2,
  timeoutMS: 15_000,
  tempDirName: 'dist/mutants',
  disableTypeChecks: false,
};
