import fc from 'fast-check';
import type { LoggedChangeSet } from '@/core/document/change-set';
import type { TokenItem } from '@/core/tokens/items';
import type { OpenLibrary } from '@/editing/session/open-library';
import { FakeServer, set } from '@/testing/fake-server';
import { DocumentSession } from './document-session';

const NAMES = ['x', 'y'] as const;
type Name = (typeof NAMES)[number];
type Step =
  | { do: 'mine'; name: Name; to: number }
  | { do: 'theirs'; name: Name; to: number }
  /** A message that waits arrives: the one at this place, whichever came before it. */
  | { do: 'arrives'; at: number; twice: boolean }
  | { do: 'lost'; at: number }
  | { do: 'offline' }
  /** The next answer to a change of one's own is lost, and the change is stored. */
  | { do: 'cut' }
  | { do: 'online' };

const name = fc.constantFrom(...NAMES);
const to = fc.integer({ min: 1, max: 9 });
const step: fc.Arbitrary<Step> = fc.oneof(
  { weight: 4, arbitrary: fc.record({ do: fc.constant('mine' as const), name, to }) },
  { weight: 4, arbitrary: fc.record({ do: fc.constant('theirs' as const), name, to }) },
  {
    weight: 5,
    arbitrary: fc.record({ do: fc.constant('arrives' as const), at: fc.nat(20), twice: fc.boolean() }),
  },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('lost' as const), at: fc.nat(20) }) },
  { weight: 2, arbitrary: fc.constant({ do: 'offline' as const }) },
  { weight: 1, arbitrary: fc.constant({ do: 'cut' as const }) },
  { weight: 1, arbitrary: fc.constant({ do: 'online' as const }) },
);

/** As long as promises that are there follow each other. */
const settle = () => new Promise((resolve) => setTimeout(resolve, 0));
const numberOf = (server: FakeServer, of: Name): number => {
  const item = server.document.items.get(`token_${of}`) as TokenItem;
  return (JSON.parse(item.declarations.layer_1!.text) as { $value: number }).$value;
};

/** One tab at a server whose messages are reordered, doubled, lost, and which is cut off now and then. */
async function play(steps: readonly Step[]) {
  const server = new FakeServer();
  const waiting: LoggedChangeSet[] = [];
  const clashes: unknown[] = [];
  Object.assign(globalThis, {
    fetch: server.fetch,
    EventSource: class {
      constructor() {
        server.streams.push(this as never);
      }
      close(): void {}
    },
  });
  const session = new DocumentSession('library', 'lib', 'me', {
    changed: () => undefined,
    other: () => undefined,
    clash: (report) => clashes.push(report),
    connection: () => undefined,
  });
  await session.open();
  const value = (of: Name) => (session.current() as OpenLibrary).resolution.value(of, 0)!.value as number;
  const outcome = { mine: 0 };
  const unsent: Promise<unknown>[] = [];
  const backOnline = async () => {
    server.offline = false;
    for (const stream of server.streams) stream.onopen?.();
    await Promise.all(unsent.splice(0));
  };
  for (const one of steps) {
    switch (one.do) {
      case 'mine': {
        const from = value(one.name);
        if (from === one.to) break;
        outcome.mine++;
        const answered = session.store('x', [set(one.name, from, one.to)]);
        if (server.offline) unsent.push(answered);
        else await answered;
        // Seen at once, connection or not, but where somebody else's value stands against it.
        if (server.offline) expect(value(one.name)).toBe(one.to);
        break;
      }
      case 'theirs': {
        const from = numberOf(server, one.name);
        if (from !== one.to) waiting.push(server.commit('other', [set(one.name, from, one.to)]));
        break;
      }
      case 'arrives': {
        const [entry] = waiting.length > 0 ? waiting.splice(one.at % waiting.length, 1) : [];
        if (entry) for (let i = 0; i < (one.twice ? 2 : 1); i++) server.say(entry);
        break;
      }
      case 'lost':
        if (waiting.length > 0) waiting.splice(one.at % waiting.length, 1);
        break;
      case 'offline':
        server.offline = true;
        break;
      case 'cut':
        server.cutAfterStoring = true;
        break;
      case 'online':
        await backOnline();
    }
    await settle();
  }
  // The connection comes back: the stream is opened anew, and what was missed is asked for.
  await backOnline();
  await settle();
  await settle();
  const shown = Object.fromEntries(NAMES.map((of) => [of, value(of)]));
  session.close();
  return { server, shown, outcome, clashes };
}

test('however messages are reordered, doubled and lost, a tab comes to show what the server has', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 1, maxLength: 25 }), async (steps) => {
      const { server, shown, outcome, clashes } = await play(steps);
      expect(shown).toEqual(Object.fromEntries(NAMES.map((of) => [of, numberOf(server, of)])));
      // Everything of one's own is stored once, or refused and told with what the other one set.
      expect(server.log.filter(({ author }) => author === 'me')).toHaveLength(outcome.mine - clashes.length);
      expect(new Set(server.log.map(({ id }) => id)).size).toBe(server.log.length);
    }),
    { numRuns: 60 },
  );
});

test('a message that comes before those it follows is kept back until they are there', async () => {
  const theirs = (of: Name, value: number): Step => ({ do: 'theirs', name: of, to: value });
  const { shown } = await play([
    theirs('x', 5),
    theirs('x', 7),
    theirs('y', 3),
    { do: 'arrives', at: 2, twice: true },
    { do: 'arrives', at: 1, twice: false },
    { do: 'arrives', at: 0, twice: true },
  ]);
  expect(shown).toEqual({ x: 7, y: 3 });
});
