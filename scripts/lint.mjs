/** ESLint (layers and mistakes) and Prettier (form); fails on either. */
import { spawnSync } from 'node:child_process';
import path from 'node:path';

const root = path.resolve(import.meta.dirname, '..');
const run = (name, args) =>
  spawnSync(path.join(root, 'node_modules/.bin', name), args, { cwd: root, stdio: 'inherit' }).status ?? 1;
const eslint = run('eslint', ['--max-warnings', '0', '.']);
const prettier = run('prettier', ['--check', '--log-level', 'warn', '.']);
process.exit(eslint === 0 && prettier === 0 ? 0 : 1);
