import { isObject, type Json } from '../../base/json/json';
import { quantity } from './quantity';

export const dimension = quantity('dimension', ['px', 'rem'], '16px');

/** A dimension's value in px, `rem` counting as 16 px; 0 for what is none. */
export function pxOf(value: Json): number {
  if (!isObject(value)) return 0;
  return (value.get('value') as number) * (value.get('unit') === 'rem' ? 16 : 1);
}
