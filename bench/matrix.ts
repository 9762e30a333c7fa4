import { combinationsOf } from '../src/core/components/combinations';
import { compileCss } from '../src/core/components/compile';
import { cellChecks, matrixOf } from '../src/core/components/matrix';
import type { ComponentItem, Condition, Prop, StyleEntry, StyleValue } from '../src/core/documents/items';
import type { JsonObject } from '../src/core/json/json';
import { readJson } from '../src/core/json/read';
import { readResolver } from '../src/core/tokens/resolver-file';
import { Resolution } from '../src/core/tokens/resolve';
import { alternating, median, type Benchmark } from './benchmark';

const color = (at: number) => ({ $value: { colorSpace: 'srgb', components: [(at * 7) % 11, (at * 5) % 11, (at * 3) % 11].map((x) => x / 10) } }); // prettier-ignore
const colors = (shift: number) =>
  Object.fromEntries(Array.from({ length: 40 }, (_, i) => [`c${i}`, color(i + shift)]));

/** 40 colours under three brands and two schemes. */
function sampleTokens(): Resolution {
  const source = (shift: number) => [{ color: { $type: 'color', ...colors(shift) } }];
  const contexts = (names: string[], from: number) =>
    Object.fromEntries(names.map((name, i) => [name, i === 0 ? [] : source(from + i)]));
  const resolver = {
    version: '2025.10',
    sets: { base: { sources: source(0) } },
    modifiers: {
      brand: { contexts: contexts(['one', 'two', 'three'], 3), default: 'one' },
      scheme: { contexts: contexts(['light', 'dark'], 9), default: 'light' },
    },
    resolutionOrder: ['sets/base', 'modifiers/brand', 'modifiers/scheme'].map((at) => ({ $ref: `#/${at}` })),
  };
  const tree = readJson(JSON.stringify(resolver)) as JsonObject;
  return new Resolution(readResolver(tree, () => ({ problem: '' })).system);
}

const order = (at: number) => `a${String.fromCharCode(48 + Math.floor(at / 10))}${at % 10}V`;
const values = (count: number) => Array.from({ length: count }, (_, i) => `v${i}`);
const AXES: [string, number][] = [['tone', 7], ['size', 6], ['shape', 5], ['icon', 4]]; // prettier-ignore

/** A button of 7 × 6 × 5 × 4 choices and six states, 5,040 combinations, with sixty rules. */
function sampleComponent(name = 'sample'): ComponentItem {
  const rules: StyleEntry[] = [];
  const add = (when: Condition[], part: string, at: number) => {
    const bound = (i: number): StyleValue => ({ token: { path: `color.c${(at * 3 + i) % 40}` } });
    rules.push({ order: order(rules.length), kind: 'rule', when, part, comment: '', declarations: [['color', bound(1)], ['background-color', bound(2)], ['border-color', bound(3)]] }); // prettier-ignore
  };
  add([], 'root', 0);
  for (const [prop, count] of AXES)
    for (const [i, value] of values(count).entries()) {
      add([{ kind: 'choice', prop, is: [value] }], i % 2 ? 'label' : 'root', i + 1);
      add([{ kind: 'choice', prop, is: [value] }, { kind: 'state', state: 'hover' }], 'root', i + 9); // prettier-ignore
    }
  const part = (at: number, shows: 'text' | 'icon' | 'nothing', called: string) => ({ order: order(at), name: called, shows, description: '' }); // prettier-ignore
  const prop = ([called, count]: [string, number], at: number): Prop => ({ order: order(at), name: called, kind: 'choice', values: values(count), default: 'v0', description: '' }); // prettier-ignore
  return {
    id: `component_${name}`, kind: 'component', name, order: 'a0', description: '', rank: null, visibility: 'released', deprecation: null,
    template: '<button part="root"><span part="icon"></span><span part="label">x</span></button>', states: [], guards: {},
    parts: { part_1: part(0, 'nothing', 'root'), part_2: part(1, 'icon', 'icon'), part_3: part(2, 'text', 'label') },
    props: Object.fromEntries(AXES.map((axis, i) => [`prop_${i}`, prop(axis, i)])),
    entries: Object.fromEntries(rules.map((rule, i) => [`entry_${i}`, rule])),
  }; // prettier-ignore
}

const ground = () => ({ r: 1, g: 1, b: 1, alpha: 1 });
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
      const { cells } = matrixOf(component, items, resolution, ground);
      shared.push(performance.now() - start);
      start = performance.now();
      const each = all.map((one) => cellChecks(component, items, resolution, one, ground));
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
  goal: 5,
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
