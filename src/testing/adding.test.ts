import { existsSync, readFileSync } from 'node:fs';
import { execSync } from 'node:child_process';
import { registryOf } from '@/core/base/registry';

const page = readFileSync('docs/adding.md', 'utf8');
const rows = [...page.matchAll(/^\| ([^|]+) \| ([^|]+) \| ([^|]+) \|$/gm)]
  .map((match) => match.slice(1).map((cell) => cell.trim()))
  .filter(([thing]) => thing !== 'thing' && !/^-+$/.test(thing!));
const paths = (cell: string) => [...cell.matchAll(/`([^`]+)`/g)].map((match) => match[1]!);

test('every registry there is has its line, and every line its registry', () => {
  const listed = rows.flatMap(([, , registries]) => paths(registries!));
  const there = execSync('find src -name "registry.ts*"', { encoding: 'utf8' })
    .trim()
    .split('\n')
    .filter(
      (file) => !['src/core/base/registry.ts', 'src/features/tokens/editors/registry.ts'].includes(file),
    );
  expect(listed.filter((file) => !existsSync(file))).toEqual([]);
  expect(there.filter((file) => !listed.includes(file))).toEqual([]);
});

test('the folders it names are there, and hold what it says', () => {
  for (const [, files] of rows)
    for (const file of paths(files!)) {
      const folder = file.replace(/(NAME|PAGE|STAGE\.ts).*$/, '').replace('STAGE', 'tokens');
      if (!file.includes('server')) expect([file, existsSync(folder)]).toEqual([file, true]);
    }
});

test('a registry refuses two entries of one name', () => {
  const nameOf = ({ name }: { name: string }) => name;
  expect([...registryOf([{ name: 'a' }, { name: 'b' }], nameOf).keys()]).toEqual(['a', 'b']);
  expect(() => registryOf([{ name: 'a' }, { name: 'a' }], nameOf)).toThrow('called a');
});
