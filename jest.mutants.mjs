import config from './jest.config.mjs';

/** The tests that drive the core, as the mutation runner wants them: one project, its environment told what runs. */
const [core] = config.projects;

export default {
  ...core,
  testMatch: ['<rootDir>/src/{core,editing}/**/*.test.ts'],
  testEnvironment: '@stryker-mutator/jest-runner/jest-env/node',
};
