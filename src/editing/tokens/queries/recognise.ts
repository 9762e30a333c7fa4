import { colorOf, colorText, parseColor } from '@/core/base/color/color';
import { ColorIndex } from '@/core/base/color/nearest';
import { pxOf } from '@/core/tokens/types/dimension';
import { literalsOf } from '@/core/tokens/literals';
import { cssLine } from '@/core/tokens/css-text';
import type { OpenLibrary } from '@/editing/session/open-library';

/** The token that a value of an inventory is, or is near to. */
interface Recognised {
  path: string;
  exact: boolean;
  /** CIEDE2000, or px. */
  difference: number;
}

/** For each value the nearest primitive of the library: colours within CIEDE2000 2, sizes within 1 px, all else equal. */
export function recognise(
  library: OpenLibrary,
  { values }: { values: { kind: string; value: string }[] },
): (Recognised | null)[] {
  const literals = literalsOf(library.resolution).filter((literal) => literal.values.length === 1);
  const colors = literals.filter(({ type }) => type === 'color');
  const index = new ColorIndex(colors.map(({ values: [value] }) => colorOf(value!)!));
  const sizes = literals
    .filter(({ type }) => type === 'dimension')
    .map(({ path, values: [value] }) => ({ path, px: pxOf(value!) }));
  const lines = new Map(
    literals.map(({ path, type, values: [value] }) => [cssLine({ type, value: value! }), path]),
  );
  return values.map(({ kind, value }) => {
    if (kind === 'color') {
      const color = parseColor(value);
      const near =
        color &&
        index
          .within(color, 2)
          .find(({ index: i }) => Math.abs(colorOf(colors[i]!.values[0]!)!.alpha - color.alpha) < 0.01);
      if (!near) return null;
      const path = colors[near.index]!.path;
      const exact = colorText(color) === colorText(colorOf(colors[near.index]!.values[0]!)!);
      return { path, exact, difference: near.difference };
    }
    const [, px] = /^([\d.]+)px$/.exec(value) ?? [];
    if (px !== undefined && ['fontSize', 'space', 'radius'].includes(kind)) {
      // A size says nothing of what it is for: a space is looked for among spaces, a type size among type sizes.
      const about = { fontSize: /size|type|font/, space: /spac|gap|inset/, radius: /radi|corner/ }[
        kind as 'space'
      ];
      const [best] = sizes
        .filter(({ path }) => about.test(path))
        .map((size) => ({ path: size.path, difference: Math.abs(size.px - Number(px)) }))
        .sort((a, b) => a.difference - b.difference);
      return best && best.difference <= 1 ? { ...best, exact: best.difference === 0 } : null;
    }
    const path = lines.get(value);
    return path === undefined ? null : { path, exact: true, difference: 0 };
  });
}
