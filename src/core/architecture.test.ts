import { readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';

const walk = (folder: string): string[] =>
  readdirSync(folder).flatMap((name) => {
    const file = path.join(folder, name);
    return statSync(file).isDirectory() ? walk(file) : [file];
  });

test('the architecture page names every folder of the core, and none that is not there', () => {
  const page = readFileSync('docs/architecture.md', 'utf8');
  const folders = readdirSync('src/core').filter((name) =>
    statSync(path.join('src/core', name)).isDirectory(),
  );
  const named = [...page.matchAll(/^- `core\/([a-z]+)\/`/gm)].map((match) => match[1]);
  expect(named.sort()).toEqual(folders.sort());
});

test('the layers drawn on the architecture page are those lint enforces', () => {
  const page = readFileSync('docs/architecture.md', 'utf8');
  const lint = readFileSync('eslint.config.mjs', 'utf8');
  const rows = [...page.matchAll(/^\| `(\w+)` \| ([^|]+) \|/gm)].map(
    ([, layer, may]) => [layer!, [...may!.matchAll(/`(\w+)`/g)].map((match) => match[1]!)] as const,
  );
  expect(rows.length).toBeGreaterThan(7);
  for (const [layer, may] of rows) {
    const allowed = new RegExp(`^  ${layer}: \\[(.*)\\],$`, 'm').exec(lint)?.[1];
    expect(
      [...(allowed ?? '').matchAll(/'(\w+)'/g)].map((match) => match[1]).filter((name) => name !== layer),
    ).toEqual(may);
  }
});

test('registries know every file of their folder', () => {
  for (const [folder, registry, skip] of [
    ['src/core/tokens/types', 'registry.ts', ['type.ts', 'quantity.ts', 'composite.ts']],
    ['src/core/checks', 'registry.ts', ['check.ts', 'finding.ts', 'sarif.ts']],
    ['src/core/gather/readers', 'registry.ts', []],
    ['src/core/recipes', 'registry.ts', ['recipe.ts']],
    ['src/core/outputs', 'registry.ts', ['output.ts', 'naming.ts', 'csv.ts']],
    ['src/core/components/code', 'registry.ts', ['code.ts']],
    ['src/core/components/source', 'registry.ts', ['source.ts']],
  ] as const) {
    const text = readFileSync(path.join(folder, registry), 'utf8');
    for (const file of walk(folder).map((name) => path.basename(name))) {
      if (file === registry || file.endsWith('.test.ts') || (skip as readonly string[]).includes(file))
        continue;
      expect(text).toContain(`'./${file.replace(/\.ts$/, '')}'`);
    }
  }
});
