import { borderContrast, contentContrast, needOf, type PartStyles } from './surfaces';

const WHITE = { r: 1, g: 1, b: 1, alpha: 1 };
const styles = (parts: Record<string, Record<string, string>>): PartStyles =>
  new Map(Object.entries(parts).map(([part, style]) => [part, new Map(Object.entries(style))]));
const text = (parts: Record<string, Record<string, string>>, chain = ['label', 'root']) =>
  contentContrast('text', chain, styles(parts), WHITE);

// Ratios of WCAG 2.2 (relative luminance): black on white 21, #777 on white 4.48, #767676 on white 4.54.
test.each<[string, Record<string, Record<string, string>>, number | undefined]>([
  ['the backdrop where nothing is filled', { label: { color: '#000' } }, 21],
  ['its own surface', { label: { color: '#000', 'background-color': '#777' } }, 21 / 4.48],
  ['what it stands in', { label: { color: '#000' }, root: { 'background-color': '#000' } }, 1],
  ['the nearer of two', { label: { color: '#000', 'background-color': '#fff' }, root: { 'background-color': '#000' } }, 21],
  ['a colour inherited', { root: { color: '#777' } }, 4.48],
  ['a shorthand', { label: { color: '#fff' }, root: { background: '#000' } }, 21],
  ['nothing said by none', { label: { color: '#000', background: 'none' }, root: { 'background-color': '#fff' } }, 21],
  ['a half transparent surface over another', { label: { color: '#000', 'background-color': 'rgb(0 0 0 / 0.5)' }, root: { 'background-color': '#fff' } }, 5.28],
  ['a surface over an opacity of 1', { label: { color: '#000', opacity: '1' } }, 21],
  ['no known colour', { label: {} }, undefined],
  ['no known surface', { label: { color: '#000' }, root: { background: 'linear-gradient(red, blue)' } }, undefined],
  ['a picture', { label: { color: '#000' }, root: { 'background-image': 'url(x)' } }, undefined],
  ['what shines through', { label: { color: '#000', opacity: '0.5' } }, undefined],
  ['what is placed elsewhere', { label: { color: '#000', position: 'absolute' } }, undefined],
  ['what is fixed', { label: { color: '#000' }, root: { position: 'fixed' } }, undefined],
  ['what stays in place', { label: { color: '#000', position: 'relative' } }, 21],
  ['a cover over a picture', { label: { color: '#000', 'background-color': '#fff' }, root: { 'background-image': 'url(x)' } }, 21],
  ['a colour that cannot be read', { label: { color: 'system-color-of-nobody' } }, undefined],
])('text is held against %s', (_, parts, ratio) => {
  const found = text(parts).ratio;
  if (ratio === undefined) expect(found).toBeUndefined();
  else expect(found).toBeCloseTo(ratio, 1);
}); // prettier-ignore

// WCAG 2.2, 1.4.3: 18 point (24 px) is large, or 14 point (18.66 px) bold; 1.4.11: 3 for graphics and boundaries.
test.each([
  [24, false, 3], [23.9, false, 4.5], [18.66, true, 3], [18.65, true, 4.5], [18.66, false, 4.5], [30, true, 3],
])('text of %d px, bold %s, needs %d', (size, bold, needs) => {
  expect(needOf(size, bold)).toBe(needs);
}); // prettier-ignore

test.each([
  [{}, 4.5], [{ 'font-size': '24px' }, 3], [{ 'font-size': '1.5rem' }, 3], [{ 'font-size': '1.4rem' }, 4.5], [{ 'font-size': '2em' }, 4.5],
  [{ 'font-size': '19px', 'font-weight': '700' }, 3], [{ 'font-size': '19px', 'font-weight': 'bold' }, 3], [{ 'font-size': '19px', 'font-weight': '600' }, 4.5], [{ 'font-size': '19px' }, 4.5],
])('%j needs %d, said of the part or of what it stands in', (style, needs) => {
  expect(text({ label: { color: '#000', ...style } }).needs).toBe(needs);
  expect(text({ label: { color: '#000' }, root: style }).needs).toBe(needs);
  expect(contentContrast('icon', ['label'], styles({ label: { color: '#000', ...style } }), WHITE).needs).toBe(3);
  expect(contentContrast('icon', ['label'], styles({ label: style }), WHITE)).toEqual({ ratio: undefined, needs: 4.5 });
}); // prettier-ignore

test('a border is a boundary where it differs from what it surrounds, against what is outside', () => {
  const border = (root: Record<string, string>, page: Record<string, string> = {}) =>
    borderContrast('root', ['page'], styles({ root, page }), WHITE);
  expect(border({ 'border-color': '#000' })).toEqual({ ratio: 21, needs: 3 });
  expect(border({ 'border-color': '#000', 'background-color': '#fff' }, { 'background-color': '#000' })).toEqual({ ratio: 1, needs: 3 });
  expect(border({ 'border-color': '#000', 'background-color': '#000' })).toBeNull();
  expect(border({ 'border-color': 'rgb(0 0 0 / 0)' })).toBeNull();
  expect(border({ color: '#000' })).toBeNull();
  expect(borderContrast('gone', [], styles({}), WHITE)).toBeNull();
  expect(border({ 'border-color': 'nobody' })).toEqual({ ratio: undefined, needs: 3 });
}); // prettier-ignore
