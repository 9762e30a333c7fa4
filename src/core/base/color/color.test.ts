import Colorjs from 'colorjs.io';
import fc from 'fast-check';
import { hex as wcagContrast } from 'wcag-contrast';
import { writeJson } from '../json/write';
import { colorJson, colorOf, colorText, convert, hexOf, parseColor, rgbOf, type Color } from './color';
import { composite, contrastRatio, levels, ratioText } from './contrast';
import { colorDifference } from './difference';
import { COLOR_SPACES } from './spaces';

/** Sharma, Wu and Dalal (2005), "The CIEDE2000 Color-Difference Formula", table 1. */
const SHARMA: [number, number, number, number, number, number, number][] = [
  [50, 2.6772, -79.7751, 50, 0, -82.7485, 2.0425], [50, 3.1571, -77.2803, 50, 0, -82.7485, 2.8615],
  [50, 2.8361, -74.02, 50, 0, -82.7485, 3.4412], [50, -1.3802, -84.2814, 50, 0, -82.7485, 1],
  [50, -1.1848, -84.8006, 50, 0, -82.7485, 1], [50, -0.9009, -85.5211, 50, 0, -82.7485, 1],
  [50, 0, 0, 50, -1, 2, 2.3669], [50, -1, 2, 50, 0, 0, 2.3669],
  [50, 2.49, -0.001, 50, -2.49, 0.0009, 7.1792], [50, 2.49, -0.001, 50, -2.49, 0.001, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.0011, 7.2195], [50, 2.49, -0.001, 50, -2.49, 0.0012, 7.2195],
  [50, -0.001, 2.49, 50, 0.0009, -2.49, 4.8045], [50, -0.001, 2.49, 50, 0.001, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.0011, -2.49, 4.7461], [50, 2.5, 0, 50, 0, -2.5, 4.3065],
  [50, 2.5, 0, 73, 25, -18, 27.1492], [50, 2.5, 0, 61, -5, 29, 22.8977],
  [50, 2.5, 0, 56, -27, -3, 31.903], [50, 2.5, 0, 58, 24, 15, 19.4535],
  [50, 2.5, 0, 50, 3.1736, 0.5854, 1], [50, 2.5, 0, 50, 3.2972, 0, 1],
  [50, 2.5, 0, 50, 1.8634, 0.5757, 1], [50, 2.5, 0, 50, 3.2592, 0.335, 1],
  [60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644], [63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.263],
  [61.2901, 3.7196, -5.3901, 61.4292, 2.248, -4.962, 1.8731], [35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645],
  [22.7233, 20.0904, -46.694, 23.0331, 14.973, -42.5619, 2.0373], [36.4612, 47.858, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146],
  [90.8027, -2.0831, 1.441, 91.1528, -1.6435, 0.0447, 1.4441], [90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381],
  [6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377], [2.0776, 0.0795, -1.135, 0.9033, -0.0636, -0.5514, 0.9082],
]; // prettier-ignore

/** CIE 15:2004, 8.2.1, Lab to XYZ; the white point is D65 (CSS Color 4, 10.8). */
function xyzOfLab(l: number, a: number, b: number): Color {
  const fy = (l + 16) / 116;
  const cube = (f: number) => (f > 6 / 29 ? f ** 3 : 3 * (6 / 29) ** 2 * (f - 4 / 29));
  const white = [0.3127 / 0.329, 1, (1 - 0.3127 - 0.329) / 0.329];
  const components = [fy + a / 500, fy, fy - b / 200].map((f, i) => cube(f) * white[i]!);
  return { space: 'xyz-d65', components: components as [number, number, number], alpha: 1 };
}

test('the colour difference equals all 34 published pairs', () => {
  expect(SHARMA).toHaveLength(34);
  for (const [l1, a1, b1, l2, a2, b2, expected] of SHARMA)
    expect(colorDifference(xyzOfLab(l1, a1, b1), xyzOfLab(l2, a2, b2))).toBeCloseTo(expected, 3);
});

/** Names of DTCG's spaces in colorjs.io, and the factor from its components to DTCG's. */
const JS: Record<string, string> = {
  srgb: 'srgb', 'srgb-linear': 'srgb-linear', hsl: 'hsl', hwb: 'hwb', lab: 'lab', lch: 'lch', oklab: 'oklab', oklch: 'oklch', 'display-p3': 'p3',
  'a98-rgb': 'a98rgb', 'prophoto-rgb': 'prophoto', rec2020: 'rec2020', 'xyz-d65': 'xyz-d65', 'xyz-d50': 'xyz-d50',
}; // prettier-ignore

