import { isObject, jsonObject, type Json } from '../base/json/json';
import type { ResolvedToken } from '../tokens/compiled';
import { cssText } from '../tokens/css-text';
import type { CssText } from '../tokens/types/type';

/** Units that lengths can be written in; `rem` counts as 16 px, as a browser has it where nobody set another. */
export const LENGTH_UNITS = ['px', 'rem'] as const;
export type LengthUnit = (typeof LENGTH_UNITS)[number];

const PX_OF_REM = 16;

/** A value with every length in it, however deep, in one unit; the same value where nothing changes. */
function inUnit(value: Json, unit: LengthUnit): Json {
  if (Array.isArray(value)) {
    const all = value.map((one) => inUnit(one, unit));
    return all.some((one, i) => one !== value[i]) ? all : value;
  }
  if (!isObject(value)) return value;
  const [number, own] = [value.get('value'), value.get('unit')];
  if (typeof number === 'number' && (own === 'px' || own === 'rem'))
    return own === unit
      ? value
      : jsonObject([
          ['value', unit === 'rem' ? number / PX_OF_REM : number * PX_OF_REM],
          ['unit', unit],
        ]);
  const entries = [...value].map(([name, one]): [string, Json] => [name, inUnit(one, unit)]);
  return entries.some(([name, one]) => one !== value.get(name)) ? jsonObject(entries) : value;
}

/** How values are written as CSS: with lengths in one unit, or as they are where none is asked for. */
export function cssTextIn(unit: LengthUnit | undefined): (resolved: Pick<ResolvedToken, 'type' | 'value'>) => CssText {
  if (unit === undefined) return cssText;
  const known = new WeakMap<object, Json>();
  return ({ type, value }) => {
    if (typeof value !== 'object' || value === null) return cssText({ type, value });
    let converted = known.get(value);
    if (converted === undefined) known.set(value, (converted = inUnit(value, unit)));
    return cssText({ type, value: converted });
  };
} // prettier-ignore
