/**
 * The colour spaces of the DTCG Color module (2025.10), each with its counterpart in culori, the scale between the
 * two, and how CSS Color Module Level 4 spells it (section 15, serialising).
 */
interface ColorSpace {
  name: string;
  /** culori's mode and, in DTCG's component order, its channels. */
  mode: string;
  channels: [string, string, string];
  /** culori value = component × scale. */
  scale: [number, number, number];
  /** Lowest and highest component allowed; undefined: unbounded. */
  range: [[number, number] | undefined, [number, number] | undefined, [number, number] | undefined];
  /** `fn`: name(c1 c2 c3); `color`: color(name c1 c2 c3). */
  css: 'fn' | 'color';
}

const unit: [number, number] = [0, 1];
const rgb = (name: string, mode: string): ColorSpace => ({
  name,
  mode,
  channels: ['r', 'g', 'b'],
  scale: [1, 1, 1],
  range: [undefined, undefined, undefined],
  css: 'color',
});

export const COLOR_SPACES: ReadonlyMap<string, ColorSpace> = new Map(
  (
    [
      { ...rgb('srgb', 'rgb'), range: [unit, unit, unit] },
      rgb('srgb-linear', 'lrgb'),
      {
        name: 'hsl',
        mode: 'hsl',
        channels: ['h', 's', 'l'],
        scale: [1, 0.01, 0.01],
        range: [undefined, [0, 100], [0, 100]],
        css: 'fn',
      },
      {
        name: 'hwb',
        mode: 'hwb',
        channels: ['h', 'w', 'b'],
        scale: [1, 0.01, 0.01],
        range: [undefined, [0, 100], [0, 100]],
        css: 'fn',
      },
      {
        name: 'lab',
        mode: 'lab',
        channels: ['l', 'a', 'b'],
        scale: [1, 1, 1],
        range: [[0, 100], undefined, undefined],
        css: 'fn',
      },
      {
        name: 'lch',
        mode: 'lch',
        channels: ['l', 'c', 'h'],
        scale: [1, 1, 1],
        range: [[0, 100], [0, Infinity], undefined],
        css: 'fn',
      },
      {
        name: 'oklab',
        mode: 'oklab',
        channels: ['l', 'a', 'b'],
        scale: [1, 1, 1],
        range: [unit, undefined, undefined],
        css: 'fn',
      },
      {
        name: 'oklch',
        mode: 'oklch',
        channels: ['l', 'c', 'h'],
        scale: [1, 1, 1],
        range: [unit, [0, Infinity], undefined],
        css: 'fn',
      },
      rgb('display-p3', 'p3'),
      rgb('a98-rgb', 'a98'),
      rgb('prophoto-rgb', 'prophoto'),
      rgb('rec2020', 'rec2020'),
      { ...rgb('xyz-d65', 'xyz65'), channels: ['x', 'y', 'z'] },
      { ...rgb('xyz-d50', 'xyz50'), channels: ['x', 'y', 'z'] },
    ] satisfies ColorSpace[]
  ).map((space) => [space.name, space]),
);
