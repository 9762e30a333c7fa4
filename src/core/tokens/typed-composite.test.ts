import { lexer, parse } from 'css-tree';
import fc from 'fast-check';
import { toPlain, type Json } from '../base/json/json';
import { readJson } from '../base/json/read';
import { cssText } from './css-text';
import { compositeText } from './composite-text';
import { readComposite } from './typed-composite';
import { readTyped, typedText } from './typed-value';

const px = (value: number) => ({ value, unit: 'px' });
const ms = (value: number) => ({ value, unit: 'ms' });
const BLACK_20 = { colorSpace: 'srgb', components: [0, 0, 0], alpha: 0.2 };
const WHITE = { colorSpace: 'srgb', components: [1, 1, 1], alpha: 1 };
const RED = { colorSpace: 'srgb', components: [1, 0, 0], alpha: 1 };
const shadow = (x: number, y: number, blur: number, spread: number, color: unknown = BLACK_20) => ({
  color,
  offsetX: px(x),
  offsetY: px(y),
  blur: px(blur),
  spread: px(spread),
});
const stops = (...at: [unknown, unknown][]) => at.map(([color, position]) => ({ color, position }));

/** What is typed, as which type, and what it says. */
const TYPED: [type: string, text: string, value: unknown, beside?: unknown][] = [
  ['shadow', '0 2px 4px rgb(0 0 0 / .2)', shadow(0, 2, 4, 0)],
  ['shadow', 'rgb(0 0 0 / 20%) 0 2px', shadow(0, 2, 0, 0)],
  ['shadow', 'inset 0 0 0 1px {color.line}', { ...shadow(0, 0, 0, 1, '{color.line}'), inset: true }],
  ['shadow', '{color.line} 0 1px', shadow(0, 1, 0, 0, '{color.line}')],
  ['shadow', '0 1px {blur.soft} {color.a b}', { ...shadow(0, 1, 0, 0, '{color.a b}'), blur: '{blur.soft}' }],
  ['shadow', '0 1px 2px #0003, 0 4px 8px #0003', [shadow(0, 1, 2, 0), shadow(0, 4, 8, 0)]],
  ['border', '1px solid {color.line}', { color: '{color.line}', width: px(1), style: 'solid' }],
  ['border', 'dashed red thin', { color: RED, width: px(1), style: 'dashed' }],
  ['border', '{width.hair} {style.rule} {color.line}', { color: '{color.line}', width: '{width.hair}', style: '{style.rule}' }],
  ['border', '{color.line} 2px solid', { color: '{color.line}', width: px(2), style: 'solid' }],
  ['transition', '150ms ease-out', { duration: ms(150), delay: ms(0), timingFunction: [0, 0, 0.58, 1] }],
  ['transition', 'ease-in .2s 50ms', { duration: { value: 0.2, unit: 's' }, delay: ms(50), timingFunction: [0.42, 0, 1, 1] }],
  ['transition', '150ms', { duration: ms(150), delay: ms(0), timingFunction: [0.25, 0.1, 0.25, 1] }],
  ['transition', '{quick} {ease.out}', { duration: '{quick}', delay: ms(0), timingFunction: '{ease.out}' }],
  ['transition', '{quick} ease-out {late}', { duration: '{quick}', delay: '{late}', timingFunction: [0, 0, 0.58, 1] }],
  // CSS Images 3, section 3.4.3, both examples.
  ['gradient', 'linear-gradient(red 40%, white, #0003, blue)', stops([RED, 0.4], [WHITE, 0.6], [BLACK_20, 0.8], [{ ...RED, components: [0, 0, 1] }, 1])],
  ['gradient', 'red, white -50%, #0003 150%, red', stops([RED, 0], [WHITE, 0], [BLACK_20, 1.5], [RED, 1.5])],
  ['gradient', 'linear-gradient(0.25turn, red, {color.ink} 80%)', stops([RED, 0], ['{color.ink}', 0.8]), { angle: 90 }],
  ['gradient', 'linear-gradient(to left, red 0% 20%, white)', stops([RED, 0], [RED, 0.2], [WHITE, 1]), { angle: 270 }],
  ['strokeStyle', 'Dashed', 'dashed'],
  ['strokeStyle', '4px 2px round', { dashArray: [px(4), px(2)], lineCap: 'round' }],
  ['typography', '600 16px/1.5 Archivo, sans-serif', { fontFamily: ['Archivo', 'sans-serif'], fontSize: px(16), fontWeight: 600, letterSpacing: px(0), lineHeight: 1.5 }],
  ['typography', 'bold 1rem/150% "Source Serif"; letter-spacing: .02em', { fontFamily: 'Source Serif', fontSize: { value: 1, unit: 'rem' }, fontWeight: 'bold', letterSpacing: { value: 0.02, unit: 'rem' }, lineHeight: 1.5 }],
  ['typography', '16px/24px Source Serif, serif', { fontFamily: ['Source Serif', 'serif'], fontSize: px(16), fontWeight: 400, letterSpacing: px(0), lineHeight: 1.5 }],
  ['typography', '{weight.strong} {size.3}/{leading.body} {font.body}', { fontFamily: '{font.body}', fontSize: '{size.3}', fontWeight: '{weight.strong}', letterSpacing: px(0), lineHeight: '{leading.body}' }],
  ['typography', 'font-family: Archivo; font-size: 16px; line-height: 1.5; font-weight: 500', { fontFamily: 'Archivo', fontSize: px(16), fontWeight: 500, letterSpacing: px(0), lineHeight: 1.5 }],
]; // prettier-ignore

