import fc from 'fast-check';
import { openTokens } from '../tokens/open';
import { Resolution } from '../tokens/resolve';
import { OUTPUTS } from './registry';

const px = (value: number, unit = 'px') => ({ value, unit });
const TOKENS = {
  gap: { $type: 'dimension', small: { $value: px(8) }, large: { $value: px(1.5, 'rem') }, none: { $value: px(0) }, same: { $value: '{gap.large}' } },
  time: { $type: 'duration', $value: px(200, 'ms') },
  face: { $type: 'fontFamily', $value: ['16px Serif', 'serif'] },
  body: { $type: 'typography', $value: { fontFamily: '{face}', fontSize: '{gap.large}', fontWeight: 400, letterSpacing: px(-0.4), lineHeight: 1.5 } },
  low: { $type: 'shadow', $value: [{ color: { colorSpace: 'srgb', components: [0, 0, 0] }, offsetX: px(0), offsetY: px(1), blur: px(0.25, 'rem'), spread: px(-2) }] },
}; // prettier-ignore
const resolutionOf = (json: object) =>
  new Resolution(openTokens('t.json', JSON.stringify(json), () => undefined).system);
const written = (format: string, unit: 'px' | 'rem' | undefined, json: object = TOKENS) =>
  OUTPUTS.get(format)!
    .write({ resolution: resolutionOf(json), authored: () => [], ...(unit && { unit }) })
    .files.map(({ text }) => text)
    .join('\n');

test.each(['css', 'scss', 'less', 'js', 'ts'])('%s writes every length in the unit asked for, and nothing else differently', (format) => {
  const [own, rem, pixels] = [written(format, undefined), written(format, 'rem'), written(format, 'px')];
  expect(OUTPUTS.get(format)!.withUnits).toBe(true);
  // What is quoted is a name, whatever it looks like.
  for (const text of [own, rem, pixels]) expect(text).toContain('16px Serif');
  const lengths = (text: string) => [...text.replaceAll('16px Serif', '').matchAll(/-?\d*\.?\d+(px|rem)\b/g)].map(([whole, unit]) => [Number.parseFloat(whole) * (unit === 'rem' ? 16 : 1), unit]);
  const other = (text: string) => text.replaceAll('16px Serif', '').replace(/-?\d*\.?\d+(px|rem)\b/g, 'L');
  expect(new Set(lengths(own).map(([, unit]) => unit))).toEqual(new Set(['px', 'rem']));
  expect(new Set(lengths(rem).map(([, unit]) => unit))).toEqual(new Set(['rem']));
  expect(new Set(lengths(pixels).map(([, unit]) => unit))).toEqual(new Set(['px']));
  for (const text of [rem, pixels]) {
    expect(lengths(text).map(([value]) => value)).toEqual(lengths(own).map(([value]) => value));
    expect(other(text)).toBe(other(own));
  }
  expect(rem).toContain('200ms');
}); // prettier-ignore

test.each(['html', 'elements', 'react'])('%s has its custom properties in that unit', (format) => {
  expect(written(format, 'rem')).toContain('--gap-small: 0.5rem;');
  expect(written(format, undefined)).toContain('--gap-small: 8px;');
});

test('formats that write no CSS take no unit', () => {
  for (const { name, withUnits } of OUTPUTS.values())
    if (!withUnits) expect([name, written(name, 'rem')]).toEqual([name, written(name, undefined)]);
});

test('whatever the length, there and back is the same length', () => {
  fc.assert(
    fc.property(fc.double({ min: -1e4, max: 1e4, noNaN: true }), (value) => {
      const json = { a: { $type: 'dimension', $value: px(value) } };
      const [, rem] = /--a: (.*)rem;/.exec(written('css', 'rem', json))!;
      const [, own] = /--a: (.*)px;/.exec(written('css', undefined, json))!;
      expect(Number(rem) * 16).toBeCloseTo(Number(own), 3);
    }),
  );
});
