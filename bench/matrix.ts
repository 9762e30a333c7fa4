import { combinationsOf } from '../src/core/components/combinations';
import { compileCss } from '../src/core/components/compile';
import { cellChecks, matrixOf } from '../src/core/components/matrix';
import type { JsonObject } from '../src/core/base/json/json';
import { readJson } from '../src/core/base/json/read';
import { readResolver } from '../src/core/tokens/resolver-file';
import { Resolution } from '../src/core/tokens/resolve';
import { alternating, median, type Benchmark } from './benchmark';
import { sampleComponent, sampleResolver } from './sample-component';

function sampleTokens(): Resolution {
  const tree = readJson(sampleResolver()) as JsonObject;
  return new Resolution(readResolver(tree, () => ({ problem: '' })).system);
}

const backdrop = () => ({ r: 1, g: 1, b: 1, alpha: 1 });
const items = new Map();

export const matrix: Benchmark = {
  name: 'matrix',
  against: 'resolving and checking each cell on its own; 5,040 combinations, 6 contexts',
  goal: 0.1,
  measure() {
    const component = sampleComponent();
    const resolution = sampleTokens();
    if (resolution.contexts.length !== 6) throw new Error('The sample has not its six contexts');
    const all = combinationsOf(component);
    const shared: number[] = [];
    const alone: number[] = [];
    for (let round = 0; round < 5; round++) {
      let start = performance.now();
      const { cells } = matrixOf(component, items, resolution, backdrop);
      shared.push(performance.now() - start);
      start = performance.now();
      const each = all.map((one) => cellChecks(component, items, resolution, one, backdrop));
      alone.push(performance.now() - start);
      if (JSON.stringify(cells.map(({ checks }) => checks)) !== JSON.stringify(each))
        throw new Error('The shared matrix is not that of its cells');
    }
    return { work: median(shared.slice(1)), reference: median(alone.slice(1)), unit: 'ms' };
  },
};

export const compile: Benchmark = {
  name: 'compile',
  against: 'JSON.stringify of the definitions; 500 components of 45 rules',
  goal: 3,
  measure() {
    const components = Array.from({ length: 500 }, (_, i) => sampleComponent(`sample-${i}`));
    // Fresh definitions each time, for the class of a component is remembered by its definition.
    const fresh = () => components.map((one) => ({ ...one }));
    return alternating(
      () => fresh().reduce((length, one) => length + compileCss(one, items, () => 'color').length, 0),
      () => fresh().reduce((length, one) => length + JSON.stringify(one).length, 0),
      9,
    );
  },
};
