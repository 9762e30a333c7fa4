import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { addItem, setField } from '@/core/document/edits';
import type { AssetItem } from '@/core/assets/asset';
import { perform } from '../perform';
import { Problem } from '../http/problem';
import { testWorkspace, type TestWorkspace } from '@/testing/server';
import type { StoredFont } from '@/editing/foundations/stored-font';

const bytes = readFileSync('node_modules/@fontsource/commit-mono/files/commit-mono-latin-400-normal.woff2');
let workspace: TestWorkspace;
let stored: StoredFont & { notes: string[] };
beforeAll(async () => {
  workspace = await testWorkspace();
  stored = (await store(bytes)) as typeof stored;
});
afterAll(() => workspace.close());

const store = (content: Uint8Array, slug = 'lib', who = 'maintainer') =>
  perform(workspace.knex, 'files.store', workspace.actors[who]!, {
    slug,
    name: 'mono.woff2',
    bytes: content,
  });
let n = 0;
const change = (edits: object[], slug = 'lib') =>
  perform(workspace.knex, 'documents.change', workspace.actors.owner!, {
    slug,
    id: `change_file_${++n}`,
    label: 'x',
    edits,
  });
const refusal = (promise: Promise<unknown>) =>
  promise.then(
    () => 'done',
    (error) => {
      if (error instanceof Problem) return error.detail;
      throw error;
    },
  );
const asset = (file: object): AssetItem => {
  const { notes: _notes, ...kept } = stored;
  return {
    id: 'asset_one',
    kind: 'asset',
    name: 'Mono',
    role: 'font',
    order: 'a0',
    files: { file_one: { ...kept, context: null, order: 'a0', ...file } },
  } as AssetItem;
};

test('a file is known by what its bytes are, whatever it is called, and comes back byte for byte', async () => {
  expect(stored).toMatchObject({
    hash: createHash('sha256').update(bytes).digest('hex'),
    mediaType: 'font/woff2',
    size: bytes.length,
  });
  const read = await perform(workspace.knex, 'files.read', workspace.actors.viewer!, { hash: stored.hash });
  expect(Buffer.compare((read as { bytes: Buffer }).bytes, bytes)).toBe(0);
  // Once more is the same file, not a second one.
  expect(await store(bytes)).toEqual(stored);
  expect(await workspace.knex('files').count({ n: '*' }).first()).toEqual({ n: 1 });
  await expect(workspace.knex('files').update({ media_type: 'text/html' })).rejects.toMatchObject({
    message: expect.stringContaining('cannot be changed'),
  });
});

test('what is not a font is refused in words and leaves nothing behind', async () => {
  for (const content of ['<html><script>alert(1)</script></html>'.repeat(4), 'wOF2' + 'x'.repeat(200), '']) {
    expect(await refusal(store(Buffer.from(content)))).toMatch(
      /^mono\.woff2.*(not a font, drawing|broken|40 MB)/,
    );
  }
  expect(await workspace.knex('files').count({ n: '*' }).first()).toEqual({ n: 1 });
});

test('an asset may name only files brought to its library, and say of them only what they hold', async () => {
  const lies = [
    { hash: 'f'.repeat(64) },
    { size: 1 },
    { mediaType: 'text/html' },
    { font: { ...stored.font, embedding: 'restricted' } },
    { font: { ...stored.font, weight: [100, 900] } },
    { font: null },
  ];
  for (const lie of lies)
    expect([lie, await refusal(change([addItem(asset(lie))]))]).toEqual([
      lie,
      expect.stringMatching(/Upload it (first|again)/),
    ]);
  expect(await refusal(change([addItem(asset({}))]))).toBe('done');
  const worse = setField(asset({}), 'files/file_one', { ...asset({}).files.file_one!, size: 5 });
  expect(await refusal(change([worse]))).toMatch(/Upload it again/);
});

test('a hash opens nothing to who may not see a library that has the file', async () => {
  expect(
    await refusal(perform(workspace.knex, 'files.read', workspace.actors.outsider!, { hash: stored.hash })),
  ).toMatch(/no such file/);
  expect(
    await refusal(perform(workspace.knex, 'files.read', workspace.actors.owner!, { hash: 'none' })),
  ).toMatch(/no such file/);
});
