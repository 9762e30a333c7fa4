import config from './jest.config.mjs';

/**
 * The tests that drive the core, as the mutation runner wants them: one project, its environment told what runs. MUTANTS_TESTS
 * takes those of one folder alone: quicker by far, and what they find all tests find.
 */
const [core] = config.projects;

export default {
  ...core,
  testMatch: [`<rootDir>/${process.env.MUTANTS_TESTS ?? 'src/{core,editing}'}/**/*.test.ts`],
  testSequencer: '<rootDir>/scripts/mutants-sequencer.mjs',
  testEnvironment: '@stryker-mutator/jest-runner/jest-env/node',
};
