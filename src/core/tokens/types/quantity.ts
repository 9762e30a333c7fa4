import { isObject, jsonObject, type Json } from '../../base/json/json';
import { numberText } from '../../base/color/color';
import { problem, shown, type TokenType } from './type';

/** A number with a unit: dimension and duration. */
export function quantity(name: string, units: readonly string[], example: string): TokenType {
  const form = `{ "value": ${example.replace(/[a-z]+$/, '')}, "unit": "${/[a-z]+$/.exec(example)![0]}" }`;
  const legacy = new RegExp(
    `^\\s*([+-]?(?:\\d+\\.?\\d*|\\.\\d+)(?:e[+-]?\\d+)?)(${units.join('|')})\\s*$`,
    'i',
  );
  return {
    name,
    check(value) {
      if (!isObject(value))
        return problem(
          `A ${name} is an object with value and unit, not ${shown(value)}`,
          `Write it as ${form}`,
        );
      const unit = value.get('unit');
      if (typeof unit !== 'string' || !units.includes(unit)) {
        return problem(
          `The unit of a ${name} is ${units.join(' or ')}, not ${shown(unit)}`,
          `Use one of: ${units.join(', ')}`,
        );
      }
      if (typeof value.get('value') !== 'number') {
        return problem(
          `The value of a ${name} is a number, not ${shown(value.get('value'))}`,
          `Write it as ${form}`,
        );
      }
      return undefined;
    },
    css(value) {
      const object = value as Map<string, Json>;
      return `${numberText(object.get('value') as number)}${object.get('unit') as string}`;
    },
    normalise(value) {
      if (typeof value !== 'string') return undefined;
      const [, number, unit] = legacy.exec(value) ?? (/^\s*0\s*$/.test(value) ? ['', '0', units[0]!] : []);
      if (number === undefined) return undefined;
      return jsonObject([
        ['value', Number(number)],
        ['unit', unit!.toLowerCase()],
      ]);
    },
  };
}
