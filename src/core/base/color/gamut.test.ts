import { convert, parseColor, rgbOf } from './color';
import { toGamutColor, withinGamut } from './gamut';

test.each([
  ['color(srgb 1 0 0)', true, true],
  ['color(srgb 1.02 0.5 0.5)', false, true],
  ['color(srgb 0.5 1.02 0.5)', false, false],
  ['color(srgb 0.5 0.5 -0.02)', false, true],
  ['color(srgb -0.02 0.5 0.5)', false, true],
  // What rounding leaves over an edge is within.
  ['color(srgb 1.0000005 0.5 -0.0000005)', true, true],
  ['color(srgb none 0.5 1)', true, true],
  ['color(display-p3 0 1 0)', false, true],
  ['color(rec2020 0 1 0)', false, false],
  ['oklch(0.7 0.4 150)', false, false],
  ['oklch(0.5 none none)', true, true],
  ['lab(50% 40 none)', true, true],
])('%s is within sRGB: %s, within Display P3: %s', (text, srgb, p3) => {
  const color = parseColor(text)!;
  expect([withinGamut(color, 'srgb'), withinGamut(color, 'display-p3')]).toEqual([srgb, p3]);
  for (const gamut of ['srgb', 'display-p3'] as const)
    expect(withinGamut(toGamutColor(color, gamut), gamut)).toBe(true);
});

test('a missing component is left missing where spaces share it, and counts as 0 where they do not', () => {
  // CSS Color 4, 4.4 and 12.2.
  expect(rgbOf(parseColor('color(srgb none 0.5 1)')!)).toEqual({ r: 0, g: 0.5, b: 1, alpha: 1 });
  const grey = convert(parseColor('oklch(0.5 none none)')!, 'srgb').components;
  expect(Math.max(...(grey as number[])) - Math.min(...(grey as number[]))).toBeLessThan(1e-4);
});
