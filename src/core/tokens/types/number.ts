import { numberText } from '../../base/color/color';
import { problem, shown, type TokenType } from './type';

export const number: TokenType = {
  name: 'number',
  check: (value) =>
    typeof value === 'number'
      ? undefined
      : problem(`A number is a JSON number, not ${shown(value)}`, 'Write it without quotes'),
  css: (value) => numberText(value as number),
};
