import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { setField } from '@/core/document/edits';
import type { Item } from '@/core/document/item';
import type { TokenItem } from '@/core/tokens/items';
import { perform } from './perform';
import { Problem } from './http/problem';
import { USE_CASES } from './registry';
import { dump, testWorkspace, type TestWorkspace } from '@/testing/server';

const ARCHIVO = readFileSync(
  'node_modules/@fontsource-variable/archivo/files/archivo-latin-wght-normal.woff2',
);
const ARCHIVO_HASH = createHash('sha256').update(ARCHIVO).digest('hex');

let workspace: TestWorkspace;
let ink: TokenItem;
let release: { sequence: number; version: string };
beforeAll(async () => {
  workspace = await testWorkspace();
  const { knex, actors } = workspace;
  const { items } = (await perform(knex, 'libraries.open', actors.owner!, { slug: 'lib' })) as {
    items: Item[];
  };
  ink = items.find((item): item is TokenItem => item.kind === 'token' && item.name === 'ink')!;
  const [layer, declaration] = Object.entries(ink.declarations)[0]!;
  const next = { ...declaration, text: '{"$value":"#333333"}' };
  for (const name of ['maintainer', 'owner']) {
    const present = (
      (await perform(knex, 'libraries.open', actors.owner!, { slug: 'lib' })) as { items: Item[] }
    ).items.find((item) => item.id === ink.id)!;
    const text = name === 'owner' ? '{"$value":"#444444"}' : next.text;
    await perform(knex, 'documents.change', actors[name]!, {
      slug: 'lib',
      id: `change_${name}_1`,
      label: 'x',
      edits: [setField(present, `declarations/${layer}`, { ...next, text })],
    });
  }
  await perform(knex, 'files.store', actors.owner!, { slug: 'lib', name: 'archivo.woff2', bytes: ARCHIVO });
  release = { sequence: 3, version: '1.1.0' };
  const opened = await perform(knex, 'libraries.open', actors.owner!, { slug: 'lib' });
  ink = (opened as { items: Item[] }).items.find((item) => item.id === ink.id) as TokenItem;
});
afterAll(() => workspace.close());

/** What each use case is asked to do here. A use case without an entry fails the suite. */
const inputs = (): Record<string, object> => ({
  'people.welcome': {},
  'workspace.setUp': {
    workspace: 'X',
    name: 'X',
    email: 'x@w.example',
    password: 'a long password',
    team: 'X',
  },
  'workspace.setWidths': { widths: [320, 640] },
  'people.signIn': { email: 'viewer@w.example', password: 'a long password' },
  'people.signInDemo': { person: 'nobody-in-particular' },
  'people.signOut': { session: 'none' },
  'people.sessions': { session: 'none' },
  'people.endSession': { id: 'none' },
  'people.changePassword': { present: 'not the present one', next: 'low water at noon', session: 'none' },
  'people.me': {},
  'people.add': { name: 'New', email: 'new@w.example', password: 'a long password', memberships: [] },
  // Who may manage which team: `people/members.test.ts`.
  'people.list': {},
  'people.invite': {
    name: 'New',
    email: 'new@w.example',
    memberships: [{ team: 'none', role: 'viewer' }],
    origin: '',
  },
  'people.inviteAgain': { id: 'none', origin: '' },
  'people.invitation': { token: 'none' },
  'people.join': { token: 'none', password: 'a long password' },
  'people.setAdministrator': { id: 'none', administrator: true },
  'people.remove': { id: 'none' },
  'teams.create': { name: 'New' },
  'teams.rename': { team: 'none', name: 'New' },
  'teams.setRole': { team: 'none', person: 'none', role: 'owner' },
  'teams.removeMember': { team: 'none', person: 'none' },
  'outbox.list': {},
  'workspace.setStarting': { libraries: ['lib'] },
  'documents.setVisibility': { slug: 'lib', visibility: 'workspace' },
  'documents.list': {},
  'libraries.create': { name: 'Another', slug: 'another' },
  'libraries.open': { slug: 'lib' },
  'libraries.import': {
    slug: 'lib',
    files: [{ name: 'a.tokens.json', text: '{"x":{"$type":"number","$value":1}}' }],
  },
  'documents.change': {
    slug: 'lib',
    id: 'change_test_1',
    label: 'x',
    edits: [setField(ink, 'name', 'renamed')],
  },
  'documents.history': { slug: 'lib' },
  'documents.undo': { slug: 'lib', id: 'change_test_2' },
  'releases.list': { slug: 'lib' },
  'releases.publish': { slug: 'lib', ...release, leftOut: [], summary: '' },
  'releases.promote': { slug: 'lib', version: '1.0.0', summary: '' },
  'releases.withdraw': { slug: 'lib', version: '1.0.0', reason: 'x' },
  'releases.restore': { slug: 'lib', version: '1.0.0' },
  'outputs.write': { slug: 'lib', format: 'css' },
  'deliveries.list': { slug: 'lib' },
  'deliveries.read': { slug: 'lib', id: 'none' },
  'deliveries.deliver': { slug: 'lib', id: 'none' },
  'guides.site': { slug: 'lib' },
  'products.create': { name: 'Third', slug: 'third', libraries: [{ slug: 'lib' }] },
  'products.open': { slug: 'prod' },
  'products.import': {
    slug: 'prod',
    files: [{ name: 's.html', text: '<main><lib-button label="x"></lib-button></main>' }],
  },
  'libraries.parentAt': { slug: 'lib', version: '1.0.0' },
  'libraries.takeParent': { slug: 'lib', version: '1.0.0', id: 'change_test_4' },
  'products.take': { slug: 'prod', library: 'lib', version: '1.0.0', id: 'change_test_3' },
  'inbox.list': {},
  'people.nextSteps': {},
  'inbox.read': { notice: 'none', read: true },
  'files.store': { slug: 'lib', name: 'archivo.woff2', bytes: ARCHIVO },
  'files.facts': { slug: 'lib', hash: ARCHIVO_HASH },
  'uploads.file': { slug: 'lib', name: 'archivo.woff2', upload: { hash: ARCHIVO_HASH, size: 1 } },
  'uploads.tokens': { slug: 'lib', name: 'a.tokens.json', upload: { hash: ARCHIVO_HASH, size: 1 } },
  'uploads.source': { slug: 'prod', name: 'a.zip', upload: { hash: ARCHIVO_HASH, size: 1 } },
  'libraries.transfer': { slug: 'lib', names: ['button'], to: 'other', mode: 'copy', needs: 'map' },
  'files.read': { hash: ARCHIVO_HASH },
  'keys.list': {},
  'keys.create': { name: 'CI', actions: ['read'] },
  'keys.revoke': { id: 'none' },
  'jobs.list': {},
  'jobs.cancel': { id: 'none' },
  'jobs.again': { id: 'none' },
  'repositories.create': { slug: 'prod' },
  'repositories.read': { slug: 'prod' },
  'repositories.commit': { slug: 'prod', commit: 'main' },
  'repositories.file': { slug: 'prod', commit: 'main', name: 'a.css' },
  'repositories.scan': { slug: 'prod' },
  'proposals.list': { slug: 'prod' },
  'proposals.read': { slug: 'prod', id: 'none' },
  'proposals.checks': { slug: 'prod', id: 'none' },
  'proposals.create': { slug: 'prod', branch: 'none', title: 'None' },
  'proposals.migrate': { slug: 'prod' },
  'proposals.merge': { slug: 'prod', id: 'none' },
  'proposals.close': { slug: 'prod', id: 'none' },
  'scans.list': { slug: 'prod' },
  'scans.read': { slug: 'prod', commit: 'main' },
  'scans.ofLibrary': { slug: 'lib' },
});

