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

test('the folders of the core stand on the page in the order that lint enforces', () => {
  const page = readFileSync('docs/architecture.md', 'utf8');
  const lint = readFileSync('eslint.config.mjs', 'utf8');
  const order = [.../^const CORE = \[([^\]]*)\];/m.exec(lint)![1]!.matchAll(/'(\w+)'/g)].map(
    (match) => match[1],
  );
  expect([...page.matchAll(/^- `core\/([a-z]+)\/`/gm)].map((match) => match[1])).toEqual(order);
});

test('the layers drawn on the architecture page are those lint enforces, and no others', () => {
  const page = readFileSync('docs/architecture.md', 'utf8');
  const lint = readFileSync('eslint.config.mjs', 'utf8');
  const drawn = Object.fromEntries(
    [...page.matchAll(/^\| `(\w+)` \| ([^|]+) \|/gm)].map(([, layer, may]) => [
      layer!,
      [...may!.matchAll(/`(\w+)`/g)].map((match) => match[1]!),
    ]),
  );
  const [, table] = /^const LAYERS = \{([\s\S]*?)^\};/m.exec(lint)!;
  const enforced = Object.fromEntries(
    [...table!.matchAll(/^  (\w+): \[(.*)\],$/gm)].map(([, layer, may]) => [
      layer!,
      [...may!.matchAll(/'(\w+)'/g)].map((match) => match[1]!).filter((name) => name !== layer),
    ]),
  );
  expect(drawn).toEqual(enforced);
  const folders = readdirSync('src').filter((name) => statSync(path.join('src', name)).isDirectory());
  expect(Object.keys(enforced).sort()).toEqual(
    [...folders.filter((name) => name !== 'testing'), 'demo'].sort(),
  );
});

test('registries know every file of their folder', () => {
  for (const [folder, registry, skip] of [
    ['src/core/tokens/types', 'registry.ts', ['type.ts', 'quantity.ts', 'composite.ts']],
    ['src/core/tokens/checks', 'registry.ts', ['check.ts']],
    ['src/core/components/checks', 'registry.ts', ['check.ts']],
    ['src/core/guides/blocks', 'registry.ts', []],
    ['src/features/guides/blocks', 'registry.ts', ['block.ts', 'component-notices.tsx']],
    ['src/core/kinds', 'registry.ts', ['tree-declarations.ts', 'schema-problems.ts']],
    ['src/server/db/dialects', 'registry.ts', ['dialect.ts', 'knex-postgres.d.ts']],
    ['src/core/intake/readers', 'registry.ts', []],
    ['src/core/tokens/recipes', 'registry.ts', ['recipe.ts']],
    [
      'src/core/outputs',
      'registry.ts',
      ['output.ts', 'output-item.ts', 'deliver.ts', 'page-styles.ts', 'difference.ts', 'constants.ts', 'variables.ts', 'units.ts', 'asset-files.ts', 'component-sheets.ts'], // prettier-ignore
    ],
    ['src/core/usage/readers', 'registry.ts', []],
    ['src/core/usage/changes', 'registry.ts', ['change-check.ts']],
    ['src/core/components/code', 'registry.ts', ['code.ts']],
    ['src/core/components/source', 'registry.ts', ['source.ts']],
  ] as const) {
    const text = readFileSync(path.join(folder, registry), 'utf8');
    for (const file of walk(folder).map((name) => path.basename(name))) {
      if (file === registry || /\.test\.tsx?$/.test(file) || (skip as readonly string[]).includes(file))
        continue;
      expect(text).toContain(`'./${file.replace(/\.tsx?$/, '')}'`);
    }
  }
});

test('what only its own file uses is not exported', () => {
  const sources = ['src', 'e2e', 'bench', 'demo', 'scripts']
    .flatMap(walk)
    .filter((file) => /\.(tsx?|mjs)$/.test(file))
    .map((file) => ({ file, text: readFileSync(file, 'utf8') }));
  const files = new Map<string, Set<string>>();
  for (const { file, text } of sources)
    for (const [word] of text.matchAll(/[A-Za-z_$][\w$]*/g)) {
      const found = files.get(word);
      if (found) found.add(file);
      else files.set(word, new Set([file]));
    }
  const alone = sources
    // What the framework asks for is named by nobody here.
    .filter(({ file }) => file.startsWith('src/') && !/^src\/(app\/|instrumentation)|\.test\./.test(file))
    .flatMap(({ file, text }) =>
      [...text.matchAll(/^export (?:async )?(?:const|function\*?|class|interface|type) ([\w$]+)/gm)]
        .filter(([, name]) => files.get(name!)!.size === 1)
        .map(([, name]) => `${file}: ${name}`),
    );
  expect(alone).toEqual([]);
});

test('a command is one file of its name in its stage, and one line in the list', () => {
  const list = readFileSync('src/editing/commands.ts', 'utf8');
  const files = walk('src/editing').filter((file) => /\/commands\/(?!.*\.test\.ts$)[^/]+\.ts$/.test(file));
  expect(files.length).toBeGreaterThan(60);
  for (const file of files) {
    const name = path.basename(file, '.ts').replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase());
    expect([file, list.includes(`import { ${name} } from './${path.relative('src/editing', file).slice(0, -3)}'`)]).toEqual([file, true]); // prettier-ignore
    expect([file, [...readFileSync(file, 'utf8').matchAll(/^export function (\w+)/gm)].map((match) => match[1])]).toEqual([file, [name]]); // prettier-ignore
  }
});
