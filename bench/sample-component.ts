import type {
  ComponentDefinition,
  Condition,
  Prop,
  StyleEntry,
  StyleValue,
} from '../src/core/components/definition';

const color = (at: number) => ({ $value: { colorSpace: 'srgb', components: [(at * 7) % 11, (at * 5) % 11, (at * 3) % 11].map((x) => x / 10) } }); // prettier-ignore
const colors = (shift: number) =>
  Object.fromEntries(Array.from({ length: 40 }, (_, i) => [`c${i}`, color(i + shift)]));

/** 40 colours under three brands and two schemes, as a resolver file. */
export function sampleResolver(): string {
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
  return JSON.stringify(resolver);
}

const order = (at: number) => `a${String.fromCharCode(48 + Math.floor(at / 10))}${at % 10}V`;
const values = (count: number) => Array.from({ length: count }, (_, i) => `v${i}`);
const SAMPLE_AXES: [string, number][] = [['tone', 7], ['size', 6], ['shape', 5], ['icon', 4]]; // prettier-ignore

/** A button of 7 × 6 × 5 × 4 choices and six states, 5,040 combinations, with 45 rules. */
export function sampleComponent(name = 'sample', axes = SAMPLE_AXES): ComponentDefinition {
  const rules: StyleEntry[] = [];
  const add = (when: Condition[], part: string, at: number) => {
    const bound = (i: number): StyleValue => ({ token: { path: `color.c${(at * 3 + i) % 40}` } });
    rules.push({ order: order(rules.length), kind: 'rule', when, part, comment: '', declarations: [['color', bound(1)], ['background-color', bound(2)], ['border-color', bound(3)]] }); // prettier-ignore
  };
  add([], 'root', 0);
  for (const [prop, count] of axes)
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
    props: Object.fromEntries(axes.map((axis, i) => [`prop_${i}`, prop(axis, i)])),
    entries: Object.fromEntries(rules.map((rule, i) => [`entry_${i}`, rule])),
  }; // prettier-ignore
}

/**
 * The same for looking at in the browser: text takes its colour from one rule alone, and in one tone stands on black, so
 * that changing this rule changes how many combinations fail. With one combination it cannot be operated, and each choice has one value.
 */
export function shownComponent(many: boolean): ComponentDefinition {
  const component = sampleComponent('sample', many ? SAMPLE_AXES : SAMPLE_AXES.map(([name]) => [name, 1]));
  const entries = Object.entries(component.entries).map(([id, entry]): [string, StyleEntry] => {
    if (entry.kind === 'kept') return [id, entry];
    const toned = entry.when.some(
      (one) => one.kind === 'choice' && one.prop === 'tone' && !one.is.includes('v0'),
    );
    const rest = entry.declarations
      .filter(([property]) => property !== 'color')
      .map(([property, value]): (typeof entry.declarations)[number] => [
        toned ? property : property.replace('background', 'outline').replace('border', 'column-rule'),
        value,
      ]);
    const first: typeof rest = [['color', { raw: '#ffffff' }], ['background-color', { raw: '#000000' }]]; // prettier-ignore
    return [id, { ...entry, declarations: id === 'entry_0' ? [...first, ...rest] : rest }];
  });
  const template = many ? component.template : component.template.replace(/(<\/?)button/g, '$1div');
  return {
    ...component,
    id: `component_shown${many ? 'many' : 'one'}`,
    template,
    entries: Object.fromEntries(entries),
  };
}
