import type { Knex } from 'knex';
import { addItem } from '@/core/document/edits';
import type { Item } from '@/core/document/item';
import { ITEM_KINDS } from '@/core/kinds/registry';
import { OPERATIONS } from '@/api/operations';
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
    libraries: [{ slug: 'theirs' }],
  });
});
const closing: (() => Promise<void>)[] = [];
afterAll(async () => {
  for (const close of closing) await close();
  await workspace.close();
});

const HASH = '0'.repeat(64);
const UPLOAD = { hash: HASH, size: 1 };
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
  'documents.setVisibility': (['library', 'product'] as const).map((kind) => ({
    kind,
    input: (at: string) => ({ slug: at, visibility: 'workspace' }),
  })),
  'documents.undo': [{ kind: 'library', input: (at) => ({ slug: at, id: 'change_object' }) }],
  'releases.list': [{ kind: 'library', input: (at) => ({ slug: at }) }],
  'releases.publish': [
    {
      kind: 'library',
      input: (at) => ({ slug: at, sequence: 1, version: '9.0.0', leftOut: [], summary: '' }),
    },
  ],
  'releases.promote': [{ kind: 'library', input: (at) => ({ slug: at, version: '1.0.0', summary: '' }) }],
  'releases.withdraw': [{ kind: 'library', input: (at) => ({ slug: at, version: '1.0.0', reason: 'x' }) }],
  'releases.restore': [{ kind: 'library', input: (at) => ({ slug: at, version: '1.0.0' }) }],
  'deliveries.list': [{ kind: 'library', input: (at) => ({ slug: at }) }],
  'deliveries.read': [{ kind: 'library', input: (at) => ({ slug: at, id: 'none' }) }],
  // The product an output names is asked about when it is written and when it is delivered: `outputs/deliveries.test.ts`.
  'deliveries.deliver': [{ kind: 'library', input: (at) => ({ slug: at, id: 'none' }) }],
  'guides.site': [{ kind: 'library', input: (at) => ({ slug: at }) }],
  'outputs.write': [{ kind: 'library', input: (at) => ({ slug: at, format: 'css' }) }],
  'products.create': [
    { kind: 'library', input: (at) => ({ name: 'New', slug: 'new-shop', libraries: [{ slug: at }] }) },
  ],
  'products.open': [{ kind: 'product', input: (at) => ({ slug: at }) }],
  'products.import': [{ kind: 'product', input: (at) => ({ slug: at, files: [] }) }],
  'libraries.parentAt': [{ kind: 'library', input: (at) => ({ slug: at, version: '1.0.0' }) }],
  'libraries.takeParent': [
    { kind: 'library', input: (at) => ({ slug: at, version: '1.0.0', id: 'change_object' }) },
  ],
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
  'files.facts': [{ kind: 'library', input: (at) => ({ slug: at, hash: HASH }) }],
  'uploads.file': [{ kind: 'library', input: (at) => ({ slug: at, name: 'a.woff2', upload: UPLOAD }) }],
  'uploads.tokens': [{ kind: 'library', input: (at) => ({ slug: at, name: 'a.json', upload: UPLOAD }) }],
  'uploads.source': [{ kind: 'product', input: (at) => ({ slug: at, name: 'a.zip', upload: UPLOAD }) }],
  'jobs.list': (['library', 'product'] as const).map((kind) => ({
    kind,
    input: (at: string) => ({ document: at }),
  })),
  'repositories.create': [{ kind: 'product', input: (at) => ({ slug: at }) }],
  'repositories.read': [{ kind: 'product', input: (at) => ({ slug: at }) }],
  'repositories.commit': [{ kind: 'product', input: (at) => ({ slug: at, commit: 'main' }) }],
  'repositories.file': [{ kind: 'product', input: (at) => ({ slug: at, commit: 'main', name: 'a.css' }) }],
  'repositories.scan': [{ kind: 'product', input: (at) => ({ slug: at }) }],
  'proposals.list': [{ kind: 'product', input: (at) => ({ slug: at }) }],
  'proposals.read': [{ kind: 'product', input: (at) => ({ slug: at, id: 'none' }) }],
  'proposals.checks': [{ kind: 'product', input: (at) => ({ slug: at, id: 'none' }) }],
  'proposals.create': [{ kind: 'product', input: (at) => ({ slug: at, branch: 'none', title: 'None' }) }],
  'proposals.migrate': [{ kind: 'product', input: (at) => ({ slug: at }) }],
  'proposals.merge': [{ kind: 'product', input: (at) => ({ slug: at, id: 'none' }) }],
  'proposals.close': [{ kind: 'product', input: (at) => ({ slug: at, id: 'none' }) }],
  'scans.list': [{ kind: 'product', input: (at) => ({ slug: at }) }],
  'scans.read': [
    { kind: 'product', input: (at) => ({ slug: at, commit: 'abcdef0' }) },
    { kind: 'library', input: (at) => ({ slug: 'their-shop', commit: 'abcdef0', library: at }) },
  ],
  'scans.ofLibrary': [{ kind: 'library', input: (at) => ({ slug: at }) }],
};
const REACHES_NONE = [
  // An administrator's, who may not read it either: `people/members.test.ts`.
  'workspace.setStarting',
  'people.list', 'people.invite', 'people.inviteAgain', 'people.invitation', 'people.join', 'people.setAdministrator', 'people.remove',
  'teams.create', 'teams.rename', 'teams.setRole', 'teams.removeMember', 'outbox.list',
  // Jobs are named by ids of their own: `jobs/runner.test.ts`.
  'keys.list', 'keys.create', 'keys.revoke', 'jobs.cancel', 'jobs.again',
  'people.welcome', 'workspace.setUp', 'workspace.setWidths', 'people.signIn', 'people.signInDemo', 'people.signOut',
  'people.me', 'people.sessions', 'people.endSession', 'people.changePassword', 'people.add', 'documents.list', 'inbox.list', 'inbox.read', 'people.nextSteps', 'files.read',
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

// Items that name another document, as a change set brings them: hand-written where the document's own use cases would ask.
const NAMING: [kind: string, document: string, item: (library: { id: string; path: string }) => object, hidden: string][] = [
  ['parent', 'theirs', (library) => ({ id: 'parent_hidden', kind: 'parent', library, version: '1.0.0' }), 'lib'],
  ['pin', 'their-shop', (library) => ({ id: 'pin_hidden', kind: 'pin', library, version: '1.0.0', policy: 'ask', held: {} }), 'lib'],
  ['output', 'theirs', ({ id }) => ({ id: 'output_hidden', kind: 'output', order: 'a1', name: 'x', formats: ['css'], context: null, prefix: '', destination: { kind: 'repository', product: id, folder: 'x' }, onRelease: false }), 'prod'],
]; // prettier-ignore
test('every kind of item that names another document is in the table', () => {
  const naming = [...ITEM_KINDS.values()].filter(
    ({ pinned, product }) => pinned !== undefined || product !== undefined,
  );
  expect(NAMING.map(([kind]) => kind).sort()).toEqual(naming.map(({ kind }) => kind).sort());
});

test.each(NAMING)('a %s written by a change set reaches nothing hidden', async (_, slug, item, named) => {
  const { knex, close } = await workspace.again();
  closing.push(close);
  const hidden = await knex('documents').where({ slug: named }).first();
  const before = await dump(knex);
  const refusal = (id: string) =>
    perform(knex, 'documents.change', workspace.actors.outsider!, {
      slug, id: 'change_object', label: 'x', edits: [addItem(item({ id, path: 'X' }) as Item)],
    }).catch((error: Problem) => [error.code, error.message.replaceAll(id, 'AT')]); // prettier-ignore
  const answers = [await refusal(hidden.id), await refusal('library_nowhere')];
  expect(answers[0]).toEqual(answers[1]);
  expect(answers[0]).toEqual(['not-found', expect.stringMatching(/release 1\.0\.0 of X|product AT/)]);
  expect(await dump(knex)).toBe(before);
});

describe('what was named while it could be seen', () => {
  // A library and a product of the workspace, made by somebody who may read the hidden one they stand on.
  let knex: Knex;
  const ask = <T>(who: string, id: string, input: object) =>
    perform(knex, id, workspace.actors[who]!, input) as Promise<T>;
  beforeAll(async () => {
    const copy = await workspace.again();
    closing.push(copy.close);
    knex = copy.knex;
    await ask('owner', 'libraries.create', {
      name: 'Child', slug: 'child', parent: { slug: 'lib', version: '1.0.0' },
    }); // prettier-ignore
    await ask('owner', 'libraries.import', {
      slug: 'child', files: [{ name: 'a.tokens.json', text: '{"x":{"$type":"number","$value":1}}' }],
    }); // prettier-ignore
    await ask('owner', 'releases.publish', {
      slug: 'child', sequence: 2, version: '1.0.0', leftOut: [], summary: '',
    }); // prettier-ignore
    await ask('owner', 'products.create', {
      name: 'Open shop',
      slug: 'open-shop',
      libraries: [{ slug: 'lib' }],
    });
    await ask('owner', 'products.create', {
      name: 'Child shop',
      slug: 'child-shop',
      libraries: [{ slug: 'child' }],
    });
  });
  const HIDDEN = /button|ink|#222222/;

  test('opening a library shows what it inherits to those who may read it', async () => {
    for (const [who, seen] of [
      ['viewer', true],
      ['outsider', false],
    ] as const) {
      const { ancestors, last, withheld } = await ask<{ ancestors: object[]; last: object; withheld: boolean }>(
        who, 'libraries.open', { slug: 'child' },
      ); // prettier-ignore
      expect([who, withheld, HIDDEN.test(JSON.stringify([ancestors, last]))]).toEqual([who, !seen, seen]);
    }
  });
  test('an output that would hold it is written for those who may read it', async () => {
    for (const version of ['draft', '1.0.0']) {
      const input = { slug: 'child', format: 'css', version };
      expect(JSON.stringify(await ask('viewer', 'outputs.write', input))).toMatch(HIDDEN);
      await expect(ask('outsider', 'outputs.write', input)).rejects.toMatchObject({
        code: 'not-found', detail: expect.stringContaining('inherits from'),
      }); // prettier-ignore
    }
  });
  test('a product shows a library, and what that inherits, to those who may read it', async () => {
    for (const slug of ['open-shop', 'child-shop'])
      for (const [who, seen] of [
        ['viewer', true],
        ['outsider', false],
      ] as const) {
        const { libraries } = await ask<{ libraries: object[] }>(who, 'products.open', { slug });
        expect([slug, who, HIDDEN.test(JSON.stringify(libraries))]).toEqual([slug, who, seen]);
        const { releases } = await ask<{ releases: object[] }>(who, 'releases.list', { slug: 'child' });
        expect([who, HIDDEN.test(JSON.stringify(releases))]).toEqual([who, seen]);
      }
  });
  test('the home page names it to those who may read it', async () => {
    const { documents } = await ask<{ documents: { slug: string; parent: string | null; pins: string[] }[] }>(
      'outsider', 'documents.list', {},
    ); // prettier-ignore
    const named = documents.map(({ slug, parent, pins }) => [slug, parent, pins]);
    expect(named).toContainEqual(['child', null, []]);
    expect(named).toContainEqual(['open-shop', null, []]);
    expect(named).toContainEqual(['child-shop', null, ['Child 1.0.0']]);
  });
  test('screens are brought in by what may be read', async () => {
    // A maintainer of the product's team who may not read the library of its pin.
    await knex('documents')
      .where({ slug: 'open-shop' })
      .update({ team_id: (await knex('teams').where({ name: 'Elsewhere' }).first()).id });
    const input = {
      slug: 'open-shop',
      files: [{ name: 's.html', text: '<main><lib-button label="x"></lib-button></main>' }],
    };
    await expect(ask('outsider', 'products.import', input)).rejects.toBeInstanceOf(Problem);
    await expect(
      ask('outsider', 'products.take', { slug: 'open-shop', library: 'lib', version: '1.0.0', id: 'change_object' }),
    ).rejects.toMatchObject({ code: 'not-found' }); // prettier-ignore
  });
  test('a release is told in the inboxes of those who may read its library, as long as they may', async () => {
    await ask('owner', 'libraries.import', {
      slug: 'lib', files: [{ name: 'b.tokens.json', text: '{"more":{"$type":"number","$value":1}}' }],
    }); // prettier-ignore
    const { sequence } = await ask<{ sequence: number }>('owner', 'libraries.open', { slug: 'lib' });
    await ask('owner', 'releases.publish', {
      slug: 'lib',
      sequence,
      version: '1.1.0',
      leftOut: [],
      summary: '',
    });
    const told = async (who: string) => JSON.stringify(await ask(who, 'inbox.list', {}));
    // The team of the shop is Elsewhere since the test before; Prod's is the library's own.
    expect(await told('outsider')).not.toMatch(/Lib|1\.1\.0/);
    expect(await told('maintainer')).toMatch(/Lib 1\.1\.0/);
    await knex('memberships')
      .where({ person_id: (workspace.actors.maintainer as { id: string }).id })
      .delete();
    expect(await told('maintainer')).not.toMatch(/Lib|1\.1\.0/);
    expect((await ask<{ unread: number }>('maintainer', 'people.me', {})).unread).toBe(0);
  });
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
    for (const list of ['inbox.list', 'people.nextSteps'])
      expect(JSON.stringify(await perform(knex, list, actors[who]!, {}))).not.toContain(other);
  }
});

