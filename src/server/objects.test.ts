import { dump, testWorkspace, type TestWorkspace } from '@/testing/server';
import { Problem } from './http/problem';
import { perform } from './perform';
import { USE_CASES } from './registry';

/**
 * Operation × person × an object of another team: whatever an input names, who may not read it is answered as if it were
 * not there, word for word, and nothing is written.
 */
let workspace: TestWorkspace;
beforeAll(async () => {
  workspace = await testWorkspace();
  const { knex, actors } = workspace;
  // The outsider owns a library and a product of a team of their own.
  await perform(knex, 'libraries.create', actors.outsider!, {
    name: 'Theirs',
    slug: 'theirs',
    visibility: 'team',
  });
  await perform(knex, 'libraries.import', actors.outsider!, {
    slug: 'theirs',
    files: [{ name: 'a.tokens.json', text: '{"x":{"$type":"number","$value":1}}' }],
  });
  await perform(knex, 'releases.publish', actors.outsider!, {
    slug: 'theirs', sequence: 1, version: '1.0.0', leftOut: [], summary: '',
  }); // prettier-ignore
  await perform(knex, 'products.create', actors.outsider!, {
    name: 'Their shop',
    slug: 'their-shop',
    library: 'theirs',
  });
});
const closing: (() => Promise<void>)[] = [];
afterAll(async () => {
  for (const close of closing) await close();
  await workspace.close();
});

const HASH = '0'.repeat(64);
/** Inputs by which an operation reaches an object: `AT` stands for its address. Operations that reach none are left out. */
const REACHES: Record<string, { kind: 'library' | 'product'; input: (at: string) => object }[]> = {
  'libraries.create': [
    {
      kind: 'library',
      input: (at) => ({ name: 'New', slug: 'new', parent: { slug: at, version: '1.0.0' } }),
    },
  ],
  'libraries.open': [{ kind: 'library', input: (at) => ({ slug: at }) }],
  'libraries.import': [
    { kind: 'library', input: (at) => ({ slug: at, files: [{ name: 'a.tokens.json', text: '{}' }] }) },
  ],
  'libraries.transfer': [
    {
      kind: 'library',
      input: (at) => ({ slug: at, names: ['button'], to: 'theirs', mode: 'copy', needs: 'map' }),
    },
    {
      kind: 'library',
      input: (at) => ({ slug: 'theirs', names: ['button'], to: at, mode: 'copy', needs: 'map' }),
    },
  ],
  'documents.change': [
    { kind: 'library', input: (at) => ({ slug: at, id: 'change_object', label: 'x', edits: [] }) },
    { kind: 'product', input: (at) => ({ slug: at, id: 'change_object', label: 'x', edits: [] }) },
  ],
  'documents.history': [
    { kind: 'library', input: (at) => ({ slug: at }) },
    { kind: 'product', input: (at) => ({ slug: at }) },
  ],
  'documents.undo': [{ kind: 'library', input: (at) => ({ slug: at, id: 'change_object' }) }],
  'releases.list': [{ kind: 'library', input: (at) => ({ slug: at }) }],
  'releases.publish': [
    {
      kind: 'library',
      input: (at) => ({ slug: at, sequence: 1, version: '9.0.0', leftOut: [], summary: '' }),
    },
  ],
  'outputs.write': [{ kind: 'library', input: (at) => ({ slug: at, format: 'css' }) }],
  'products.create': [{ kind: 'library', input: (at) => ({ name: 'New', slug: 'new-shop', library: at }) }],
  'products.open': [{ kind: 'product', input: (at) => ({ slug: at }) }],
  'products.import': [{ kind: 'product', input: (at) => ({ slug: at, files: [] }) }],
  'products.take': [
    {
      kind: 'product',
      input: (at) => ({ slug: at, library: 'theirs', version: '1.0.0', id: 'change_object' }),
    },
    {
      kind: 'library',
      input: (at) => ({ slug: 'their-shop', library: at, version: '1.0.0', id: 'change_object' }),
    },
  ],
  'files.store': [
    { kind: 'library', input: (at) => ({ slug: at, name: 'a.svg', bytes: Buffer.from('<svg/>') }) },
  ],
};
const REACHES_NONE = [
  'people.welcome', 'workspace.setUp', 'workspace.setWidths', 'people.signIn', 'people.signInDemo', 'people.signOut',
  'people.me', 'people.add', 'documents.list', 'inbox.list', 'inbox.read', 'files.read',
]; // prettier-ignore

test('every operation is said to reach an object, or none', () => {
  expect([...Object.keys(REACHES), ...REACHES_NONE].sort()).toEqual([...USE_CASES.keys()].sort());
});

const cases = Object.entries(REACHES).flatMap(([id, ways]) =>
  ways.map(({ kind, input }, i): [string, string, string, (at: string) => object] => [
    `${id} ${i + 1}`,
    id,
    kind,
    input,
  ]),
);
test.each(cases)('%s: hidden reads as missing, and writes nothing', async (_, id, kind, input) => {
  const { knex, close } = await workspace.again();
  closing.push(close);
  const hidden = kind === 'library' ? 'lib' : 'prod';
  const before = await dump(knex);
  const refusal = async (at: string): Promise<{ code: string; text: string }> => {
    try {
      await perform(knex, id, workspace.actors.outsider!, input(at));
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      return { code: error.code, text: error.message.replace(new RegExp(`\\b${at}\\b`, 'g'), 'AT') };
    }
    throw new Error(`${id} let an outsider reach ${at}`);
  };
  const answers = [await refusal(hidden), await refusal('nowhere')];
  expect(answers[0]).toEqual(answers[1]);
  expect(answers[0]!.code).toBe('not-found');
  expect(await dump(knex)).toBe(before);
});

test('a file is read by who may see a document that holds it, and by nobody else', async () => {
  const { knex, actors } = workspace;
  const stored = (await perform(knex, 'files.store', actors.owner!, {
    slug: 'lib', name: 'a.svg', bytes: Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 8 8"><path d="M0 0h8"/></svg>'),
  })) as { hash: string }; // prettier-ignore
  await expect(perform(knex, 'files.read', actors.viewer!, { hash: stored.hash })).resolves.toHaveProperty(
    'bytes',
  );
  const refused = async (hash: string) =>
    perform(knex, 'files.read', actors.outsider!, { hash }).catch((error: Problem) => [
      error.code,
      error.message,
    ]);
  expect(await refused(stored.hash)).toEqual(await refused(HASH));
});

test('lists and inboxes of one team name nothing of another', async () => {
  const { knex, actors } = workspace;
  for (const [who, own, other] of [
    ['outsider', 'theirs', 'lib'],
    ['viewer', 'lib', 'theirs'],
  ] as const) {
    const { documents } = (await perform(knex, 'documents.list', actors[who]!, {})) as {
      documents: { slug: string }[];
    };
    const slugs = documents.map(({ slug }) => slug);
    expect([slugs.includes(own), slugs.includes(other)]).toEqual([true, false]);
    expect(JSON.stringify(await perform(knex, 'inbox.list', actors[who]!, {}))).not.toContain(other);
  }
});
