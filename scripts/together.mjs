/**
 * Puts test files together, so that a group loads its modules once: each file with modules of its own spends a third of all
 * the time on loading. Files that replace modules or start programs and threads stay alone. Prints the configuration for Jest.
 */
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import config from '../jest.config.mjs';

const root = path.resolve(import.meta.dirname, '..');
/** Only what is so called, into a folder of its own, in groups of so many lines: `together.mjs PATTERN NAME LINES`. */
const [only = '.', name = 'together', lines = '3000'] = process.argv.slice(2);
const folder = path.join(root, 'dist', name);
const REPLACES_MODULES = /jest\.(mock|doMock|isolateModules|resetModules)/;
const STARTS_PROGRAMS = /^src\/(cli|server\/start|server\/jobs)\//;
/** What needs a server of PostgreSQL, where there is none. */
const ignored = process.env.SEEDPLAN_TEST_DATABASE_URL ? /^$/ : /on-postgres/;
/** Lines of a group: what draws pages takes longer for as many. */
const LINES = { ts: Number(lines), tsx: 450 };

rmSync(folder, { recursive: true, force: true });
mkdirSync(folder, { recursive: true });
const projects = config.projects.map((project) => {
  const ending = project.testMatch[0].endsWith('x') ? 'tsx' : 'ts';
  const files = project.roots
    .map((place) => place.replace('<rootDir>/', ''))
    .flatMap((place) =>
      readdirSync(path.join(root, place), { recursive: true }).map((file) => path.posix.join(place, file)),
    )
    .filter((file) => file.endsWith(`.test.${ending}`) && new RegExp(only).test(file) && !ignored.test(file))
    .sort();
  const alone = [];
  const groups = [];
  let room = 0;
  for (const file of files) {
    const text = readFileSync(path.join(root, file), 'utf8');
    const length = text.split('\n').length;
    if (STARTS_PROGRAMS.test(file) || REPLACES_MODULES.test(text)) alone.push(file);
    else {
      if (room < length) {
        groups.push([]);
        room = LINES[ending];
      }
      groups.at(-1).push(file);
      room -= length;
    }
  }
  groups.forEach((members, i) =>
    writeFileSync(
      path.join(folder, `${i + 1}.test.${ending}`),
      members.map((file) => `describe('${file}', () => void require('../../${file}'));\n`).join(''),
    ),
  );
  return {
    ...project,
    rootDir: root,
    roots: [`<rootDir>/dist/${name}`, ...project.roots],
    testMatch: [`<rootDir>/dist/${name}/*.test.${ending}`, ...alone.map((file) => `<rootDir>/${file}`)],
  };
});
writeFileSync(path.join(folder, 'jest.config.json'), JSON.stringify({ ...config, projects }));
console.log(path.relative(root, path.join(folder, 'jest.config.json')));
