import { converter, differenceCiede2000, type Lab65 } from 'culori';

/** The place of the nearest colour for each one asked, by culori's CIEDE2000 over all of them; both converted first. */
export function bruteNearest(list: readonly string[], asked: readonly string[]): number[] {
  const lab = converter('lab65');
  const colors = list.map((text) => lab(text)!);
  const difference = differenceCiede2000();
  return asked.map((text) => {
    const color: Lab65 = lab(text)!;
    let best = 0;
    let least = Infinity;
    for (let i = 0; i < colors.length; i++) {
      const away = difference(color, colors[i]!);
      if (away < least) {
        least = away;
        best = i;
      }
    }
    return best;
  });
}
