import { FakeServer, set, token } from '@/testing/fake-server';
import type { ProblemReport } from '@/api/document-protocol';
import type { OpenLibrary } from '@/editing/session/open-library';
import { selected } from '@/editing/tokens/select';
import { DocumentSession } from './document-session';
import { Refused } from './send';

let server: FakeServer;
let session: DocumentSession;
let heard: string[];
let clashes: ProblemReport[];
/** How many change sets were stored each time something was said of the connection. */
let stored: number[];
const value = (name: string) => (session.current() as OpenLibrary).resolution.value(name, 0)!.value;
const settle = () => new Promise((resolve) => setTimeout(resolve, 5));

beforeEach(async () => {
  server = new FakeServer();
  heard = [];
  clashes = [];
  stored = [];
  Object.assign(globalThis, {
    fetch: server.fetch,
    EventSource: class {
      constructor() {
        server.streams.push(this as never);
      }
      closed = false;
      close(): void {
        this.closed = true;
      }
    },
  });
  session = new DocumentSession('library', 'lib', 'me', {
    changed: () => undefined,
    other: (author) => heard.push(`other ${author}`),
    clash: (report) => {
      clashes.push(report);
      heard.push(`clash ${JSON.stringify(report.clashes?.[0]?.present)}`);
    },
    connection: ({ state, waiting }) => {
      heard.push(`${state} ${waiting}`);
      stored.push(server.log.length);
    },
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

test('without a connection edits queue, it is said, and all are stored in order when it is back', async () => {
  server.offline = true;
  const sent = [session.store('Set x', [set('x', 1, 5)]), session.store('Set x', [set('x', 5, 6)])];
  await settle();
  // Seen as they will be, and nothing is lost or stored.
  expect([value('x'), server.log.length, heard.at(-1)]).toEqual([6, 0, 'away 2']);
  server.offline = false;
  server.streams[0]!.onopen!();
  await Promise.all(sent);
  expect(server.log.map(({ edits }) => edits)).toEqual([[set('x', 1, 5)], [set('x', 5, 6)]]);
  expect([value('x'), heard.at(-1)]).toEqual([6, 'online 0']);
});

test.each<[string, () => void, number]>([
  ['all are stored', () => undefined, 3],
  // The first is refused, and what was made upon it with it.
  ['the last of them are refused', () => server.commit('other', [set('x', 1, 9)]), 2],
])('being connected again is said when nothing waits any more: %s', async (_, meanwhile, count) => {
  server.offline = true;
  const sent = [
    session.store('Set y', [set('y', 1, 5)]),
    session.store('Set x', [set('x', 1, 5)]),
    session.store('Set x', [set('x', 5, 6)]),
  ];
  await settle();
  meanwhile();
  server.offline = false;
  server.streams[0]!.onopen!();
  await Promise.all(sent);
  await settle();
  expect([heard.findLast((one) => /online|away/.test(one)), stored.at(-1)]).toEqual(['online 0', count]);
  expect(heard.filter((one) => one.startsWith('online'))).toHaveLength(1);
});

test('a change set that arrived before the connection was cut is not stored twice', async () => {
  server.cutAfterStoring = true;
  const stored = session.store('Set x', [set('x', 1, 5)]);
  await settle();
  expect(server.log).toHaveLength(1);
  server.streams[0]!.onopen!();
  await stored;
  expect([value('x'), server.log.length]).toEqual([5, 1]);
});

test('a server that is being stopped is waited for; one that fails is not, and the value goes back to what stands', async () => {
  server.status = 503;
  const stored = session.store('Set x', [set('x', 1, 5)]);
  await settle();
  expect([server.log.length, heard.at(-1)]).toEqual([0, 'away 1']);
  server.status = undefined;
  server.streams[0]!.onopen!();
  await stored;
  expect(server.log).toHaveLength(1);
  server.status = 500;
  await expect(session.store('Set x', [set('x', 5, 6)])).rejects.toThrow(Refused);
  server.status = undefined;
  expect(value('x')).toBe(5);
});

test('where the session has ended it is said, and what is stored meanwhile fails in words', async () => {
  server.status = 401;
  server.streams[0]!.onerror!();
  await settle();
  expect(heard).toEqual(['signed-out 0']);
  await expect(session.store('Set x', [set('x', 1, 5)])).rejects.toThrow('Sign in first');
  expect(heard.at(-1)).toBe('signed-out 0');
  server.status = undefined;
  server.streams[0]!.onopen!();
  expect(heard.at(-1)).toBe('online 0');
});

const setsX = (to: number) => (document: unknown) => {
  const standing = (document as OpenLibrary).resolution.value('x', 0)!.value as number;
  return { label: `x is ${to}`, edits: [set('x', standing, to)] };
};

test.each<[string, () => Promise<unknown>]>([
  ['typed into a field', () => session.gesture(setsX(5), 'store', 0)],
  ['shown while it is made', () => session.gesture(setsX(5), 'store')],
])('whoever comes second is asked, however long ago the other saved: %s', async (how, store) => {
  if (how.startsWith('shown')) await session.gesture(setsX(4), 'show');
  // The other's change has arrived: what one's own would replace is in sight, and not what one began from.
  server.say(server.commit('other', [set('x', 1, 9)]));
  server.say(server.commit('other', [set('y', 1, 3)]));
  await store();
  expect(heard.filter((one) => one.startsWith('clash'))).toEqual([expect.stringContaining('\\"$value\\":9')]);
  expect([value('x'), server.log.length]).toEqual([9, 2]);
  await session.keep(clashes.at(-1)!.clashes![0]!, clashes.at(-1)!.planned);
  expect([value('x'), server.log.length]).toEqual([5, 3]);
});

test('nobody is asked about another field, an equal value, their own change, or one seen before they began', async () => {
  server.say(server.commit('other', [set('x', 1, 9)]));
  // Begun after that one was there.
  await session.gesture(setsX(5), 'store', 1);
  server.say(server.commit('other', [set('y', 1, 3)]));
  await session.gesture(setsX(6), 'store', 2);
  await session.gesture(setsX(7), 'store', 2);
  server.say(server.commit('other', [set('x', 7, 8)]));
  await session.gesture(setsX(8), 'store', 5).catch(() => undefined);
  expect(heard.filter((one) => one.startsWith('clash'))).toEqual([]);
  expect(value('x')).toBe(8);
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
  server.status = 500;
  const lost = session.store('Set x', [set('x', 5, 6)]).catch(() => 'refused');
  expect(await session.settle()).toEqual({ sequence: 2 });
  expect(await lost).toBe('refused');
});

test('while the stream is away it asks now and then, and stops when it is back', async () => {
  jest.useFakeTimers();
  server.offline = true;
  server.streams[0]!.onerror!();
  await jest.advanceTimersByTimeAsync(1);
  expect(heard).toEqual(['away 0']);
  server.offline = false;
  server.commit('other', [set('x', 1, 7)]);
  await jest.advanceTimersByTimeAsync(2600);
  expect([value('x'), heard]).toEqual([7, ['away 0', 'other Other', 'online 0']]);
  server.streams[0]!.onopen!();
  await jest.advanceTimersByTimeAsync(1);
  expect(jest.getTimerCount()).toBe(0);
  jest.useRealTimers();
});

test('one’s own change leads to the very document that was shown, so that nothing is worked out twice', async () => {
  const stored = session.store('x is 2', [set('x', 1, 2)]);
  const shown = session.current() as OpenLibrary;
  await stored;
  const confirmed = session.current() as OpenLibrary;
  expect(confirmed.sequence).toBe(shown.sequence + 1);
  expect(confirmed.own).toBe(shown.own);
  expect(confirmed.derived).toBe(shown.derived);
  server.say(server.commit('other', [set('y', 1, 3)]));
  expect((session.current() as OpenLibrary).own).not.toBe(shown.own);
  expect([value('x'), value('y')]).toEqual([2, 3]);
});

test('more of the log is read when somebody looks at history, once', async () => {
  session.close();
  for (let round = 1; round <= 50; round++) server.commit('other', [set('y', round, round + 1)]);
  server.sent = 10;
  session = new DocumentSession('library', 'lib', 'me', {
    changed: () => undefined,
    other: () => undefined,
    clash: () => undefined,
    connection: () => undefined,
  });
  await session.open();
  const library = session.current() as OpenLibrary;
  expect(library.log).toHaveLength(10);
  expect(server.asked.filter((address) => address.includes('/changes?since='))).toEqual([]);
  expect(library.history()).toHaveLength(10);
  library.history();
  await settle();
  expect((session.current() as OpenLibrary).history().map(({ sequence }) => sequence)).toEqual(
    Array.from({ length: 50 }, (_, i) => i + 1),
  );
  expect(server.asked.filter((address) => address.includes('/changes?since='))).toHaveLength(1);
});

test('a list is answered before everything is checked, and asked again when it is', async () => {
  let changed = 0;
  session.close();
  session = new DocumentSession('library', 'lib', 'me', {
    changed: () => void changed++,
    other: () => undefined,
    clash: () => undefined,
    connection: () => undefined,
  });
  await session.open();
  const library = session.current() as OpenLibrary;
  const before = changed;
  expect(library.levelAt('y')).toBeUndefined();
  expect(library.derived.isChecked).toBe(false);
  await settle();
  expect(library.derived.isChecked).toBe(true);
  expect(changed).toBe(before + 1);
  // x and y say the same.
  expect((session.current() as OpenLibrary).levelAt('y')).toBe('warning');
});

test('a page nobody looks at holds no connection, and catches up when it is seen again', async () => {
  session.follow(false);
  expect(server.streams.map(({ closed }) => closed)).toEqual([true]);
  server.say(server.commit('other', [set('y', 1, 7)]));
  await settle();
  session.follow(true);
  session.follow(true);
  expect(server.streams).toHaveLength(2);
  server.streams[1]!.onopen?.();
  await settle();
  expect(value('y')).toBe(7);
});

test('a filtered list that was asked for before the checks shows what they found once they have run', async () => {
  session.close();
  session = new DocumentSession('library', 'lib', 'me', {
    changed: () => undefined,
    other: () => undefined,
    clash: () => undefined,
    connection: () => undefined,
  });
  await session.open();
  const levels = () => {
    const library = session.current() as OpenLibrary;
    return selected(library, {}, { type: 'number' }).map(({ finding }) => finding);
  };
  expect(levels()).toEqual([undefined, undefined]);
  await settle();
  expect(levels()).toEqual(['note', 'warning']);
});
