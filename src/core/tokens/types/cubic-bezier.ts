import { numberText } from '../../base/color/color';
import { problem, type TokenType } from './type';

export const cubicBezier: TokenType = {
  name: 'cubicBezier',
  check(value) {
    const fix = 'Write it as [x1, y1, x2, y2], for example [0.2, 0, 0, 1]';
    if (!Array.isArray(value) || value.length !== 4 || value.some((n) => typeof n !== 'number'))
      return problem('A cubic Bézier is a list of four numbers', fix);
    const outside = [value[0], value[2]].find((x) => (x as number) < 0 || (x as number) > 1);
    return outside === undefined
      ? undefined
      : problem(`The x of a control point is ${String(outside)}, outside 0 to 1`, fix);
  },
  css: (value) => `cubic-bezier(${(value as number[]).map(numberText).join(', ')})`,
  member: (place) => (place.length === 1 ? 'number' : undefined),
};
