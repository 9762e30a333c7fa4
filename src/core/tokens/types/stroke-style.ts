import { isObject } from '../../base/json/json';
import { dimension } from './dimension';
import { problem, shown, type TokenType } from './type';

const KEYWORDS = ['solid', 'dashed', 'dotted', 'double', 'groove', 'ridge', 'outset', 'inset'];

export const strokeStyle: TokenType = {
  name: 'strokeStyle',
  check(value) {
    if (typeof value === 'string' && KEYWORDS.includes(value)) return undefined;
    const fix = `Use one of ${KEYWORDS.join(', ')}, or an object with dashArray and lineCap`;
    if (!isObject(value))
      return problem(`A stroke style is a keyword or an object, not ${shown(value)}`, fix);
    const dashes = value.get('dashArray');
    if (!Array.isArray(dashes) || dashes.length === 0)
      return problem('dashArray is a list of dimensions', fix);
    for (const dash of dashes) {
      const wrong = dimension.check(dash);
      if (wrong) return wrong;
    }
    if (!['round', 'butt', 'square'].includes(value.get('lineCap') as string))
      return problem(`lineCap is round, butt or square, not ${shown(value.get('lineCap'))}`, fix);
    return undefined;
  },
  css: (value) => (typeof value === 'string' ? value : 'dashed'),
  member: (place) => (place.length === 2 && place[0] === 'dashArray' ? 'dimension' : undefined),
};
