import { toPlain, type JsonObject } from '../src/core/base/json/json';
import { readJson } from '../src/core/base/json/read';
import { OUTPUTS } from '../src/core/outputs/registry';
import { readResolver } from '../src/core/tokens/resolver-file';
import { Resolution } from '../src/core/tokens/resolve';
import { median, type Benchmark } from './benchmark';
import { sampleResolver } from './sample';

/** Every format but the one that writes files as authored, each from a library read anew; the slowest counts. */
export const formats: Benchmark = {
  name: 'formats',
  against: 'JSON.stringify of the resolved values of the 12 contexts; 10,000 tokens, the slowest format',
  goal: 4,
  measure() {
    const text = sampleResolver(10_000);
    const open = () =>
      new Resolution(readResolver(readJson(text) as JsonObject, () => ({ problem: '' })).system);
    const resolution = open();
    const values = resolution.contexts.map((_, i) =>
      Object.fromEntries(resolution.paths.map((path) => [path, toPlain(resolution.value(path, i)!.value)])),
    );
    const reference: number[] = [];
    let slowest = 0;
    for (const output of OUTPUTS.values()) {
      if (output.name === 'dtcg') continue;
      const times: number[] = [];
      for (let round = 0; round < 5; round++) {
        const fresh = open();
        const start = performance.now();
        output.write({ resolution: fresh, authored: () => [] });
        const written = performance.now();
        JSON.stringify(values);
        times.push(written - start);
        reference.push(performance.now() - written);
      }
      slowest = Math.max(slowest, median(times));
    }
    return { work: slowest, reference: median(reference), unit: 'ms' };
  },
};
