import { colorJson, colorOf, colorText, parseColor } from '../../base/color/color';
import { COLOR_SPACES } from '../../base/color/spaces';
import { isObject } from '../../base/json/json';
import { problem, shown, type TokenType } from './type';

const FORM = 'Write it as { "colorSpace": "srgb", "components": [0.2, 0.2, 0.2] }';

export const color: TokenType = {
  name: 'color',
  check(value) {
    if (!isObject(value))
      return problem(`A color is an object with colorSpace and components, not ${shown(value)}`, FORM);
    const space = COLOR_SPACES.get(value.get('colorSpace') as string);
    if (!space) {
      return problem(
        `${shown(value.get('colorSpace'))} is not a colour space`,
        `Use one of: ${[...COLOR_SPACES.keys()].join(', ')}`,
      );
    }
    const components = value.get('components');
    if (!Array.isArray(components) || components.length !== 3)
      return problem('A color has three components', FORM);
    for (let i = 0; i < 3; i++) {
      const component = components[i]!;
      if (component === 'none') continue;
      if (typeof component !== 'number')
        return problem(`A component is a number or "none", not ${shown(component)}`, FORM);
      const range = space.range[i];
      if (range && (component < range[0] || component > range[1])) {
        return problem(
          `Component ${i + 1} of ${space.name} is ${component}, outside ${range[0]} to ${range[1]}`,
          `Use a number within ${range[0]} to ${range[1]}`,
        );
      }
    }
    const alpha = value.get('alpha');
    if (alpha !== undefined && (typeof alpha !== 'number' || alpha < 0 || alpha > 1)) {
      return problem(
        `Alpha is a number from 0 to 1, not ${shown(alpha)}`,
        'Use a number from 0 (clear) to 1 (opaque)',
      );
    }
    const hex = value.get('hex');
    if (hex !== undefined && !(typeof hex === 'string' && /^#[0-9a-f]{6}$/i.test(hex))) {
      return problem(
        `hex is a fallback of the form "#rrggbb", not ${shown(hex)}`,
        'Correct it or leave it out',
      );
    }
    return undefined;
  },
  css: (value) => colorText(colorOf(value)!),
  normalise(value) {
    if (typeof value !== 'string') return undefined;
    const parsed = parseColor(value);
    return parsed && colorJson(parsed);
  },
};
