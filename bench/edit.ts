import type { LoggedChangeSet } from '../src/core/document/change-set';
import { runToEnd, isSteps } from '../src/core/base/steps';
import { LIBRARY_COMMANDS } from '../src/editing/commands';
import { LIBRARY_QUERIES } from '../src/editing/queries';
import type { OpenLibrary } from '../src/editing/session/open-library';
import { DocumentSession, newId } from '../src/workers/document-session';
import { median, type Benchmark } from './benchmark';
import { sampleLibrary, snapshotOf } from './open-library';

/** A tab on a library of as many tokens, with a server that answers at once. */
async function tab(tokens: number, components: number) {
  const snapshot = JSON.stringify(snapshotOf(sampleLibrary(tokens, components)));
  let sequence = 1;
  const answer = (body: string) => ({ ok: true, status: 200, json: async () => JSON.parse(body) as unknown });
  Object.assign(globalThis, {
    fetch: async (_: string, init: { method: string; body?: string }) => {
      if (init.method === 'GET') return answer(snapshot);
      const sent = JSON.parse(init.body!) as LoggedChangeSet;
      return answer(JSON.stringify({ ...sent, author: 'me', sequence: ++sequence, at: '2026-01-01' }));
    },
  });
  const silent = () => undefined;
  const session = new DocumentSession('library', 'sample', 'me', {
    changed: silent,
    other: silent,
    clash: silent,
    connection: silent,
  });
  await session.open(false);
  return session;
}

/** What the page Tiers has open beside a token: everything is asked again with every change. */
function ask(session: DocumentSession, path: string): void {
  const library = session.current() as OpenLibrary;
  const lens = library.resolution.contexts[0]!;
  const { frame, findingCount, tiers, token } = LIBRARY_QUERIES;
  const window = { lens, filter: {}, folded: [], from: 0, to: 900, selected: path };
  for (const answer of [
    frame(library),
    findingCount(library),
    tiers(library, window),
    token(library, { path, lens }),
  ])
    if (isSteps(answer)) runToEnd(answer);
}

/** Milliseconds of one edit of a value, from the command to the last answer, before and after the server has answered. */
async function times(tokens: number, components: number, rounds: number): Promise<number[]> {
  const session = await tab(tokens, components);
  const library = session.current() as OpenLibrary;
  const colors = library.resolution.paths.filter((path) => {
    const resolved = library.resolution.token(path, 0);
    return resolved?.type === 'color' && resolved.aliasOf === undefined;
  });
  const found: number[] = [];
  for (let round = 0; round < rounds; round++) {
    const path = colors[(round * 7919) % colors.length]!;
    const layer = library.resolution.system.sources[0]!.id;
    const text = `rgb(${round % 256} ${(round * 31) % 256} ${(round * 57) % 256})`;
    if (round === 0) ask(session, path);
    const start = performance.now();
    const stored = session.gesture(
      (document) => LIBRARY_COMMANDS.declareValue(document as OpenLibrary, { path, layer, text }, newId),
      'store',
    );
    ask(session, path);
    await stored;
    ask(session, path);
    found.push(performance.now() - start);
  }
  session.close();
  return found.slice(Math.floor(rounds / 5));
}

/** One value edited in a tab that shows Tiers and a token. */
export const edit: Benchmark = {
  name: 'edit',
  against:
    'the same on 150 tokens and 5 components; command, frame, findings, window of Tiers and a token on 10,000 and 300',
  goal: 2,
  async measure() {
    const reference = median(await times(150, 5, 100));
    const work = median(await times(10_000, 300, 100));
    return { work, reference, unit: 'ms' };
  },
};
