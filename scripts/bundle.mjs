/** Bundles what runs outside Next: the command line, the preparation of a data folder, and the benchmarks. */
import { build } from 'esbuild';
import { rmSync } from 'node:fs';
import path from 'node:path';

const root = path.resolve(import.meta.dirname, '..');
const common = {
  absWorkingDir: root,
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  tsconfig: 'tsconfig.json',
  logLevel: 'warning',
  // Its main entry reads its data by path, which a bundle has no folder for.
  alias: { 'css-tree': path.join(root, 'node_modules/css-tree/dist/csstree.esm.js') },
  external: ['better-sqlite3', 'knex', 'pg', 'next', 'iron-session', 'pino', 'fontkit', 'piscina'],
  banner: {
    js: "import { createRequire as __createRequire } from 'node:module'; const require = __createRequire(import.meta.url);",
  },
};
const wanted = process.argv.slice(2);
const cliFolder = process.env.CLI_OUT ?? 'dist/cli';
// Pieces of an earlier bundle carry other names and would stay for ever.
if (wanted.length === 0 || wanted.includes('cli'))
  rmSync(path.join(root, cliFolder), { recursive: true, force: true });
const all = {
  cli: () =>
    build({
      ...common,
      entryPoints: { seedplan: 'src/cli/seedplan.ts' },
      outdir: cliFolder,
      splitting: true,
      minify: true,
      outExtension: { '.js': '.mjs' },
    }),
  prepare: () =>
    build({
      ...common,
      entryPoints: { prepare: 'demo/prepare.ts' },
      outdir: 'dist',
      outExtension: { '.js': '.mjs' },
    }),
  serve: () =>
    build({
      ...common,
      entryPoints: { serve: 'src/server/start/serve.ts' },
      outdir: 'dist',
      outExtension: { '.js': '.mjs' },
    }),
  worker: () =>
    build({
      ...common,
      entryPoints: { worker: 'src/server/jobs/worker.ts' },
      outdir: 'dist',
      outExtension: { '.js': '.mjs' },
    }),
  bench: () =>
    build({
      ...common,
      entryPoints: { bench: 'bench/run.ts', 'bench-samples': 'bench/sample-component.ts' },
      outdir: 'dist',
      outExtension: { '.js': '.mjs' },
    }),
};
for (const [name, run] of Object.entries(all))
  if (wanted.length === 0 ? name !== 'bench' : wanted.includes(name)) await run();
