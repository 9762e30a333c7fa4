import { gzipSync } from 'node:zlib';
import type { TokenItem } from '../src/core/tokens/items';
import { median, type Benchmark } from './benchmark';
import { isBuilt, served } from './served';
import { cpuOf, workspace } from './workspace';

/** One value changed on the server, from the use case to the stored row: processor time. */
export const serverEdit: Benchmark = {
  name: 'server-edit',
  against: 'the same in a library of 150 tokens; 10,000 tokens, processor time of each of 200 changes',
  goal: 1.5,
  async measure() {
    const place = await workspace();
    const times = async (slug: string, tokens: number) => {
      await place.library(slug, tokens);
      const own = (await place.tokens(slug)).slice(0, 100);
      const found: number[] = [];
      for (let round = 0; round < 200; round++) {
        const item = own[round % own.length]!;
        const text = `{"$type":"color","$value":{"colorSpace":"srgb","components":[0,0,${round / 255}]}}`;
        const input = place.change(slug, item, text);
        found.push(await cpuOf(() => place.act('documents.change', input)));
      }
      return median(found.slice(40));
    };
    const reference = await times('small', 150);
    const work = await times('large', 10_000);
    await place.close();
    return { work, reference, unit: 'ms' };
  },
};

/** What is sent when a library is opened, compressed, against its items alone. */
export const openBytes: Benchmark = {
  name: 'open-bytes',
  against: 'gzip of its items; 10,000 tokens, released, after 500 changes',
  goal: 1.2,
  async measure() {
    const place = await workspace();
    await place.library('large', 10_000);
    const tokens = await place.tokens('large');
    const { sequence } = await place.open('large');
    await place.act('releases.publish', {
      slug: 'large',
      sequence,
      version: '1.0.0',
      leftOut: [],
      summary: '',
    });
    for (let round = 0; round < 500; round++) {
      const text = '{"$type":"number","$value":1}';
      await place.act('documents.change', place.change('large', tokens[round * 7]!, text));
    }
    const opened = await place.open('large');
    const bytes = (value: unknown) => gzipSync(JSON.stringify(value)).length / 1024;
    await place.close();
    return { work: bytes(opened), reference: bytes(opened.items), unit: 'KB' };
  },
};

/** The list of libraries and products, from a browser's request to the last byte of the answer, for one who may see all. */
export const home: Benchmark = {
  name: 'home',
  against:
    'the same with 2 libraries and 4 products; 20 libraries and 100 products of 400 tokens each library',
  goal: 3,
  async measure() {
    if (!isBuilt()) return undefined;
    const made = async (libraries: number, products: number) => {
      const place = await workspace();
      for (let i = 0; i < libraries; i++) {
        await place.library(`lib-${i}`, 400);
        const { sequence } = await place.open(`lib-${i}`);
        await place.act('releases.publish', {
          slug: `lib-${i}`,
          sequence,
          version: '1.0.0',
          leftOut: [],
          summary: '',
        });
      }
      for (let i = 0; i < products; i++)
        await place.act('products.create', {
          name: `Product ${i}`,
          slug: `product-${i}`,
          libraries: [{ slug: `lib-${i % libraries}` }],
        });
      await place.leave();
      return { place, server: await served(place.folder) };
    };
    const places = [await made(20, 100), await made(2, 4)] as const;
    const times: [number[], number[]] = [[], []];
    for (let round = 0; round < 600; round++)
      for (const at of [0, 1] as const) {
        const from = performance.now();
        await places[at].server.get('/api/v1/documents');
        times[at].push(performance.now() - from);
      }
    for (const { place, server } of places) {
      await server.end();
      place.remove();
    }
    // A server that has run for a while has compiled what it runs.
    const [work, reference] = times.map((all) => median(all.slice(200))) as [number, number];
    return { work, reference, unit: 'ms' };
  },
};

/** What fifty people wait who all send the next edit when the last is answered. */
export const people: Benchmark = {
  name: 'people-50',
  against:
    'the median of one person alone; 99th percentile of 50 at once, each on a token of their own of 10,000',
  goal: 15,
  async measure() {
    const place = await workspace();
    await place.library('large', 10_000);
    const own = (await place.tokens('large')).slice(0, 50);
    const edits = async (item: TokenItem, rounds: number, person: number) => {
      const times: number[] = [];
      for (let round = 0; round < rounds; round++) {
        const text = `{"$type":"number","$value":${person + round / 1000}}`;
        const input = place.change('large', item, text);
        const start = performance.now();
        await place.act('documents.change', input);
        times.push(performance.now() - start);
      }
      return times;
    };
    const reference = median((await edits(own[0]!, 60, 100)).slice(10));
    const all = (await Promise.all(own.map((item, person) => edits(item, 12, person)))).flat();
    await place.close();
    return { work: all.sort((a, b) => a - b)[Math.floor(all.length * 0.99)]!, reference, unit: 'ms' };
  },
};

/** Memory held after many requests. */
export const requestHeap: Benchmark = {
  name: 'request-heap',
  against: 'before; 10,000 requests of four kinds, after garbage collection',
  goal: 1.02,
  async measure() {
    const place = await workspace();
    await place.library('small', 400);
    const [item] = (await place.tokens('small')) as [TokenItem];
    const requests = async (count: number) => {
      for (let round = 0; round < count; round++) {
        const text = `{"$type":"number","$value":${performance.now()}}`;
        const input = place.change('small', item, text);
        await place.act('documents.change', input);
        await place.act('documents.list', {});
        await place.act('inbox.list', {});
        await place.act('documents.history', { slug: 'small', since: round });
      }
    };
    const held = () => {
      globalThis.gc?.();
      return process.memoryUsage().heapUsed / 1024 / 1024;
    };
    await requests(500);
    const reference = held();
    await requests(2500);
    const work = held();
    await place.close();
    return { work, reference, unit: 'MB' };
  },
};
