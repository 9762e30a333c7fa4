import type { JsonObject } from '../src/core/base/json/json';
import { toPlain } from '../src/core/base/json/json';
import { readJson } from '../src/core/base/json/read';
import { css } from '../src/core/outputs/css';
import { readResolver } from '../src/core/tokens/resolver-file';
import { Resolution } from '../src/core/tokens/resolve';
import { median, type Benchmark } from './benchmark';
import { sampleResolver } from './sample';

/** One sheet for all contexts, against writing out the resolved values of all contexts as JSON. */
export const exportCss: Benchmark = {
  name: 'export-css',
  against: 'JSON.stringify of the resolved values of the 12 contexts',
  goal: 3,
  measure() {
    const text = sampleResolver(10_000);
    // Read anew for each round: nothing may be remembered from the last.
    const open = () =>
      new Resolution(readResolver(readJson(text) as JsonObject, () => ({ problem: '' })).system);
    const resolution = open();
    const values = resolution.contexts.map((_, i) =>
      Object.fromEntries(resolution.paths.map((path) => [path, toPlain(resolution.value(path, i)!.value)])),
    );
    const times: [number[], number[]] = [[], []];
    for (let round = 0; round < 9; round++) {
      const fresh = open();
      const start = performance.now();
      css.write({ resolution: fresh, authored: () => [] });
      const written = performance.now();
      JSON.stringify(values);
      times[0].push(written - start);
      times[1].push(performance.now() - written);
    }
    return { work: median(times[0]), reference: median(times[1]), unit: 'ms' };
  },
};
