import { differenceCiede2000 } from 'culori/fn';
import { convert, type Color } from './color';

const ciede2000 = differenceCiede2000();

/** CIEDE2000 colour difference (Sharma, Wu and Dalal 2005), alpha left out. */
export function colorDifference(a: Color, b: Color): number {
  const lab = (color: Color) => {
    const [x, y, z] = convert({ ...color, alpha: 1 }, 'xyz-d65').components.map((c) =>
      c === 'none' ? 0 : c,
    );
    return { mode: 'xyz65' as const, x: x!, y: y!, z: z! };
  };
  return ciede2000(lab(a), lab(b));
}
