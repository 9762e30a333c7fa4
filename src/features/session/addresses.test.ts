import { execSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

const sources = execSync("find src/features src/ui -name '*.ts*' -not -name '*.test.*'", { encoding: 'utf8' })
  .trim()
  .split('\n')
  .map((file) => readFileSync(file, 'utf8'));
const all = (pattern: RegExp) =>
  sources.flatMap((text) => [...text.matchAll(pattern)].map((match) => match[1]!));

test('what a page puts in its address is read by a page under the same name', () => {
  const put = new Set(
    all(/setQuery\(\{([^}]*)\}/g).flatMap((members) =>
      [...members.matchAll(/(?:^|,)\s*(\w+)\s*:/g)].map((match) => match[1]!),
    ),
  );
  // Filters of tokens are read as one: see `filterOf`.
  const read = new Set([...all(/\.get\('([\w-]+)'/g), 'type', 'origin']);
  expect(put.size).toBeGreaterThan(20);
  expect([...put].filter((name) => !read.has(name))).toEqual([]);
});
