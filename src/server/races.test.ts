import { setField } from '@/core/document/edits';
import type { Item } from '@/core/document/item';
import type { TokenItem } from '@/core/tokens/items';
import { testWorkspace, type TestWorkspace } from '@/testing/server';
import { Problem } from './http/problem';
import { perform } from './perform';

let workspace: TestWorkspace;
beforeEach(async () => void (workspace = await testWorkspace()));
afterEach(() => workspace.close());

const act = <T = Record<string, unknown>>(who: string, id: string, input: object) =>
  perform(workspace.knex, id, workspace.actors[who]!, input) as Promise<T>;
const open = () => act<{ items: Item[]; sequence: number }>('owner', 'libraries.open', { slug: 'lib' });
const tokens = async () => (await open()).items.filter((item): item is TokenItem => item.kind === 'token');
/** How many were done and how many refused; whatever else is thrown fails the test. */
async function outcomes(work: Promise<unknown>[]): Promise<{ done: number; refused: Problem[] }> {
  const settled = await Promise.allSettled(work);
  const refused = settled.flatMap((one) => {
    if (one.status === 'fulfilled') return [];
    if (!(one.reason instanceof Problem)) throw one.reason as Error;
    return [one.reason];
  });
  return { done: settled.length - refused.length, refused };
}
const change = (who: string, id: string, item: TokenItem, value: string) => {
  const [layer, declaration] = Object.entries(item.declarations)[0]!;
  const after = { ...declaration, text: `{"$value":"${value}"}` };
  const edits = [setField(item, `declarations/${layer}`, after)];
  return act(who, 'documents.change', { slug: 'lib', id, label: 'x', edits });
};

test('many at once on different fields: all are stored, numbered without a gap', async () => {
  const [ink, text, page] = await tokens();
  const { sequence } = await open();
  const { done, refused } = await outcomes([
    change('owner', 'change_race_1', ink!, '#111111'),
    change('maintainer', 'change_race_2', text!, '#222233'),
    change('owner', 'change_race_3', page!, '#eeeeee'),
  ]);
  expect([done, refused]).toEqual([3, []]);
  const { changeSets } = await act<{ changeSets: { sequence: number }[] }>('owner', 'documents.history', {
    slug: 'lib',
    since: sequence,
  });
  expect(changeSets.map((one) => one.sequence)).toEqual([sequence + 1, sequence + 2, sequence + 3]);
});

test('many at once on one field: one wins, the others are told with the value that stands', async () => {
  const [ink] = await tokens();
  const { done, refused } = await outcomes(
    ['#111111', '#333333', '#555555', '#777777'].map((value, i) =>
      change(i % 2 ? 'owner' : 'maintainer', `change_race_${i}`, ink!, value),
    ),
  );
  expect([done, refused.length]).toEqual([1, 3]);
  const stands = Object.values((await tokens()).find(({ id }) => id === ink!.id)!.declarations)[0]!.text;
  for (const problem of refused)
    expect(problem).toMatchObject({ status: 409, more: { clashes: [{ present: { text: stands } }] } });
});

test('a change set sent twice, as after a lost answer, is stored once', async () => {
  const [ink] = await tokens();
  const { sequence } = await open();
  const { done, refused } = await outcomes([
    change('owner', 'change_race_1', ink!, '#111111'),
    change('owner', 'change_race_1', ink!, '#111111'),
  ]);
  expect([done, refused.map(({ code }) => code)]).toEqual([1, ['repeated']]);
  expect((await open()).sequence).toBe(sequence + 1);
});

test('two who release at once make one release; what changed meanwhile is not in it unseen', async () => {
  const [ink, text] = await tokens();
  await change('owner', 'change_race_1', ink!, '#111111');
  const { sequence } = await open();
  const publish = (who: string, version: string) =>
    act(who, 'releases.publish', { slug: 'lib', sequence, version, leftOut: [], summary: who });
  // The version that the change comes to, as the server itself says it.
  const [wrong] = (await outcomes([publish('owner', '9.9.9')])).refused;
  const version = wrong!.more.version as string;
  const release = (who: string) => publish(who, version);
  const { done, refused } = await outcomes([release('owner'), release('maintainer')]);
  expect([done, refused.length]).toEqual([1, 1]);
  // A change between reading the ledger and releasing refuses the release.
  await change('owner', 'change_race_2', text!, '#222233');
  const stale = await outcomes([release('owner')]);
  expect(stale.refused.map(({ code }) => code)).toEqual(['moved-on']);
  const { releases } = await act<{ releases: { version: string }[] }>('owner', 'releases.list', {
    slug: 'lib',
  });
  expect(releases.map(({ version }) => version)).toEqual([version, '1.0.0']);
});

test('one address is given once, whoever asks for it first', async () => {
  const { done, refused } = await outcomes(
    ['owner', 'maintainer', 'owner'].map((who) =>
      act(who, 'libraries.create', { name: 'Harbour', slug: 'harbour' }),
    ),
  );
  expect([done, refused.length]).toEqual([1, 2]);
  for (const problem of refused) expect(problem.message).toMatch(/“harbour” is taken/);
});

test('a workspace has one first owner', async () => {
  const fresh = await workspace.again();
  for (const table of ['notices', 'memberships', 'sessions']) await fresh.knex(table).delete();
  const setUp = (name: string) =>
    perform(fresh.knex, 'workspace.setUp', { kind: 'nobody' }, {
      workspace: 'W', name, email: `${name}@w.example`, password: 'a long password', team: name,
    }); // prettier-ignore
  const { done, refused } = await outcomes([setUp('first'), setUp('second')]);
  expect([done, refused.length]).toEqual([0, 2]);
  for (const problem of refused) expect(problem.message).toMatch(/has an owner already/);
  await fresh.close();
});

test('undo sent twice at once takes back two changes or one, never half of one', async () => {
  const [ink] = await tokens();
  const first = Object.values(ink!.declarations)[0]!.text;
  await change('owner', 'change_race_1', ink!, '#111111');
  const { done } = await outcomes(
    ['change_undo_1', 'change_undo_2'].map((id) => act('owner', 'documents.undo', { slug: 'lib', id })),
  );
  expect(done).toBeGreaterThanOrEqual(1);
  // The change before was the import that made the token.
  const now = (await tokens()).find(({ id }) => id === ink!.id);
  expect(now && Object.values(now.declarations)[0]!.text).toBe(done === 1 ? first : undefined);
});
