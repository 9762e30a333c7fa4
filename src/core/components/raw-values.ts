import valueParser from 'postcss-value-parser';
import { parseColor } from '../base/color/color';
import { EASINGS, easingJson, lengthJson, timeJson } from '../base/css/css-value';

/** Properties about colour, type, spacing, radius, stroke widths, shadow and motion; box sizes and places are not (COMMANDS, scan). */
const TOKEN_PROPERTIES =
  /^((.+-)?color|background|fill|stroke|stroke-width|border(-.+)?|outline(-(color|width))?|(padding|margin)(-.+)?|(row-|column-)?gap|font|font-(family|size|weight)|line-height|letter-spacing|word-spacing|(box|text)-shadow|(transition|animation)(-(duration|delay|timing-function))?)$/;
const NO_COLOR = new Set([
  'transparent',
  'currentcolor',
  'inherit',
  'initial',
  'unset',
  'revert',
  'revert-layer',
]);
const SUMS = new Set(['calc', 'min', 'max', 'clamp']);
const COLOR_FUNCTION = /^(rgba?|hsla?|hwb|lab|lch|oklab|oklch|color)$/;

/**
 * The parts of a raw value that could be a token each: one colour, absolute length, duration, easing, list of font families,
 * font weight or shadow. Zero, keywords and relative units are none; of a sum each length counts.
 */
export function rawParts(property: string, value: string): string[] {
  if (!TOKEN_PROPERTIES.test(property)) return [];
  const text = value.trim();
  if (NO_COLOR.has(text.toLowerCase()) || /^(none|auto|normal)$/.test(text) || text.includes('var(')) {
    return property === 'font-weight' && text === 'normal' ? [text] : [];
  }
  if (property === 'font-family') return [text];
  if (property === 'font-weight') return /^(bold|[1-9]\d{0,3})$/.test(text) ? [text] : [];
  if (/-shadow$/.test(property))
    return valueParser(text).nodes.some((node) => node.type !== 'space') ? [text] : [];
  const found: string[] = [];
  valueParser(text).walk((node) => {
    const own = valueParser.stringify(node);
    if (node.type === 'function') {
      if (COLOR_FUNCTION.test(node.value) || easingJson(own) !== undefined) {
        found.push(own);
        return false;
      }
      return SUMS.has(node.value) ? undefined : false;
    }
    if (node.type !== 'word' || NO_COLOR.has(own.toLowerCase())) return undefined;
    const isTime = timeJson(own) !== undefined && Number.parseFloat(own) !== 0;
    const isLength = lengthJson(own) !== undefined && Number.parseFloat(own) !== 0;
    const isEasing = /timing-function$/.test(property) && Object.hasOwn(EASINGS, own);
    if (isTime || isLength || isEasing || parseColor(own)) found.push(own);
    return undefined;
  });
  return found;
}
