/**
 * Mutation testing of the core: `npm run mutants -- --mutate "src/core/releases/*.ts,!**\/*.test.ts"` breaks each line in turn
 * and runs the tests that reach it. All of the core takes hours; folder by folder is how it is meant.
 * @type {import('@stryker-mutator/api/core').PartialStrykerOptions}
 */
export default {
  plugins: ['@stryker-mutator/jest-runner'],
  testRunner: 'jest',
  jest: { projectType: 'custom', configFile: 'jest.mutants.mjs', enableFindRelatedTests: true },
  coverageAnalysis: 'perTest',
  // A constant is evaluated once, before any test: to try it, all of them would have to run.
  ignoreStatic: true,
  mutate: [
    'src/core/{tokens,document,releases,components}/**/*.ts',
    'src/core/base/color/*.ts',
    '!src/core/**/*.test.ts',
  ],
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
