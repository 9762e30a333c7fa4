import type { LoggedChangeSet } from '../src/core/document/change-set';
import { runToEnd, isSteps } from '../src/core/base/steps';
import { LIBRARY_COMMANDS } from '../src/editing/commands';
import { LIBRARY_QUERIES } from '../src/editing/queries';
import type { OpenLibrary } from '../src/editing/session/open-library';
import { Resolution } from '../src/core/tokens/resolve';
import { tokenSystemOf } from '../src/core/tokens/token-tree';
import { DocumentSession, newId } from '../src/workers/document-session';
import { median, type Benchmark } from './benchmark';
import { sampleLibrary, sentOf } from './open-library';

/** A tab on a library of as many tokens, with a server that answers at once. */
async function tab(tokens: number, components: number) {
  const session = sessionOn(JSON.stringify(sentOf(sampleLibrary(tokens, components))));
  await session.open(false);
  return session;
}

function sessionOn(snapshot: string): DocumentSession {
  let sequence = 1;
  const answer = (body: string) => ({ ok: true, status: 200, json: async () => JSON.parse(body) as unknown });
  Object.assign(globalThis, {
    fetch: async (address: string, init: { method: string; body?: string }) => {
      // Nothing was changed before it was opened.
      if (address.includes('/changes?')) return answer(JSON.stringify({ changeSets: [], sequence }));
      if (init.method === 'GET') return answer(snapshot);
      const sent = JSON.parse(init.body!) as LoggedChangeSet;
      return answer(JSON.stringify({ ...sent, author: 'me', sequence: ++sequence, at: '2026-01-01' }));
    },
  });
  const silent = () => undefined;
  return new DocumentSession('library', 'sample', 'me', {
    changed: silent,
    other: silent,
    clash: silent,
    connection: silent,
  });
}

/** What the page Tiers has open beside a token: everything is asked again with every change. */
function ask(session: DocumentSession, path: string, only?: 'list'): void {
  const library = session.current() as OpenLibrary;
  const lens = library.resolution.contexts[0]!;
  const { frame, findingCount, tiers, token } = LIBRARY_QUERIES;
  const window = { lens, filter: {}, folded: [], from: 0, to: 900, selected: path };
  frame(library);
  tiers(library, window);
  if (only === 'list') return;
  for (const answer of [findingCount(library), token(library, { path, lens })])
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

/** The session a page opens, until it can show the first window of Tiers. */
export const openTime: Benchmark = {
  name: 'open-time',
  against: 'JSON.parse of its items; 10,000 tokens and 300 components, to the first window of Tiers',
  goal: 4,
  async measure() {
    const sent = sentOf(sampleLibrary(10_000, 300));
    const [text, items] = [JSON.stringify(sent), JSON.stringify(sent.items)];
    const opening: number[] = [];
    const parsing: number[] = [];
    for (let round = 0; round < 15; round++) {
      let start = performance.now();
      JSON.parse(items);
      parsing.push(performance.now() - start);
      start = performance.now();
      const session = sessionOn(text);
      await session.open(false);
      const library = session.current() as OpenLibrary;
      const lens = library.resolution.contexts[0]!;
      LIBRARY_QUERIES.frame(library);
      LIBRARY_QUERIES.tiers(library, { lens, filter: {}, folded: [], from: 0, to: 900, selected: null });
      opening.push(performance.now() - start);
      // What it does next is no part of another page's opening: each has a worker of its own.
      session.close();
    }
    return { work: median(opening.slice(3)), reference: median(parsing.slice(3)), unit: 'ms' };
  },
};

/** A gesture that renames many, from the command to what the page Tiers shows after. */
export const renaming: Benchmark = {
  name: 'rename-400',
  against:
    'tree, system and values read from the items; 400 of 10,000 tokens renamed, from the command to the frame and the window of Tiers; findings follow',
  goal: 1,
  async measure() {
    const session = await tab(10_000, 0);
    const times: number[] = [];
    const cold: number[] = [];
    for (let round = 0; round < 15; round++) {
      const library = session.current() as OpenLibrary;
      const { paths } = library.resolution;
      if (round === 0) ask(session, paths[0]!);
      const changes = paths
        .filter((_, i) => i % 25 === round)
        .map((from) => ({ from, to: `${from}-${round}` }));
      let start = performance.now();
      const stored = session.gesture(
        (document) => LIBRARY_COMMANDS.renamePaths(document as OpenLibrary, { changes }, newId),
        'store',
      );
      ask(session, changes[0]!.to, 'list');
      await stored;
      ask(session, changes[0]!.to, 'list');
      times.push(performance.now() - start);
      const { items } = (session.current() as OpenLibrary).own;
      start = performance.now();
      new Resolution(tokenSystemOf(new Map(items)));
      cold.push(performance.now() - start);
    }
    session.close();
    return { work: median(times.slice(3)), reference: median(cold.slice(3)), unit: 'ms' };
  },
};

/** The gallery as it is opened: what is asked before the first specimen can be drawn. */
export const gallery: Benchmark = {
  name: 'gallery',
  against: 'the same with 5 components; 500 components, to what the first specimens are drawn from',
  goal: 1.5,
  async measure() {
    const sizes = [500, 5].map((components) => JSON.stringify(sentOf(sampleLibrary(400, components))));
    const times: [number[], number[]] = [[], []];
    // In turn, a run of each, so that neither pays for what the other left, and both are measured compiled.
    for (let turn = 0; turn < 8; turn++) {
      const at = (turn % 2) as 0 | 1;
      for (let round = 0; round < 12; round++) {
        const session = sessionOn(sizes[at]!);
        await session.open(false);
        const library = session.current() as OpenLibrary;
        const lens = library.resolution.contexts[0]!;
        const start = performance.now();
        const { ranks } = runToEnd(LIBRARY_QUERIES.components(library, { lens }));
        for (const { name } of ranks.flatMap((rank) => rank.components).slice(0, 5))
          LIBRARY_QUERIES.cardSpecimen(library, { name, lens });
        if (turn > 1 && round > 2) times[at].push(performance.now() - start);
        session.close();
      }
    }
    const [work, reference] = times.map(median) as [number, number];
    return { work, reference, unit: 'ms' };
  },
};

/** How much is sent for one specimen among others: of what a library has, what the specimen needs. */
export const specimenBytes: Benchmark = {
  name: 'specimen-bytes',
  against:
    'the same of 400 tokens; 10,000 tokens under 12 contexts, what one specimen in the gallery is drawn from',
  goal: 1.2,
  async measure() {
    const size = async (tokens: number) => {
      const session = sessionOn(JSON.stringify(sentOf(sampleLibrary(tokens, 5))));
      await session.open(false);
      const library = session.current() as OpenLibrary;
      const lens = library.resolution.contexts[0]!;
      const [rank] = runToEnd(LIBRARY_QUERIES.components(library, { lens })).ranks;
      const drawn = LIBRARY_QUERIES.cardSpecimen(library, { name: rank!.components[0]!.name, lens });
      session.close();
      return JSON.stringify(drawn).length;
    };
    return { work: await size(10_000), reference: await size(400), unit: 'bytes' };
  },
};
