import { writeJson } from '../json/write';
import { EASINGS, easingJson, familiesJson, lengthJson, readCssValue, timeJson } from './css-value';

const plain = (value: unknown) =>
  value === undefined ? undefined : (JSON.parse(writeJson(value as never)) as unknown);
const px = (value: number) => ({ value, unit: 'px' });

// Absolute units: CSS Values and Units Level 4, "Absolute lengths" (1in = 96px = 2.54cm = 72pt = 6pc).
test.each<[string, unknown]>([
  ['16px', px(16)],
  ['-4px', px(-4)],
  ['.5px', px(0.5)],
  ['+3PX', px(3)],
  ['1e2px', px(100)],
  ['1.5rem', { value: 1.5, unit: 'rem' }],
  ['0', px(0)],
  ['72pt', px(96)],
  ['6pc', px(96)],
  ['1in', px(96)],
  ['2.54cm', px(96)],
  ['25.4mm', px(96)],
  // Relative ones have no size of their own; a number alone is none either, but for nought.
  ['2em', undefined],
  ['50%', undefined],
  ['10vw', undefined],
  ['12', undefined],
  ['px', undefined],
  ['1px 2px', undefined],
  ['calc(1px + 2px)', undefined],
  ['', undefined],
])('the length %s', (text, expected) => {
  expect(plain(lengthJson(text))).toEqual(expected);
});

test.each<[string, unknown]>([
  ['150ms', { value: 150, unit: 'ms' }],
  ['.2s', { value: 0.2, unit: 's' }],
  ['-1s', { value: -1, unit: 's' }],
  ['0', undefined],
  ['2m', undefined],
  ['fast', undefined],
])('the time %s', (text, expected) => {
  expect(plain(timeJson(text))).toEqual(expected);
});

// CSS Easing Functions Level 1: both x of a curve lie in [0, 1]; y may leave it.
test.each<[string, unknown]>([
  ...Object.entries(EASINGS).map(([word, curve]): [string, unknown] => [word, [...curve]]),
  ['EASE-IN', [0.42, 0, 1, 1]],
  ['cubic-bezier(.1, -0.6, 0.2, 2)', [0.1, -0.6, 0.2, 2]],
  ['cubic-bezier(1.1, 0, 0, 1)', undefined],
  ['cubic-bezier(0, 0, -0.1, 1)', undefined],
  ['cubic-bezier(0, 0, 1)', undefined],
  ['cubic-bezier(a, b, c, d)', undefined],
  ['steps(3, end)', undefined],
])('the easing %s', (text, expected) => {
  expect(plain(easingJson(text))).toEqual(expected);
});

test.each<[string, unknown]>([
  ['"Harbour Sans", serif', ['Harbour Sans', 'serif']],
  ["'Harbour Sans'", 'Harbour Sans'],
  ['system-ui', 'system-ui'],
  ['ui-monospace, monospace', ['ui-monospace', 'monospace']],
])('the families %s', (text, expected) => {
  expect(plain(familiesJson(text))).toEqual(expected);
});

const refer = (name: string) => (name === '--known' ? '{known}' : undefined);
const read = (text: string, name = 'x') => {
  const found = readCssValue(text, name, refer);
  return 'unread' in found
    ? { unread: expect.any(String) as string }
    : { type: found.type, value: plain(found.value) };
};
test.each<[string, string, unknown]>([
  ['#0a5d6a', 'x', { type: 'color' }],
  ['hsl(190 83% 23%)', 'x', { type: 'color' }],
  ['16px', 'x', { type: 'dimension', value: px(16) }],
  ['150ms', 'x', { type: 'duration', value: { value: 150, unit: 'ms' } }],
  ['ease-out', 'x', { type: 'cubicBezier', value: [0, 0, 0.58, 1] }],
  ['var(--known)', 'x', { value: '{known}' }],
  ['600', 'font-weight-firm', { type: 'fontWeight', value: 600 }],
  ['bold', 'font-weight-firm', { type: 'fontWeight', value: 700 }],
  ['1.5', 'line-height', { type: 'number', value: 1.5 }],
  ['0 2px 4px rgb(0 0 0 / 20%)', 'shadow', { type: 'shadow' }],
  ['1px solid #d8dcdc', 'border', { type: 'border' }],
])('%s of --%s is read by its value, and where that cannot say, by its name', (text, name, expected) => {
  expect(read(text, name)).toMatchObject(expected as object);
});

test.each([
  ['var(--unknown)'],
  ['calc(100% - 2px)'],
  ['url(data:image/png;base64,AA)'],
  ['10px 20px 30px'],
  ['expression(alert(1))'],
])('%s is told as it is, and no token is made of it', (text) => {
  expect(read(text)).toEqual({ unread: expect.any(String) });
});
