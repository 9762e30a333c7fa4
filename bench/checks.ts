import { runChecks } from '../src/core/tokens/checks/registry';
import type { Pairing } from '../src/core/tokens/pairings';
import type { JsonObject } from '../src/core/base/json/json';
import { readJson } from '../src/core/base/json/read';
import { readResolver } from '../src/core/tokens/resolver-file';
import { Resolution } from '../src/core/tokens/resolve';
import { median, type Benchmark } from './benchmark';
import { sampleResolver } from './sample';

/** All checks on 10,000 tokens under 12 contexts, with 200 declared pairings, against the cold resolve of the same. */
export const checks: Benchmark = {
  name: 'checks',
  against: 'the cold resolve; 10,000 tokens, 12 contexts, 200 pairings',
  goal: 5,
  measure() {
    const tree = readJson(sampleResolver(10_000)) as JsonObject;
    const open = () => new Resolution(readResolver(tree, () => ({ problem: '' })).system);
    const colors = open().paths.filter((path, i) => i % 7 === 0 && path !== '');
    const pairings: Pairing[] = Array.from({ length: 200 }, (_, i) => ({
      text: colors[i]!,
      surface: colors[i + 200]!,
      needs: 4.5,
    }));
    const resolving: number[] = [];
    const checking: number[] = [];
    for (let round = 0; round < 9; round++) {
      let start = performance.now();
      const resolution = open();
      resolving.push(performance.now() - start);
      start = performance.now();
      const findings = runChecks({ resolution, pairings });
      checking.push(performance.now() - start);
      if (findings.length === 0)
        throw new Error('The checks found nothing in a library made to have findings');
    }
    return { work: median(checking.slice(2)), reference: median(resolving.slice(2)), unit: 'ms' };
  },
};
