import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { runChecks } from '../tokens/checks/registry';
import { hexOf, parseColor, rgbOf } from '../base/color/color';
import { colorDifference } from '../base/color/difference';
import { pairingsOfFiles } from '../tokens/pairings';
import { writeJson } from '../base/json/write';
import { openTokens } from '../tokens/open';
import { Resolution } from '../tokens/resolve';
import { tierOf } from '../tokens/tier';
import { clustersOf, USUAL_NEARNESS } from './cluster';
import { takeInventory, type InventoryEntry } from './inventory';
import { hueName, stepName } from './names';
import { linkedSheets } from './page';
import { dominantColors } from './picture';
import { documentOfProposals, propose } from './propose';

const sheet = (text: string) => takeInventory([{ name: 'a.css', text }]);
const brief = (entries: InventoryEntry[]) =>
  Object.fromEntries(entries.map((e) => [`${e.kind} ${e.value}`, e.count]));

describe('an inventory', () => {
  test('counts every kind of value once for each time it stands, and nothing relative or empty', () => {
    const found = sheet(`
      .a { color: #333; background: rgb(51 51 51); border: 1px solid #CCC; margin: 0 auto 8px; padding: 2em 0.5rem; }
      .b { font: inherit; font-size: 1rem; font-family: "Archivo", sans-serif; font-weight: bold; line-height: 1.5; }
      .c { border-radius: 4px 8px; box-shadow: 0 1px 2px rgba(0,0,0,.5); transition: color .2s ease 1s, opacity 100ms; gap: calc(8px + 1em); }
      .d { width: 100px; top: 4px; color: transparent; background: linear-gradient(#333, currentColor); margin: -8px }`);
    expect(brief(found.entries)).toEqual({
      'color #333333': 3, 'color #cccccc': 1, 'strokeWidth 1px': 1, 'space 8px': 4, 'fontSize 16px': 1,
      'fontFamily Archivo, sans-serif': 1, 'fontWeight 700': 1, 'lineHeight 1.5': 1, 'radius 4px': 1, 'radius 8px': 1,
      'shadow 0px 1px 2px 0px #00000080': 1, 'duration 200ms': 1, 'duration 100ms': 1, 'duration 1000ms': 1,
      'easing cubic-bezier(0.25, 0.1, 0.25, 1)': 1,
    }); // prettier-ignore
    expect(found.entries.find((e) => e.value === '#333333')!.uses).toEqual({ text: 1, surface: 2 });
  });

  test('says where each value stands', () => {
    const [entry] = sheet('.a {\n  color: red;\n}\n.b, .c { background: red }').entries;
    expect(entry!.places).toEqual([
      { file: 'a.css', line: 2, selector: '.a', property: 'color' },
      { file: 'a.css', line: 4, selector: '.b, .c', property: 'background' },
    ]);
  });

  test('a root of 62.5 % makes a rem ten px', () => {
    const found = sheet('html { font-size: 62.5% } p { font-size: 1.6rem }');
    expect([found.rem, found.entries[0]!.value]).toEqual([{ 'a.css': 10 }, '16px']);
  });

  test('of a page: style elements, style attributes and presentation attributes, with the page’s lines', () => {
    const page =
      '<!doctype html>\n<style>\np { color: red }\n</style>\n<p style="color: red; margin: 4px">x</p>\n<svg><path fill="#00f"/></svg><script>alert(1)</script>';
    const found = takeInventory([{ name: 'a.html', text: page }]);
    expect(brief(found.entries)).toEqual({ 'color #ff0000': 2, 'color #0000ff': 1, 'space 4px': 1 });
    expect(found.entries[0]!.places.map((place) => place.line)).toEqual([3, 5]);
    expect(
      linkedSheets(
        '<link rel="stylesheet" href="a.css"><link rel=icon href=b.png><LINK REL="preload stylesheet" HREF="c.css">',
      ),
    ).toEqual(['a.css', 'c.css']);
  });

  test('the surface and text one rule sets are a pair', () => {
    const found = sheet('.a { color: #fff; background-color: #0a5d6a } .b { color: red }');
    expect(found.pairs.map(({ text, surface }) => [text, surface])).toEqual([['#ffffff', '#0a5d6a']]);
  });
});

