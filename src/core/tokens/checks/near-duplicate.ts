import { colorOf, type Color } from '../../base/color/color';
import { ColorIndex } from '../../base/color/nearest';
import { sameJson } from '../../base/json/json';
import { pxOf } from '../types/dimension';
import { referToOther } from '../fix-intents';
import type { Check } from './check';
import type { Finding } from '../../findings/finding';
import { literalsOf, type Literal } from '../literals';

/** Nearer than this by CIEDE2000 two colours are one to the eye; nearer than this many px two sizes are. */
const NEAR = 1;

/** Literal tokens of one type that nobody could tell apart, and that are not the same. */
export const nearDuplicate: Check = {
  code: 'near-duplicate',
  title: 'Nearly equal values',
  run({ resolution }) {
    const literals = literalsOf(resolution).filter(({ values }) => values.length === 1);
    return [
      ...nearColors(literals.filter(({ type }) => type === 'color')),
      ...nearSizes(literals.filter(({ type }) => type === 'dimension')),
    ];
  },
  fix: referToOther,
};

function nearColors(literals: Literal[]): Finding[] {
  const colors = literals.map(({ values }) => colorOf(values[0]!)!);
  const index = new ColorIndex(colors);
  return literals.flatMap((literal, i) => {
    const close = index
      .within(colors[i]!, NEAR)
      .find(
        ({ index: other, difference }) =>
          other < i &&
          difference < NEAR &&
          sameAlpha(colors[other]!, colors[i]!) &&
          !sameJson(literals[other]!.values[0]!, literal.values[0]!),
      );
    return close
      ? [near(literal.path, literals[close.index]!.path, `CIEDE2000 ${close.difference.toFixed(2)}`)]
      : [];
  });
}
const sameAlpha = (a: Color, b: Color) => Math.abs(a.alpha - b.alpha) < 1 / 255;

function nearSizes(literals: Literal[]): Finding[] {
  const sizes = literals.map(({ values }, at) => ({ at, px: pxOf(values[0]!) })).sort((a, b) => a.px - b.px);
  const findings: { at: number; finding: Finding }[] = [];
  sizes.forEach((size, i) => {
    let best: { at: number; away: number } | undefined;
    const look = (step: number) => {
      for (let j = i + step; sizes[j] && Math.abs(sizes[j]!.px - size.px) < NEAR; j += step) {
        const away = Math.abs(sizes[j]!.px - size.px);
        if (away > 0 && sizes[j]!.at < size.at && (!best || away < best.away))
          best = { at: sizes[j]!.at, away };
      }
    };
    look(-1);
    look(1);
    if (best)
      findings.push({
        at: size.at,
        finding: near(
          literals[size.at]!.path,
          literals[best.at]!.path,
          `${Number(best.away.toFixed(3))}px apart`,
        ),
      });
  });
  return findings.sort((a, b) => a.at - b.at).map(({ finding }) => finding);
}

const near = (path: string, other: string, how: string): Finding => ({
  code: 'near-duplicate',
  level: 'warning',
  path,
  related: [other],
  message: `${path} is nearly ${other} (${how})`,
  fix: `Make it an alias of ${other}, or move them further apart`,
});
