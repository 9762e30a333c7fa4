import { FakeServer, set, token } from '@/testing/fake-server';
import type { OpenLibrary } from '@/editing/session/open-library';
import { DocumentSession, Refused } from './document-session';

let server: FakeServer;
let session: DocumentSession;
let heard: string[];
const value = (name: string) => (session.current() as OpenLibrary).resolution.value(name, 0)!.value;
const settle = () => new Promise((resolve) => setTimeout(resolve, 5));

beforeEach(async () => {
  server = new FakeServer();
  heard = [];
  Object.assign(globalThis, {
    fetch: server.fetch,
    EventSource: class {
      constructor() {
        server.streams.push(this as never);
      }
      close(): void {}
    },
  });
  session = new DocumentSession('library', 'lib', 'me', {
    changed: () => undefined,
    other: (author) => heard.push(`other ${author}`),
    clash: (report) => heard.push(`clash ${JSON.stringify(report.clashes?.[0]?.present)}`),
    connection: (online) => heard.push(online ? 'online' : 'offline'),
  });
  await session.open();
});
afterEach(() => session.close());

test('what is only shown is seen at once and stored nowhere', async () => {
  session.show([set('x', 1, 5)]);
  expect(value('x')).toBe(5);
  session.show(null);
  expect(value('x')).toBe(1);
  expect(server.log).toEqual([]);
});

test('while one types every key is shown, and what is stored starts from what stood before', async () => {
  const typed = (to: number) => (document: unknown) => {
    const committed = (document as OpenLibrary).resolution.value('x', 0)!.value as number;
    return { label: `x is ${to}`, edits: [set('x', committed, to)] };
  };
  for (const to of [2, 25, 257, 2]) {
    await session.gesture(typed(to), 'show');
    expect(value('x')).toBe(to);
  }
  expect(await session.gesture(() => ({ problem: 'No', fix: 'Yes' }), 'show')).toEqual({
    problem: 'No',
    fix: 'Yes',
  });
  expect(value('x')).toBe(2);
  expect(await session.gesture(typed(9), 'store')).toEqual({ label: 'x is 9' });
  expect(value('x')).toBe(9);
  expect(server.log.map(({ edits }) => edits)).toEqual([[set('x', 1, 9)]]);
});

test('what is stored shows before the server has answered, and once after', async () => {
  const stored = session.store('Set x', [set('x', 1, 5)]);
  expect(value('x')).toBe(5);
  await stored;
  expect([value('x'), server.log.length]).toEqual([5, 1]);
  // The stream brings one's own change set too; it is not applied twice.
  server.say(server.log[0]!);
  expect([value('x'), heard]).toEqual([5, []]);
});

test('change sets go out one after the other, in the order they were made', async () => {
  const all = [
    session.store('1', [set('x', 1, 2)]),
    session.store('2', [set('x', 2, 3)]),
    session.store('3', [set('x', 3, 4)]),
  ];
  expect(value('x')).toBe(4);
  await Promise.all(all);
  expect(server.log.map((entry) => entry.edits[0]!.after)).toEqual(
    [2, 3, 4].map((n) => token('x', n).declarations.layer_1),
  );
});

test('another person’s change to a neighbouring field arrives under what one is typing', async () => {
  session.show([set('x', 1, 5)]);
  server.say(server.commit('other', [set('y', 1, 9)]));
  expect([value('x'), value('y')]).toEqual([5, 9]);
  expect(heard).toEqual(['other Other']);
});

test('a change to the same field is told with the value that stands; one’s own can then be set', async () => {
  server.commit('other', [set('x', 1, 9)]);
  await session.store('Set x', [set('x', 1, 5)]);
  await settle();
  expect(heard[0]).toContain('\\"$value\\":9');
  expect(value('x')).toBe(9);
  await session.keep({
    edit: 0,
    item: 'token_x',
    path: 'declarations/layer_1',
    reason: 'moved-on',
    message: '',
    expected: null,
    present: token('x', 9).declarations.layer_1,
    wanted: token('x', 5).declarations.layer_1,
  });
  expect([value('x'), server.log.length]).toEqual([5, 2]);
});

test('a gap in what was heard is filled by asking', async () => {
  server.commit('other', [set('x', 1, 2)]);
  server.say(server.commit('other', [set('x', 2, 3)]));
  await settle();
  expect(value('x')).toBe(3);
});

test('without a connection nothing is stored, it is said, and the value goes back to what stands', async () => {
  server.offline = true;
  await expect(session.store('Set x', [set('x', 1, 5)])).rejects.toThrow(Refused);
  expect(value('x')).toBe(1);
  server.offline = false;
  await session.store('Set x', [set('x', 1, 6)]);
  expect(value('x')).toBe(6);
});

test('settling waits for what is on its way, and answers the sequence after it', async () => {
  const first = session.store('Set x', [set('x', 1, 5)]);
  const second = session.store('Set y', [set('y', 1, 2)]);
  // Not waited for: both are still on their way when the question is asked.
  expect(server.log).toEqual([]);
  expect(await session.settle()).toEqual({ sequence: 2 });
  expect(server.log).toHaveLength(2);
  await Promise.all([first, second]);
  // What is refused is no longer on its way either.
  server.offline = true;
  const lost = session.store('Set x', [set('x', 5, 6)]).catch(() => 'refused');
  expect(await session.settle()).toEqual({ sequence: 2 });
  expect(await lost).toBe('refused');
});

test('while the stream is away it asks now and then, and stops when it is back', async () => {
  jest.useFakeTimers();
  server.streams[0]!.onerror!();
  server.commit('other', [set('x', 1, 7)]);
  await jest.advanceTimersByTimeAsync(2600);
  expect([value('x'), heard[0]]).toEqual([7, 'offline']);
  server.streams[0]!.onopen!();
  await jest.advanceTimersByTimeAsync(1);
  expect(jest.getTimerCount()).toBe(0);
  jest.useRealTimers();
});