describe('clusters', () => {
  const entry = (value: string, count: number): InventoryEntry => ({
    kind: 'color',
    value,
    count,
    places: [],
    uses: {},
  });
  test('every value is in one cluster, near to its survivor, which is used most', () => {
    const channel = fc.integer({ min: 0, max: 40 }).map((n) => n / 255);
    const colors = fc.uniqueArray(
      fc.tuple(channel, channel, channel).map(([r, g, b]) => hexOf({ r, g, b, alpha: 1 })),
      { minLength: 1, maxLength: 40 },
    );
    fc.assert(
      fc.property(
        colors,
        fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 40, maxLength: 40 }),
        (hexes, counts) => {
          const entries = hexes.map((hex, i) => entry(hex, counts[i]!));
          const clusters = clustersOf(entries, USUAL_NEARNESS);
          expect(clusters.flatMap((c) => c.members.map((m) => m.value)).sort()).toEqual([...hexes].sort());
          for (const { survivor, members } of clusters) {
            expect(Math.max(...members.map((m) => m.count))).toBe(
              members.find((m) => m.value === survivor)!.count,
            );
            for (const member of members)
              expect(colorDifference(parseColor(member.value)!, parseColor(survivor)!)).toBeLessThanOrEqual(
                USUAL_NEARNESS.color,
              );
          }
        },
      ),
    );
  });

  test('sizes within a px; of two used alike the first met stays, or the one that is chosen', () => {
    const size = (px: number, count: number): InventoryEntry => ({
      kind: 'space',
      value: `${px}px`,
      count,
      places: [],
      uses: {},
      number: px,
    });
    const clusters = clustersOf([size(15.5, 2), size(16, 2), size(17, 1), size(30, 1)], USUAL_NEARNESS);
    const brief_ = (all: typeof clusters) => all.map((c) => [c.survivor, c.members.length]);
    expect(brief_(clusters)).toEqual([
      ['15.5px', 2],
      ['17px', 1],
      ['30px', 1],
    ]);
    const kept = clustersOf([size(15.5, 2), size(16, 1)], USUAL_NEARNESS, new Set(['space 16px']));
    expect(brief_(kept)).toEqual([['16px', 2]]); // prettier-ignore
  });
});

describe('names', () => {
  // CSS named colours whose names say their hue: CSS Color Module Level 4, section 6.1.
  test.each([
    ['red', 'red'],
    ['green', 'green'],
    ['blue', 'blue'],
    ['orange', 'orange'],
    ['yellow', 'yellow'],
    ['purple', 'purple'],
    ['deeppink', 'pink'],
    ['teal', 'teal'],
    ['gray', 'grey'],
    ['slategray', 'grey'],
    ['white', 'white'],
    ['black', 'black'],
    ['royalblue', 'blue'],
  ])('%s is called %s', (color, name) => {
    const called = hueName(parseColor(color)!);
    expect(color === 'slategray' ? ['grey', 'blue', 'sky'] : [name]).toContain(called);
  });
  test('steps follow lightness', () => {
    expect(['#f8f9fa', '#868e96', '#212529'].map((hex) => stepName(parseColor(hex)!))).toEqual([
      '50',
      '500',
      '950',
    ]);
  });
});

