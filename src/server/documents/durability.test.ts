import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { build } from 'esbuild';
import { openDatabase } from '../db/connection';
import { IS_FILE, testWorkspace } from '@/testing/server';

/**
 * A process that writes change sets one after the other and says each one's id once it is acknowledged. It goes through
 * the same door as a request does.
 */
const WRITER = `
import { openDatabase } from '@/server/db/connection';
import { perform } from '@/server/perform';
const [folder, person] = process.argv.slice(2);
const knex = await openDatabase(folder);
const actor = { kind: 'person', id: person };
for (let i = 0; ; i++) {
  const { items } = await perform(knex, 'libraries.open', actor, { slug: 'lib' });
  const token = items.find((item) => item.kind === 'token' && item.name === 'ink');
  const id = 'change_' + process.pid + '_' + i;
  const edit = { kind: 'set', version: 1, item: token.id, path: 'redirects', before: token.redirects, after: [id] };
  await perform(knex, 'documents.change', actor, { slug: 'lib', id, label: 'x', edits: [edit] });
  process.stdout.write(id + '\\n');
}
`;

test('killed at random moments while it writes, every acknowledged change set is there', async () => {
  const workspace = await testWorkspace();
  const bundle = mkdtempSync(path.join(process.cwd(), 'dist', 'kill-'));
  writeFileSync(path.join(bundle, 'writer.ts'), WRITER);
  await build({
    entryPoints: [path.join(bundle, 'writer.ts')],
    outfile: path.join(bundle, 'writer.mjs'),
    bundle: true,
    platform: 'node',
    format: 'esm',
    external: ['better-sqlite3', 'knex', 'pg', 'pino', 'css-tree'],
    tsconfig: 'tsconfig.json',
    logLevel: 'error',
    banner: { js: "import { createRequire as r } from 'node:module'; const require = r(import.meta.url);" },
  });
  const owner = (workspace.actors.owner as { id: string }).id;
  await workspace.knex.destroy();
  const acknowledged: string[] = [];
  for (let round = 0; round < 6; round++) {
    const child: ChildProcess = spawn(process.execPath, [
      path.join(bundle, 'writer.mjs'),
      workspace.target,
      owner,
    ]);
    let text = '';
    let said = '';
    let armed = false;
    child.stderr!.on('data', (part) => (said += part));
    await new Promise<void>((resolve) => {
      child.stdout!.on('data', (part) => {
        text += part;
        // The moment varies: some milliseconds after the fourth answer, however fast the machine is.
        if (armed || text.split('\n').length <= 4) return;
        armed = true;
        setTimeout(() => child.kill('SIGKILL'), 20 + ((round * 137) % 240));
      });
      child.on('close', () => resolve());
    });
    expect(said).toBe('');
    acknowledged.push(...text.split('\n').slice(0, -1));
  }
  const knex = await openDatabase(workspace.target);
  const stored = new Set((await knex('change_sets').select('id')).map((row: { id: string }) => row.id));
  expect(acknowledged.length).toBeGreaterThan(20);
  expect(acknowledged.filter((id) => !stored.has(id))).toEqual([]);
  if (IS_FILE) expect(await knex.raw('PRAGMA integrity_check')).toEqual([{ integrity_check: 'ok' }]);
  // What stands is the last change set's value, whole, at the draft's sequence.
  const draft = await knex('drafts')
    .join('documents', 'documents.id', 'drafts.document_id')
    .where({ slug: 'lib' })
    .first('drafts.*');
  const last = await knex('change_sets').where({ draft_id: draft.id }).orderBy('sequence', 'desc').first();
  expect(last.sequence).toBe(draft.sequence);
  const row = await knex('items')
    .where({ draft_id: draft.id, item_id: JSON.parse(last.edits)[0].item })
    .first();
  expect(JSON.parse(row.body).redirects).toEqual(JSON.parse(last.edits)[0].after);
  await knex.destroy();
  rmSync(bundle, { recursive: true, force: true });
  rmSync(workspace.folder, { recursive: true, force: true });
});
