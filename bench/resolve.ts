import type { JsonObject } from '../src/core/base/json/json';
import { readJson } from '../src/core/base/json/read';
import type { TokenSystem } from '../src/core/tokens/system';
import { readResolver } from '../src/core/tokens/resolver-file';
import { Resolution } from '../src/core/tokens/resolve';
import { alternating, median, type Benchmark } from './benchmark';
import { checksum, naiveChecksum } from './references/naive';
import { sampleResolver } from './sample';

const text = sampleResolver(10_000);
const tree = readJson(text) as JsonObject;
const open = () => readResolver(tree, () => ({ problem: '' })).system;

/** Throws unless every value under every combination equals the naive resolver's. */
function prove(resolution: Resolution, system: TokenSystem): void {
  const ours = checksum();
  for (const context of resolution.contexts.keys())
    for (const path of resolution.paths) ours.add(resolution.value(path, context)!.value);
  const theirs = checksum();
  naiveChecksum(system, resolution.contexts, resolution.paths, theirs.add);
  if (ours.sum() !== theirs.sum()) throw new Error('The resolved values are not those of the naive resolver');
}

/** From the read tree to every value readable. */
export const resolveCold: Benchmark = {
  name: 'resolve-cold',
  against: 'JSON.parse of the same file; 10,000 tokens, 12 contexts',
  goal: 4,
  measure() {
    const system = open();
    prove(new Resolution(system), system);
    return alternating(
      () => new Resolution(open()),
      () => JSON.parse(text) as unknown,
      25,
    );
  },
};

/** The median of 1,000 edits of one value each, against the cold resolve. */
export const resolveEdit: Benchmark = {
  name: 'resolve-edit',
  against: 'the cold resolve; median of 1,000 edits',
  goal: 0.01,
  measure() {
    const system = open();
    let resolution = new Resolution(system);
    // Who depends on whom is asked for the first time.
    resolution = resolution.redeclared([
      { token: 0, source: 0, object: system.sources[0]!.tokens.get(resolution.paths[0]!) },
    ])!.resolution;
    const times: number[] = [];
    let seed = 7;
    for (let i = 0; i < 1000; i++) {
      seed = (seed * 48271) % 2147483647;
      const token = seed % resolution.paths.length;
      const declaration = system.sources[0]!.tokens.get(resolution.paths[token]!)!;
      const start = performance.now();
      resolution = resolution.redeclared([{ token, source: 0, object: new Map(declaration) }])!.resolution;
      times.push(performance.now() - start);
    }
    prove(resolution, system);
    const cold: number[] = [];
    for (let i = 0; i < 15; i++) {
      const start = performance.now();
      new Resolution(open());
      cold.push(performance.now() - start);
    }
    return { work: median(times), reference: median(cold), unit: 'ms' };
  },
};

/** Heap held by a resolved system, in megabytes, against the 150 allowed. */
export const resolveHeap: Benchmark = {
  name: 'resolve-heap',
  against: '150 MB',
  goal: 1,
  measure() {
    const idle = process.memoryUsage().heapUsed;
    let peak = 0;
    const kept: Resolution[] = [];
    for (let i = 0; i < 3; i++) {
      kept.length = 0;
      kept.push(new Resolution(open()));
      peak = Math.max(peak, process.memoryUsage().heapUsed - idle);
    }
    return { work: peak / 1024 / 1024, reference: 150, unit: 'MB' };
  },
};