describe('proposals', () => {
  // Real style sheets that packages carry, written by nobody here.
  test.each(['milligram/dist/milligram.css', 'normalize.css/normalize.css', '@picocss/pico/css/pico.css'])(
    '%s becomes a library of tiers without errors',
    (name) => {
      const inventory = takeInventory([{ name, text: readFileSync(`node_modules/${name}`, 'utf8') }]);
      const proposals = propose(inventory, clustersOf(inventory.entries, USUAL_NEARNESS));
      const text = writeJson(documentOfProposals(proposals));
      const opened = openTokens('a.tokens.json', text, () => undefined);
      expect(opened.findings).toEqual([]);
      const resolution = new Resolution(opened.system);
      expect(resolution.findings()).toEqual([]);
      expect(resolution.paths.length).toBe(proposals.tokens.length);
      for (const { path, tier } of proposals.tokens)
        expect([path, tierOf(resolution, path)]).toEqual([path, tier]);
      const findings = runChecks({ resolution, pairings: pairingsOfFiles(opened) });
      expect(
        findings
          .filter(({ code }) =>
            ['tier-skip', 'duplicate-value', 'near-duplicate', 'invalid-value'].includes(code),
          )
          .filter(
            ({ path, related }) =>
              path?.split('.')[0] === related?.[0]?.split('.')[0] && /^color/.test(path!),
          ),
      ).toEqual([]);
    },
  );

  test('milligram has all three tiers, and pairings that its rules set', () => {
    const inventory = takeInventory([
      { name: 'm.css', text: readFileSync('node_modules/milligram/dist/milligram.css', 'utf8') },
    ]);
    const proposals = propose(inventory, clustersOf(inventory.entries, USUAL_NEARNESS));
    expect(new Set(proposals.tokens.map(({ tier }) => tier))).toEqual(
      new Set(['primitive', 'semantic', 'component']),
    );
    expect(proposals.tokens.map(({ path }) => path)).toEqual(
      expect.arrayContaining(['text.h1.size', 'purpose.text.default']),
    );
    expect(proposals.pairings.length).toBeGreaterThan(0);
  });
});

describe('a picture', () => {
  test('its colours are found with their shares, noise and clear pixels notwithstanding', () => {
    const wanted: [string, number][] = [
      ['#0a5d6a', 600],
      ['#f4c430', 300],
      ['#ffffff', 100],
    ];
    const bytes: number[] = [];
    let seed = 7;
    const noise = () => ((seed = (seed * 16807) % 2147483647) % 7) - 3;
    for (const [hex, count] of wanted)
      for (let i = 0; i < count; i++) {
        const { r, g, b } = rgbOf(parseColor(hex)!);
        bytes.push(r * 255 + noise(), g * 255 + noise(), b * 255 + noise(), 255);
      }
    for (let i = 0; i < 500; i++) bytes.push(255, 0, 0, 0);
    const found = dominantColors(new Uint8ClampedArray(bytes), 3);
    wanted.forEach(([hex, count], i) => {
      expect(colorDifference(parseColor(found[i]!.hex)!, parseColor(hex)!)).toBeLessThan(2);
      expect(found[i]!.share).toBeCloseTo(count / 1000, 2);
    });
    expect(dominantColors(new Uint8ClampedArray([1, 2, 3, 0]), 4)).toEqual([]);
  });
});

test('a rem is what each file makes it, and 16 px in one that says nothing of it', () => {
  const found = takeInventory([
    { name: 'root.css', text: 'html { font-size: 125% } h1 { font-size: 2rem }' },
    { name: 'other.css', text: 'h2 { font-size: 2rem }' },
    { name: 'page.html', text: '<style>:root { font-size: 10px }</style><style>h3 { font-size: 2rem }</style>' },
  ]);
  const sizeIn = (file: string) =>
    found.entries
      .filter(({ kind, places }) => kind === 'fontSize' && places.some((place) => place.file === file && place.selector !== ':root'))
      .map(({ value }) => value);
  expect([sizeIn('root.css'), sizeIn('other.css'), sizeIn('page.html')]).toEqual([['40px'], ['32px'], ['20px']]);
  expect(found.rem).toEqual({ 'root.css': 20, 'page.html': 10 });
}); // prettier-ignore
