import { toPlain, type JsonObject } from '../src/core/base/json/json';
import { readJson } from '../src/core/base/json/read';
import { OUTPUTS } from '../src/core/outputs/registry';
import type { Output } from '../src/core/outputs/output';
import { readResolver } from '../src/core/tokens/resolver-file';
import { Resolution } from '../src/core/tokens/resolve';
import { median, type Benchmark } from './benchmark';
import { sampleResolver } from './sample';

/** Formats written from a library read anew for each round, so that nothing is remembered; the slowest counts. */
function writing(outputs: readonly Output[], rounds: number) {
  const text = sampleResolver(10_000);
  const open = () =>
    new Resolution(readResolver(readJson(text) as JsonObject, () => ({ problem: '' })).system);
  const resolution = open();
  const values = resolution.contexts.map((_, i) =>
    Object.fromEntries(resolution.paths.map((path) => [path, toPlain(resolution.value(path, i)!.value)])),
  );
  const reference: number[] = [];
  const slowest = outputs.map((output) => {
    const times: number[] = [];
    for (let round = 0; round < rounds; round++) {
      const fresh = open();
      const start = performance.now();
      output.write({ resolution: fresh, authored: () => [] });
      const written = performance.now();
      JSON.stringify(values);
      times.push(written - start);
      reference.push(performance.now() - written);
    }
    return median(times);
  });
  return { work: Math.max(...slowest), reference: median(reference), unit: 'ms' };
}

/** One sheet for all contexts, against writing out the resolved values of all contexts as JSON. */
export const exportCss: Benchmark = {
  name: 'export-css',
  against: 'JSON.stringify of the resolved values of the 12 contexts',
  goal: 3,
  measure: () => writing([OUTPUTS.get('css')!], 9),
};

/** Every format but the one that writes files as authored. */
export const formats: Benchmark = {
  name: 'formats',
  against: 'JSON.stringify of the resolved values of the 12 contexts; 10,000 tokens, the slowest format',
  goal: 4,
  measure: () =>
    writing(
      [...OUTPUTS.values()].filter(({ name }) => name !== 'dtcg'),
      5,
    ),
};
