import { ComponentNames, wordsIn } from './component-names';
import { Resolution } from '../tokens/resolve';
import { readSourceFile, Scanner } from './scan';
import { summaryOf } from './summary';

const COMPONENTS = [
  { name: 'button', props: ['tone', 'size', 'busy'] },
  { name: 'fare-card', props: ['tone'] },
  { name: 'icon', props: ['name'] },
];
const names = new ComponentNames(COMPONENTS, ['keel', 'kl']);
const found = (file: string, text: string) => {
  const read = [readSourceFile({ name: file, text })!];
  const scan = new Scanner(new Resolution({ axes: [], sources: [] }), names).scan(read);
  return { scan, read };
};
const told = (file: string, text: string) =>
  found(file, text).scan.instances.map(({ component, line, props }) => [
    component,
    line,
    Object.fromEntries(props),
  ]);

/** Files as people write them, and the instances a person counts in each: component, line, props. */
test.each<[file: string, text: string, instances: unknown[]]>([
  [
    'a.html',
    '<main>\n<keel-button tone="quiet">Go</keel-button>\n<button part="root" class="wide button-1k2m3n4p" data-tone="danger" data-busy><span part="label" class="button-1k2m3n4p">No</span></button>\n<button class="button button-outline button-outlined">mine</button>\n<div class="keel-fare-card"></div>\n<other-button></other-button></main>',
    [['button', 2, { tone: 'quiet' }], ['button', 3, { tone: 'danger', busy: 'true' }], ['fare-card', 5, {}]],
  ],
  [
    'a.tsx',
    "import { Button, Icon as Sign } from '@line/keel/react';\nimport { FareCard } from './FareCard';\nimport * as Keel from 'keel';\nexport const a = <>\n<Button tone=\"quiet\" size={size} busy>Go</Button>\n<Sign name={'buoy'} />\n<FareCard tone=\"main\" />\n<Keel.FareCard />\n<KlButton />\n</>;",
    [['button', 5, { tone: 'quiet', size: null, busy: 'true' }], ['icon', 6, { name: 'buoy' }], ['fare-card', 8, {}], ['button', 9, {}]],
  ],
  [
    'a.vue',
    '<template>\n<section>\n<KeelButton tone="quiet" :size="big" />\n<keel-fare-card/>\n<button class="button">x</button></section>\n</template>',
    [['button', 3, { tone: 'quiet', size: null }], ['fare-card', 4, {}]],
  ],
  [
    'a.svelte',
    '<script>import x from "x";</script>\n<kl-button tone="quiet" busy />\n{#if x}<KeelFareCard tone={x} />{/if}',
    [['button', 2, { tone: 'quiet', busy: 'true' }], ['fare-card', 3, { tone: null }]],
  ],
  ['a.css', '.keel-button { color: red }', []],
])('%s: instances are those a person counts', (file, text, instances) => {
  expect(told(file, text)).toEqual(instances);
}); // prettier-ignore

test('the summary counts each component and the values of its props, the commonest first, with the lines', () => {
  const text = '<keel-button tone="quiet"></keel-button>\n<keel-button tone="main"></keel-button>\n  <keel-button tone="quiet" size="big"></keel-button>\n<keel-icon></keel-icon>'; // prettier-ignore
  const { scan, read } = found('a.html', text);
  const { components, found: kept } = summaryOf(scan, read);
  expect(components).toEqual({ button: 3, icon: 1 });
  expect(kept.components![0]).toEqual({
    name: 'button',
    count: 3,
    props: [
      { name: 'tone', values: [['quiet', 2], ['main', 1]] },
      { name: 'size', values: [['big', 1]] },
    ],
    places: [1, 2, 3].map((line) => ({ file: 'a.html', line, source: text.split('\n')[line - 1]!.trim() })),
  });
}); // prettier-ignore

test('a library whose word says nothing finds nothing, and names made to trip it up do no harm', () => {
  const odd = new ComponentNames([{ name: 'constructor', props: ['__proto__'] }], ['(', '']);
  const element = { from: 0, tag: 'constructor', attributes: { __proto__: 'x', class: 'a-b' } };
  expect(odd.of(element)).toBeUndefined();
  expect(odd.of({ ...element, imported: { name: 'Constructor', module: '(' } })).toBeUndefined();
});

test.each([
  [['kl-button', 'kl-icon', 'x-button', 'kl-other', 'button'], ['kl']],
  [['x-button', 'kl-other', 'kl-other'], ['x']],
  [['a-fare-card', 'a-fare'], ['a']],
  [['button', 'fare-card', 'Kl-button', ''], []],
])('of the tags %j the library is called %j', (tags, words) => {
  expect(wordsIn(tags, COMPONENTS)).toEqual(words);
});
