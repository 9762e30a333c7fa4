import { parseColor, rgbOf } from '@/core/base/color/color';
import { contrastRatio, levels } from '@/core/base/color/contrast';
import { readArguments, UsageError } from '../arguments';

export function run(words: string[]): number {
  const { positionals, value } = readArguments(words, ['TEXT', 'SURFACE'], { values: { under: [] } });
  const read = (text: string) => {
    const color = parseColor(text);
    if (!color)
      throw new UsageError(
        `${text} is not a colour. Write it as CSS does: #333, oklch(0.5 0.1 200), rebeccapurple.`,
      );
    return rgbOf(color);
  };
  const under = value('under');
  const ratio = contrastRatio(
    read(positionals[0]!),
    read(positionals[1]!),
    under === undefined ? undefined : read(under),
  );
  console.log(JSON.stringify({ ratio: Math.floor(ratio * 100 + 1e-9) / 100, ...levels(ratio) }));
  return 0;
}