describe('a try writes nothing', () => {
  const svg = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 16 16"><path d="M0 0h16v16H0z"/></svg>';
  const TRIES: Record<string, object> = {
    'libraries.import': {
      slug: 'lib',
      files: [
        { name: 'icons/tide.svg', text: svg },
        { name: 'more.tokens.json', text: '{"more":{"$type":"number","$value":1}}' },
      ],
    },
    'libraries.transfer': { slug: 'lib', names: ['button'], to: 'second', mode: 'move', needs: 'bring' },
  };
  test('every operation that can be tried is in the table', () => {
    const tried = [...OPERATIONS.values()].filter(
      ({ body }) => 'tryOnly' in ((body as { properties?: object } | undefined)?.properties ?? {}),
    );
    expect(tried.map(({ id }) => id).sort()).toEqual(Object.keys(TRIES).sort());
  });
  test.each(Object.entries(TRIES))('%s', async (id, input) => {
    const { knex, close } = await workspace.again();
    closing.push(close);
    await perform(knex, 'libraries.create', workspace.actors.owner!, { name: 'Second', slug: 'second' });
    const before = await dump(knex);
    await perform(knex, id, workspace.actors.owner!, { ...input, tryOnly: true });
    expect(await dump(knex)).toBe(before);
    await perform(knex, id, workspace.actors.owner!, input);
    expect(await dump(knex)).not.toBe(before);
  });
});
