import config from './jest.config.mjs';

/** The tests of the core alone, as the mutation runner wants them: one project, its environment told what runs. */
const [core] = config.projects;

export default {
  ...core,
  testMatch: ['<rootDir>/src/core/**/*.test.ts'],
  testEnvironment: '@stryker-mutator/jest-runner/jest-env/node',
};
