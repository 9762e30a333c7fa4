import { compileString } from 'sass';
import Outside from 'colorjs.io';
import { colorText, parseColor, rgbOf } from '../color/color';
import { constantColor, constantText } from './constant';

const names = (all: Record<string, string>) => (name: string) => all[name];
const computed = (value: string, all: Record<string, string> = {}) => constantText(value, names(all));

describe('a value of CSS', () => {
  test.each([
    [
      'hsl(var(--h) var(--s) calc(var(--l) - 5%))',
      { '--h': '221deg', '--s': '14%', '--l': '26%' },
      '#2e333d',
    ],
    ['hsla(var(--h), var(--s), 21%, .5)', { '--h': '221deg', '--s': '14%' }, '#2e333d80'],
    ['rgba(var(--rgb), .5)', { '--rgb': '10, 20, 30' }, '#0a141e80'],
    ['color-mix(in srgb, var(--a) 30%, blue)', { '--a': 'red' }, '#4d00b3'],
    ['1px solid var(--line, #ccc)', {}, '1px solid #ccc'],
    ['1px solid var(--line)', { '--line': 'var(--deep)', '--deep': 'rgb(1 2 3)' }, '1px solid #010203'],
    ['calc(var(--u) * 2) max(var(--u), 3px)', { '--u': '4px' }, '8px 4px'],
    ['calc(100% - var(--u))', { '--u': '4px' }, 'calc(100% - 4px)'],
    ['light-dark(white, black)', {}, 'white'],
    ['url(var(--x).png) 4px', {}, 'url(var(--x).png) 4px'],
  ])('%s', (value, all, wanted) => expect(computed(value, all as Record<string, string>)).toBe(wanted));

  // What the reference implementation of its authors says (colorjs.io), and CSS Color 5's own example of a relative colour.
  test.each([
    ['color-mix(in lch, purple 80%, plum 20%)', new Outside('purple').mix('plum', 0.2, { space: 'lch', outputSpace: 'lch' })],
    ['color-mix(in oklab, red, blue 70%)', new Outside('red').mix('blue', 0.7, { space: 'oklab', outputSpace: 'oklab' })],
    ['rgb(from indianred 255 g b)', new Outside('rgb(255 92 92)')],
    ['oklch(from #336699 calc(l * 0.5) c h)', new Outside('#336699').to('oklch').set({ l: (l: number) => l / 2 })],
  ])('%s', (value, wanted) => {
    const found = constantColor(value)!;
    expect(new Outside(colorText(found)).deltaE(wanted, '2000')).toBeLessThan(0.01);
  }); // prettier-ignore

  test('what is set nowhere, goes in a circle or grows without end is no constant', () => {
    expect(computed('var(--no)')).toBeUndefined();
    expect(computed('var(--a)', { '--a': 'var(--b)', '--b': 'var(--a)' })).toBeUndefined();
    const laughs = Object.fromEntries(Array.from({ length: 30 }, (_, i) => [`--x${i}`, `var(--x${i + 1}) var(--x${i + 1})`])); // prettier-ignore
    expect(computed('var(--x0)', { ...laughs, '--x30': 'ha' })).toBeUndefined();
    expect(constantText(`${'('.repeat(5000)}1${')'.repeat(5000)}`, () => undefined)).toBeUndefined();
  });
});

/** What the compiler of the language says of the same expressions. */
const EXPRESSIONS = [
  'darken(#336699, 10%)', 'darken(#fff, 7.5%)', 'lighten($primary, 25%)', 'lighten(hsl(20, 50%, 90%), 40%)',
  'saturate($primary, 20%)', 'desaturate($primary, 20%)', 'adjust-hue($primary, 200deg)', 'complement($primary)',
  'grayscale($primary)', 'invert($primary)', 'rgba($primary, .25)', 'rgba(#fff, 50%)', 'transparentize($primary, .3)',
  'fade-in(rgba(1, 2, 3, .2), .3)', 'mix(#f00, #00f)', 'mix($primary, #fff, 20%)', 'mix(rgba(255, 0, 0, .5), #00f, 25%)',
  'color.adjust($primary, $lightness: -10%)', 'color.adjust($primary, $red: 15)', 'color.scale($primary, $lightness: 40%)',
  'color.scale($primary, $saturation: -30%, $alpha: -40%)', 'color.change($primary, $hue: 40)', 'color.mix($primary, black, 15%)',
  'map.get($sizes, "large")', 'map-get($sizes, small)', 'map.get($deep, a, b)', '$unit * 3', '$unit*3', '$unit + 2px',
  '$unit - 1', '-$unit', '($unit * 2) + 1', 'math.div($unit, 8)', 'math.div($unit, 2px)', 'percentage(.375)',
  'math.round(2.6px)', 'floor(7.9px)', 'ceil(1.1)', '$unit $unit * 2', '0 1px ($unit * 2) rgba($primary, .5)', '1px solid darken($primary, 5%)',
]; // prettier-ignore

test.each(EXPRESSIONS)('%s is what Sass makes of it', (expression) => {
  const head = `@use "sass:color"; @use "sass:map"; @use "sass:math";
    $primary: #3273dc; $unit: 4px; $sizes: (small: 12px, "large": 20px); $deep: (a: (b: 7px));`;
  const { css } = compileString(`${head} a { b: ${expression} }`, {
    silenceDeprecations: ['global-builtin', 'color-functions'],
    logger: { warn: () => undefined },
  });
  const theirs = /b: ([^;]+);/.exec(css)![1]!;
  const ours = constantText(
    expression,
    names({
      $primary: '#3273dc',
      $unit: '4px',
      '$sizes small': '12px',
      '$sizes large': '20px',
      '$deep a b': '7px',
    }),
    { sass: true },
  )!;
  // Sass keeps fractions of a channel where it computes; here a colour is printed in bytes.
  const COLOR = /#[0-9a-f]{3,8}\b|\b(rgba?|hsla?)\([^()]*\)|\b(white|black|red|blue)\b/gi;
  expect(ours.replace(COLOR, '#').replace(/,\s*/g, ', ')).toBe(theirs.replace(COLOR, '#'));
  const channels = (text: string) =>
    [...text.matchAll(COLOR)].flatMap(([one]) => Object.values(rgbOf(parseColor(one)!)) as number[]);
  const [mine, compiled] = [channels(ours), channels(theirs)];
  mine.forEach((channel, i) => expect(Math.abs(channel - compiled[i]!)).toBeLessThan(1.01 / 255));
});