test.each(TYPED)('%s typed as %s', (...row) => {
  const [type, text, value, beside] = row;
  const typed = readTyped(text, type);
  if ('problem' in typed) throw new Error(`${typed.problem}. ${typed.fix}`);
  expect([toPlain(typed.value), typed.beside]).toEqual([value, beside]);
  // Shown again, and typed again, it says the same.
  const again = readTyped(typedText(typed.value, type), type);
  expect('value' in again && toPlain(again.value)).toEqual(value);
});

test.each<[string, string, RegExp]>([
  ['shadow', '2px red', /is no shadow/],
  ['shadow', '0 1px 2px 3px 4px red', /is no shadow/],
  ['shadow', '0 1px 2px', /is no shadow/],
  ['shadow', '0 1em red', /is no shadow/],
  ['border', '1px solid', /is no border/],
  ['border', '1px 2px red', /is no border/],
  ['transition', 'color 150ms', /is no transition/],
  ['transition', '1s 2s 3s', /is no transition/],
  ['gradient', 'red', /is no gradient/],
  ['gradient', 'radial-gradient(red, blue)', /another shape/],
  ['gradient', 'linear-gradient(to top right, red, blue)', /corner/],
  ['strokeStyle', 'wavy', /is no line style/],
  ['typography', '600 16px Archivo', /no line height/],
  ['typography', 'italic 16px/1.5 Archivo', /no word for “italic”/],
  ['typography', '16px/20rem Archivo', /no share of the size/],
  ['typography', '16px/1.5', /is no text style/],
  ['typography', 'font: 16px/1.5 Archivo; color: red', /has no color/],
  ['shadow', '@0@ 0 1px', /is no shadow/],
  ['shadow', '{"color": "{a}"', /not JSON/],
])('%s: %s is refused, and how to write one is said', (type, text, words) => {
  const typed = readTyped(text, type);
  expect('problem' in typed && typed.problem).toMatch(words);
  expect('fix' in typed && typed.fix).toMatch(/./);
});

test('what CSS has no word for is shown as JSON', () => {
  for (const [type, json] of [
    ['shadow', { ...shadow(0, 1, 2, 0), note: 'mine' }],
    ['shadow', { ...shadow(0, 1, 2, 0), blur: { $ref: '#/blur/$value' } }],
    ['border', { color: '{a}', width: px(1) }],
    ['shadow', ['{a}', '{b}']],
    ['gradient', 'red'],
    ['transition', { duration: '{a}', delay: '{b}', timingFunction: 'ease' }],
  ] as const)
    expect(compositeText(readJson(JSON.stringify(json)) as Json, type)).toBeUndefined();
});

const length = fc.integer({ min: -400, max: 400 }).map((n) => px(n / 4));
const color = fc
  .tuple(fc.integer({ min: 0, max: 255 }), fc.integer({ min: 0, max: 255 }), fc.constantFrom(1, 0.2))
  .map(([a, b, alpha]) => ({ colorSpace: 'srgb', components: [a / 255, b / 255, 0], alpha }));
const time = fc.integer({ min: 0, max: 900 }).map(ms);
const share = fc.integer({ min: 0, max: 100 }).map((n) => n / 100);
/** Values of each type, and the property of CSS whose grammar their text has to follow. */
const VALUES: Record<string, [property: string, value: fc.Arbitrary<unknown>]> = {
  shadow: [
    'box-shadow',
    fc.array(
      fc.record(
        { color, offsetX: length, offsetY: length, blur: fc.nat(40).map(px), spread: length, inset: fc.constant(true) },
        { requiredKeys: ['color', 'offsetX', 'offsetY', 'blur', 'spread'] },
      ),
      { minLength: 2, maxLength: 4 },
    ),
  ],
  border: ['border', fc.record({ color, width: fc.nat(40).map(px), style: fc.constantFrom('solid', 'dotted', 'inset') })],
  transition: ['transition', fc.record({ duration: time, delay: time, timingFunction: fc.tuple(share, share, share, share) })],
  typography: [
    'font',
    fc.record({
      fontFamily: fc.constantFrom('Archivo', ['Source Serif 4', 'serif'], ['1 odd "name"', 'monospace']),
      fontSize: fc.integer({ min: 1, max: 80 }).map(px),
      fontWeight: fc.integer({ min: 1, max: 1000 }),
      letterSpacing: fc.constant(px(0)),
      lineHeight: fc.integer({ min: 1, max: 40 }).map((n) => n / 10),
    }),
  ],
}; // prettier-ignore

test.each(Object.entries(VALUES))(
  'any %s is shown in the grammar of CSS, and typed again it is drawn the same',
  (type, [property, values]) => {
    fc.assert(
      fc.property(values, (plain) => {
        const value = readJson(JSON.stringify(plain)) as Json;
        const text = compositeText(value, type)!;
        expect(lexer.matchProperty(property, parse(text, { context: 'value' })).error).toBeNull();
        const again = readComposite(text, type)!;
        expect('value' in again && cssText({ type, value: again.value })).toEqual(cssText({ type, value }));
      }),
    );
  },
);
