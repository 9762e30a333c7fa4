import type { Json } from '../base/json/json';
import { pxOf } from '../tokens/types/dimension';
import { argbOf, constantsOutput, decimal, familiesOf, msOf, objectOf, weightOf } from './constants';

const text = (value: string) =>
  `"${value.replace(/["\\$]/g, '\\$&').replace(/[\n\r\t\0]/g, (char) => `\\u${char.charCodeAt(0).toString(16).padStart(4, '0')}`)}"`;
const color = (value: Json) => `Color(0x${argbOf(value)})`;
const float = (value: number) => `${decimal(value)}f`;
/** `(-4).dp`: the sign binds less than the point. */
const unit = (value: number, name: string) =>
  value < 0 ? `(${decimal(value)}).${name}` : `${decimal(value)}.${name}`;
const dp = (value: Json) => unit(pxOf(value), 'dp');

/** What a line names, and where it comes from. */
const IMPORTS: Readonly<Record<string, string>> = {
  'CubicBezierEasing(': 'androidx.compose.animation.core.CubicBezierEasing',
  'BorderStroke(': 'androidx.compose.foundation.BorderStroke',
  'Offset(': 'androidx.compose.ui.geometry.Offset',
  'Color(': 'androidx.compose.ui.graphics.Color',
  'Shadow(': 'androidx.compose.ui.graphics.Shadow',
  'TextStyle(': 'androidx.compose.ui.text.TextStyle',
  'FontWeight(': 'androidx.compose.ui.text.font.FontWeight',
  '.dp': 'androidx.compose.ui.unit.dp',
  '.sp': 'androidx.compose.ui.unit.sp',
};

/** Constants for Jetpack Compose: lengths in dp, text in sp, durations in milliseconds. */
export const compose = constantsOutput({
  name: 'compose',
  title: 'Compose',
  about: 'Kotlin constants for Compose (lengths in dp, text in sp, times in milliseconds), for one combination of contexts.',
  language: 'kotlin',
  file: 'Tokens.kt',
  // Kotlin grammar: hard keywords.
  reserved: new Set(
    'as break class continue do else false for fun if in interface is null object package return super this throw true try typealias typeof val var when while'.split(
      ' ',
    ),
  ),
  literals: {
    color: (value) => ({ text: color(value) }),
    dimension: (value) => ({ text: dp(value) }),
    number: (value) => ({ text: float(value as number) }),
    duration: (value) => ({ text: String(Math.round(msOf(value))) }),
    fontWeight: (value) => ({ text: `FontWeight(${Math.round(weightOf(value))})` }),
    fontFamily: (value) => ({ text: `listOf(${familiesOf(value).map(text).join(', ')})` }),
    cubicBezier: (value) => ({ text: `CubicBezierEasing(${(value as number[]).map(float).join(', ')})` }),
    gradient: (value) => ({
      text: `arrayOf(${(value as Json[])
        .map(objectOf)
        .map((stop) => `${float(stop.get('position') as number)} to ${color(stop.get('color')!)}`)
        .join(', ')})`,
    }),
    // A shadow of Compose is one layer without spread, outside.
    shadow: (value) => {
      const layers = (Array.isArray(value) ? value : [value]).map(objectOf);
      const [layer] = layers;
      if (layers.length !== 1 || !layer || layer.get('inset') === true || pxOf(layer.get('spread')!) !== 0) return undefined;
      return {
        text: `Shadow(${color(layer.get('color')!)}, Offset(${float(pxOf(layer.get('offsetX')!))}, ${float(pxOf(layer.get('offsetY')!))}), ${float(pxOf(layer.get('blur')!))})`,
      };
    },
    border: (value) => {
      const one = objectOf(value);
      return one.get('style') === 'solid'
        ? { text: `BorderStroke(${dp(one.get('width')!)}, ${color(one.get('color')!)})` }
        : undefined;
    },
    typography: (value) => {
      const style = objectOf(value);
      const size = pxOf(style.get('fontSize')!);
      return {
        text: `TextStyle(fontSize = ${unit(size, 'sp')}, fontWeight = FontWeight(${Math.round(weightOf(style.get('fontWeight')!))}), letterSpacing = ${unit(pxOf(style.get('letterSpacing')!), 'sp')}, lineHeight = ${unit(size * (style.get('lineHeight') as number), 'sp')})`,
      };
    },
  },
  line: (name, { text: value }) => `    val ${name} = ${value}\n`,
  document: (remark, body) => {
    const imports = Object.entries(IMPORTS).filter(([used]) => body.includes(used));
    return (
      `${remark && `// ${remark}\n`}package tokens\n\n` +
      imports.map(([, name]) => `import ${name}\n`).join('') +
      `${imports.length > 0 ? '\n' : ''}object Tokens {\n${body}}\n`
    );
  },
}); // prettier-ignore
