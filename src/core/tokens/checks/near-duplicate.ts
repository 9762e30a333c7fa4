import { colorOf, type Color } from '../../base/color/color';
import { colorDifference } from '../../base/color/difference';
import { ColorIndex } from '../../base/color/nearest';
import { lowerBound } from '../../base/sorted';
import { sameJson } from '../../base/json/json';
import { pxOf } from '../types/dimension';
import { referToOther } from '../fix-intents';
import type { Check } from './check';
import type { Finding } from '../../findings/finding';
import type { Facet } from '../facet';
import { LITERALS, type Literal } from '../literals';
import { isOneGroup } from '../system';
import { Nearby, type Measure, type Near } from '../nearby';

/** Nearer than this by CIEDE2000 two colours are one to the eye; nearer than this many px two sizes are. */
const NEAR = 1;

/** Literal tokens of one type that nobody could tell apart, and that are not the same. */
export const nearDuplicate: Check = {
  code: 'near-duplicate',
  title: 'Nearly equal values',
  of({ resolution }, at, path) {
    const { colors, sizes } = resolution.facet(NEAR_VALUES);
    const literals = resolution.facet(LITERALS);
    const color = colors.at(at);
    if (color !== undefined) {
      const close = nearestBefore(
        resolution.paths,
        at,
        colors
          .near(color, NEAR)
          .filter(
            ({ number, difference }) =>
              difference < NEAR &&
              sameAlpha(colors.at(number)!, color) &&
              !sameJson(literals[number]!.values[0]!, literals[at]!.values[0]!),
          ),
      );
      return close
        ? [near(path, resolution.paths[close.number]!, `CIEDE2000 ${close.difference.toFixed(2)}`)]
        : [];
    }
    const size = sizes.at(at);
    if (size === undefined) return [];
    const close = nearestBefore(
      resolution.paths,
      at,
      sizes.near(size, NEAR).filter(({ difference }) => difference > 0 && difference < NEAR),
    );
    return close
      ? [near(path, resolution.paths[close.number]!, `${Number(close.difference.toFixed(3))}px apart`)]
      : [];
  },
  *follows({ before, after, touched }) {
    for (const { colors, sizes } of [before.facet(NEAR_VALUES), after.facet(NEAR_VALUES)])
      for (const token of touched) {
        const [color, size] = [colors.at(token), sizes.at(token)];
        for (const { number } of color === undefined ? [] : colors.near(color, NEAR)) yield number;
        for (const { number } of size === undefined ? [] : sizes.near(size, NEAR)) yield number;
      }
  },
  fix: referToOther,
};

/** Of those that come earlier in the library the nearest, of its own group before others; of several as near the first. */
const nearestBefore = (paths: readonly string[], at: number, found: Near[]): Near | undefined => {
  const apart = ({ number }: Near) => Number(!isOneGroup(paths[at]!, paths[number]!));
  return found
    .filter(({ number }) => number < at)
    .sort((a, b) => apart(a) - apart(b) || a.difference - b.difference || a.number - b.number)[0];
};

const sameAlpha = (a: Color, b: Color) => Math.abs(a.alpha - b.alpha) < 1 / 255;

const colorAt = (literal: Literal | undefined): Color | undefined =>
  literal?.type === 'color' && literal.values.length === 1 ? colorOf(literal.values[0]!) : undefined;
const sizeAt = (literal: Literal | undefined): number | undefined =>
  literal?.type === 'dimension' && literal.values.length === 1 ? pxOf(literal.values[0]!) : undefined;

const COLORS: Measure<Color> = {
  index(values) {
    const index = new ColorIndex(values);
    return (value, limit) => index.within(value, limit);
  },
  distance: colorDifference,
};
const SIZES: Measure<number> = {
  index(values) {
    const order = [...values.keys()].sort((a, b) => values[a]! - values[b]!);
    const sorted = order.map((at) => values[at]!);
    return (value, limit) => {
      const found = [];
      for (let i = lowerBound(sorted, value - limit); i < sorted.length && sorted[i]! <= value + limit; i++)
        found.push({ index: order[i]!, difference: Math.abs(sorted[i]! - value) });
      return found;
    };
  },
  distance: (a, b) => Math.abs(a - b),
};

/** Colours and sizes that tokens say themselves and under all contexts alike. */
const NEAR_VALUES: Facet<{ colors: Nearby<Color>; sizes: Nearby<number> }> = {
  of(resolution) {
    const literals = resolution.facet(LITERALS);
    return {
      colors: Nearby.of(literals.map(colorAt), COLORS),
      sizes: Nearby.of(literals.map(sizeAt), SIZES),
    };
  },
  after({ colors, sizes }, { after, touched }) {
    const literals = after.facet(LITERALS);
    const now = <V>(values: Nearby<V>, of: (literal: Literal | undefined) => V | undefined) =>
      new Map(
        [...touched].flatMap((token): [number, V | undefined][] => {
          const value = of(literals[token]);
          return value === values.at(token) ? [] : [[token, value]];
        }),
      );
    return { colors: colors.moved(now(colors, colorAt)), sizes: sizes.moved(now(sizes, sizeAt)) };
  },
};

const near = (path: string, other: string, how: string): Finding => ({
  code: 'near-duplicate',
  level: isOneGroup(path, other) ? 'warning' : 'note',
  path,
  related: [other],
  message: `${path} is nearly ${other} (${how})`,
  fix: `Make it an alias of ${other}, or move them further apart`,
});