test('conversion agrees with an independent library, from sRGB to every space and back', () => {
  const channel = fc.integer({ min: 1, max: 254 }).map((n) => n / 255);
  fc.assert(
    fc.property(
      fc.tuple(channel, channel, channel),
      fc.constantFrom(...COLOR_SPACES.keys()),
      (components, space) => {
        fc.pre(Math.max(...components) - Math.min(...components) > 0.02);
        const color: Color = { space: 'srgb', components, alpha: 1 };
        const ours = convert(color, space);
        const theirs = new Colorjs('srgb', components).to(JS[space]!);
        const back = rgbOf({ ...ours });
        // Compared in XYZ, where no hue wraps round; rec2020's transfer curve differs between editions of its standard.
        if (space === 'rec2020') return;
        const xyz = new Colorjs(theirs.space, ours.components as [number, number, number]).to(
          'xyz-d65',
        ).coords;
        theirs.to('xyz-d65').coords.forEach((value, i) => expect(xyz[i]).toBeCloseTo(value ?? 0, 4));
        [back.r, back.g, back.b].forEach((value, i) => expect(value).toBeCloseTo(components[i]!, 5));
      },
    ),
  );
});

/** Björn Ottosson, "A perceptual color space for image processing", table of reference pairs (XYZ to OKLab). */
test.each([
  [
    [0.95, 1, 1.089],
    [1, 0, 0],
  ],
  [
    [1, 0, 0],
    [0.45, 1.236, -0.019],
  ],
  [
    [0, 1, 0],
    [0.922, -0.671, 0.263],
  ],
  [
    [0, 0, 1],
    [0.153, -1.415, -0.449],
  ],
])('OKLab of XYZ %j', (xyz, lab) => {
  const found = convert({ space: 'xyz-d65', components: xyz, alpha: 1 }, 'oklab').components as number[];
  found.forEach((value, i) => expect(value).toBeCloseTo(lab[i]!, 2));
});

/** CSS Color Module Level 4: worked examples and its serialisation rules. */
test.each([
  ['#0f08', '#00ff0088'],
  ['rebeccapurple', '#663399'],
  ['hsl(120 100% 25%)', '#008000'],
  ['hwb(194 0% 0%)', '#00c3ff'],
  ['oklch(40.1% 0.123 21.57)', 'oklch(0.401 0.123 21.57)'],
  ['lab(29.69% 44.888% -29.04%)', 'lab(29.69 56.11 -36.3)'],
  ['color(display-p3 1 0.5 0 / 50%)', 'color(display-p3 1 0.5 0 / 0.5)'],
  ['oklab(0.5 none 0.1)', 'oklab(0.5 none 0.1)'],
  ['transparent', '#00000000'],
  ['rgb(300 0 0)', '#ff0000'],
])('%s is written as %s', (text, css) => {
  expect(colorText(parseColor(text)!)).toBe(css);
});

test('what is not a colour is not read', () => {
  for (const text of ['', 'blurple', '#12', 'rgb(', 'url(x)', 'oklch(1)'])
    expect(parseColor(text)).toBeUndefined();
});

test('contrast agrees with an independent package on random pairs', () => {
  const byte = fc.integer({ min: 0, max: 255 });
  const color = fc
    .tuple(byte, byte, byte)
    .map(([r, g, b]) => ({ r: r / 255, g: g / 255, b: b / 255, alpha: 1 }));
  fc.assert(
    fc.property(color, color, (a, b) =>
      expect(contrastRatio(a, b)).toBeCloseTo(wcagContrast(hexOf(a), hexOf(b)), 2),
    ),
  );
});

/** WCAG 2.2, success criterion 1.4.3: the well-known greys on either side of 4.5 on white. */
test('#767676 on white passes 4.5, #777777 does not, and a failing ratio never shows as 4.50', () => {
  const on = (text: string) => contrastRatio(rgbOf(parseColor(text)!), rgbOf(parseColor('white')!));
  expect([levels(on('#767676')).AA.text, levels(on('#777777')).AA.text]).toEqual([true, false]);
  expect([ratioText(on('#767676')), ratioText(on('#777777')), ratioText(4.4999)]).toEqual([
    '4.54',
    '4.47',
    '4.49',
  ]);
});