const WHO = ['nobody', 'outsider', 'viewer', 'contributor', 'maintainer', 'owner'];
/** From which of WHO on each need is met, and how the refusal reads otherwise. */
const allowed: Record<string, (who: string) => boolean> = {
  nobody: () => true,
  'signed-in': (who) => who !== 'nobody',
  administrator: (who) => who === 'owner',
  viewer: (who) => WHO.indexOf(who) >= WHO.indexOf('viewer'),
  contributor: (who) => WHO.indexOf(who) >= WHO.indexOf('contributor'),
  maintainer: (who) => WHO.indexOf(who) >= WHO.indexOf('maintainer'),
  owner: (who) => who === 'owner',
};
const REFUSALS = ['sign-in', 'forbidden', 'not-found'];

test('every use case is in the table', () => {
  expect(Object.keys(inputs()).sort()).toEqual([...USE_CASES.keys()].sort());
});

test.each([...USE_CASES.keys()])('%s: who may, and a refusal writes nothing', async (id) => {
  const useCase = USE_CASES.get(id)!;
  // A copy serves until something is written in it.
  let copy: Awaited<ReturnType<TestWorkspace['again']>> | undefined;
  for (const who of WHO) {
    copy ??= await workspace.again();
    const { knex, close } = copy;
    const before = await dump(knex);
    let refusal: Problem | undefined;
    try {
      await perform(knex, id, workspace.actors[who]!, inputs()[id]);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      refusal = error;
    }
    const may = allowed[useCase.needs]!(who);
    if (may) {
      // Whatever is refused now is refused for what was asked, not for who asked.
      if (refusal && REFUSALS.includes(refusal.code))
        expect([id, who, refusal.message]).toEqual([
          id,
          who,
          expect.stringMatching(
            /demo|address and the password|release|pin|such file|such thing|such session|library called|job none|proposal none|delivery none|output none|key of yours|scan of commit|team none|person none/,
          ),
        ]);
    } else {
      const code =
        who === 'nobody'
          ? 'sign-in'
          : who === 'outsider' && useCase.needs !== 'administrator'
            ? 'not-found'
            : 'forbidden';
      expect([id, who, refusal?.code]).toEqual([id, who, code]);
    }
    const after = await dump(knex);
    if (refusal) expect(after).toBe(before);
    if (after === before) continue;
    await close();
    copy = undefined;
  }
  await copy?.close();
});

test('what one may not read is not listed, counted or told', async () => {
  const { knex, actors } = workspace;
  const list = (await perform(knex, 'documents.list', actors.outsider!, {})) as { documents: object[] };
  expect(list.documents).toEqual([]);
  const mine = (await perform(knex, 'libraries.open', actors.viewer!, { slug: 'lib' })) as {
    products: object[];
  };
  expect(mine.products).toHaveLength(1);
});
