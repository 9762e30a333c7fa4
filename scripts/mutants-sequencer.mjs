import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

/** Which titles each file of tests holds, as the first run found. */
const RECORD = 'dist/mutants-titles.json';

/**
 * What the files of tests are run in while a mutant is alive. The mutation runner names the tests that reach it by their titles
 * alone, so that Jest would load a hundred files for one test of five milliseconds; files that hold none of the titles are left
 * out. Those that stand near the broken file come first: they find most mutants, and the first that fails ends the run.
 */
export default class MutantsSequencer {
  constructor({ globalConfig }) {
    this.titlesWanted = globalConfig.testNamePattern;
    this.broken = globalConfig.nonFlagArgs?.length === 1 ? globalConfig.nonFlagArgs[0] : undefined;
    this.record = join(globalConfig.rootDir, RECORD);
  }

  sort(tests) {
    if (!this.titlesWanted || !existsSync(this.record)) return [...tests];
    const titles = JSON.parse(readFileSync(this.record, 'utf8'));
    const wanted = new RegExp(this.titlesWanted, 'i');
    const near = ({ path }) => (this.broken === undefined ? 0 : sharedFolders(path, this.broken));
    return tests
      .filter(({ path }) => titles[path]?.some((title) => wanted.test(title)) ?? true)
      .sort((a, b) => near(b) - near(a));
  }

  cacheResults(_tests, { testResults }) {
    if (this.titlesWanted) return;
    mkdirSync(dirname(this.record), { recursive: true });
    const titles = testResults.map((file) => [
      file.testFilePath,
      file.testResults.map((one) => one.fullName),
    ]);
    writeFileSync(this.record, JSON.stringify(Object.fromEntries(titles)));
  }

  allFailedTests(tests) {
    return tests;
  }

  shard(tests) {
    return tests;
  }
}

function sharedFolders(a, b) {
  const [as, bs] = [a, b].map((path) => dirname(path).split('/'));
  const differs = as.findIndex((folder, i) => folder !== bs[i]);
  return differs === -1 ? as.length : differs;
}
