import { hex } from 'wcag-contrast';
import type { MeasuredPart } from './measured';
import { drawnContrast } from './measured-contrast';

const WHITE = { r: 1, g: 1, b: 1, alpha: 1 };
const box = (style: Record<string, string>, more: Partial<MeasuredPart> = {}): MeasuredPart => ({
  part: 'p',
  owner: 'o',
  cell: null,
  operated: false,
  text: '',
  tag: 'div',
  within: null,
  x: 0,
  y: 0,
  width: 100,
  height: 40,
  padding: [0, 0, 0, 0],
  border: [0, 0, 0, 0],
  margin: [0, 0, 0, 0],
  gap: [0, 0],
  style: { color: 'rgb(0, 0, 0)', 'background-color': 'rgba(0, 0, 0, 0)', 'background-image': 'none', opacity: '1', position: 'static', 'font-size': '16px', 'font-weight': '400', ...style },
  ...more,
}); // prettier-ignore

// Ratios by the package wcag-contrast.
test('text stands on the nearest surfaces, translucent ones laid over what is below', () => {
  const boxes = [
    box({ 'background-color': 'rgb(32, 32, 32)' }),
    box({ color: 'rgb(255, 255, 255)' }, { within: 0 }),
    box({ color: 'rgb(255, 255, 255)', 'background-color': 'rgba(255, 255, 255, 0.5)' }, { within: 0 }),
  ];
  expect(drawnContrast(boxes, 1, 'text', WHITE)).toEqual({ ratio: expect.closeTo(hex('#ffffff', '#202020'), 6), needs: 4.5 }); // prettier-ignore
  // Half white over 32: 143.5 of 255.
  const half = drawnContrast(boxes, 2, 'text', WHITE)!.ratio!;
  expect(half).toBeGreaterThan(hex('#ffffff', '#909090') - 0.03);
  expect(half).toBeLessThan(hex('#ffffff', '#8f8f8f') + 0.03);
});

test.each([
  ['16px', '400', 4.5],
  ['24px', '400', 3],
  ['18.66px', '700', 3],
  ['18px', '700', 4.5],
])('text of %s at weight %s needs %d (WCAG 2.2, 1.4.3)', (size, weight, needs) => {
  expect(drawnContrast([box({ 'font-size': size, 'font-weight': weight })], 0, 'text', WHITE)?.needs).toBe(
    needs,
  );
});

test('pictures, translucency and what is placed elsewhere are not known; what lies within its holder is', () => {
  const on = (style: Record<string, string>) => drawnContrast([box(style)], 0, 'text', WHITE)?.ratio;
  expect(on({ 'background-image': 'url("data:,")' })).toBeUndefined();
  expect(on({ opacity: '0.5' })).toBeUndefined();
  const placed = (x: number) =>
    drawnContrast([box({ 'background-color': 'rgb(255, 255, 255)' }), box({ position: 'absolute' }, { within: 0, x, width: 20, height: 20 })], 1, 'text', WHITE)?.ratio; // prettier-ignore
  expect(placed(10)).toBeCloseTo(21, 6);
  expect(placed(90)).toBeUndefined();
  // Each side of the holder, just within and just beyond.
  const within = (at: Partial<MeasuredPart>) =>
    drawnContrast([box({ 'background-color': 'rgb(255, 255, 255)' }, { x: 10, y: 10 }), box({ position: 'fixed' }, { within: 0, x: 10, y: 10, width: 100, height: 40, ...at })], 1, 'text', WHITE)?.ratio; // prettier-ignore
  expect(within({})).toBeCloseTo(21, 6);
  for (const beyond of [
    { x: 9 },
    { x: 11 },
    { y: 9 },
    { y: 11 },
    { width: 101 },
    { height: 41 },
    { x: 0, width: 110 },
    { y: 0, height: 50 },
  ])
    expect([beyond, within(beyond)]).toEqual([beyond, undefined]);
  // A surface that cannot be read is not known either.
  expect(on({ 'background-color': 'from-a-picture' })).toBeUndefined();
  expect(drawnContrast([box({ color: 'unreadable' })], 0, 'text', WHITE)?.ratio).toBeUndefined();
  // With a surface of its own it stands on that.
  expect(on({ position: 'absolute', 'background-color': 'rgb(255, 255, 255)' })).toBeCloseTo(21, 6);
});

test('of a border the weakest drawn side counts, against what is around it; none is no boundary', () => {
  const sides = (top: string, left: string) => ({
    'border-top-color': top, 'border-right-color': top, 'border-bottom-color': top, 'border-left-color': left,
    'border-top-style': 'solid', 'border-right-style': 'solid', 'border-bottom-style': 'solid', 'border-left-style': 'solid',
  }); // prettier-ignore
  const edged = (style: Record<string, string>, width = 1) =>
    drawnContrast([box(style, { border: [width, width, width, width] })], 0, 'border', WHITE);
  expect(edged(sides('rgb(0, 0, 0)', 'rgb(119, 119, 119)'))?.ratio).toBeCloseTo(hex('#777777', '#ffffff'), 6);
  expect(edged(sides('rgb(0, 0, 0)', 'rgb(0, 0, 0)'), 0)).toBeNull();
  expect(edged(sides('rgba(0, 0, 0, 0)', 'rgba(0, 0, 0, 0)'))).toBeNull();
  expect(edged({ ...sides('rgb(9, 9, 9)', 'rgb(9, 9, 9)'), 'background-color': 'rgb(9, 9, 9)' })).toBeNull();
});