/** WCAG 2.2, success criteria 1.4.3, 1.4.6 and 1.4.11: each level begins at its ratio, which still passes. */
test.each([
  [21, true, true, true, true, true],
  [7, true, true, true, true, true],
  [6.99, true, true, true, false, true],
  [4.5, true, true, true, false, true],
  [4.49, false, true, true, false, false],
  [3, false, true, true, false, false],
  [2.99, false, false, false, false, false],
  [1, false, false, false, false, false],
])(
  'a ratio of %s to one: AA text %s, large text %s, other %s; AAA text %s, large text %s',
  (ratio, ...passes) => {
    const { AA, AAA } = levels(ratio);
    expect([AA.text, AA.largeText, AA.nonText, AAA.text, AAA.largeText]).toEqual(passes);
  },
);

test('a colour is written with its space, its components and its alpha, and read again', () => {
  const color = { space: 'oklch', components: [0.5, 'none' as const, 120], alpha: 0.25 };
  const json = colorJson(color);
  expect(JSON.parse(writeJson(json))).toEqual({
    colorSpace: 'oklch',
    components: [0.5, 'none', 120],
    alpha: 0.25,
  });
  expect(colorOf(json)).toEqual(color);
});

test('transparent is black that is not there, and only the whole word', () => {
  expect(parseColor(' Transparent ')).toEqual({ space: 'srgb', components: [0, 0, 0], alpha: 0 });
  for (const none of ['transparents', 'nontransparent', 'transparent red'])
    expect(parseColor(none)).toBeUndefined();
});

test('translucent colours are laid over what is below, unrounded', () => {
  const half = { r: 0, g: 0, b: 0, alpha: 0.5 };
  const white = { r: 1, g: 1, b: 1, alpha: 1 };
  expect(composite(half, white)).toEqual({ r: 0.5, g: 0.5, b: 0.5, alpha: 1 });
  expect(contrastRatio(half, white)).toBeCloseTo(
    contrastRatio({ r: 0.5, g: 0.5, b: 0.5, alpha: 1 }, white),
    10,
  );
  expect(contrastRatio(white, half, white)).toBeCloseTo(
    contrastRatio(white, { r: 0.5, g: 0.5, b: 0.5, alpha: 1 }),
    10,
  );
});

test('what only looks like a colour is none', () => {
  for (const text of [
    '700',
    'fade',
    'abc',
    '12',
    '',
    'rgb(',
    'rgb(1 2',
    'var(--x)',
    'rgba(1, 2, 3',
    '1px',
    'currentcolor',
  ])
    expect(parseColor(text)).toBeUndefined();
});

/** Compositing and Blending Level 1, chapter 5.1: source over, colours not multiplied by their alpha. */
test.each([
  [{ r: 1, g: 0, b: 0, alpha: 0.5 }, { r: 0, g: 0, b: 1, alpha: 0.5 }, { r: 2 / 3, g: 0, b: 1 / 3, alpha: 0.75 }],
  [{ r: 1, g: 0, b: 0, alpha: 0.25 }, { r: 0, g: 1, b: 0, alpha: 1 }, { r: 0.25, g: 0.75, b: 0, alpha: 1 }],
  [{ r: 1, g: 1, b: 1, alpha: 0 }, { r: 0, g: 0, b: 1, alpha: 0.5 }, { r: 0, g: 0, b: 1, alpha: 0.5 }],
  [{ r: 1, g: 1, b: 1, alpha: 0.5 }, { r: 0.3, g: 0.3, b: 0.3, alpha: 0 }, { r: 1, g: 1, b: 1, alpha: 0.5 }],
  [{ r: 1, g: 1, b: 1, alpha: 0 }, { r: 1, g: 1, b: 1, alpha: 0 }, { r: 0, g: 0, b: 0, alpha: 0 }],
])('%j over %j is %j', (over, under, expected) => {
  const found = composite(over, under);
  for (const channel of ['r', 'g', 'b', 'alpha'] as const) expect(found[channel]).toBeCloseTo(expected[channel], 9);
}); // prettier-ignore
