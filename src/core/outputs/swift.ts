import type { Json } from '../base/json/json';
import { pxOf } from '../tokens/types/dimension';
import { constantsOutput, decimal, familiesOf, msOf, objectOf, p3Of, srgbOf, weightOf } from './constants';

const text = (value: string) =>
  `"${value.replace(/["\\]/g, '\\$&').replace(/[\n\r\t\0]/g, (char) => `\\u{${char.charCodeAt(0).toString(16)}}`)}"`;

function color(value: Json): string {
  const p3 = p3Of(value);
  const { r, g, b, alpha } = srgbOf(value);
  const [red, green, blue] = (p3?.components ?? [r, g, b]).map((one) => decimal(one));
  const space = p3 ? '.displayP3' : '.sRGB';
  return `Color(${space}, red: ${red}, green: ${green}, blue: ${blue}, opacity: ${decimal(p3?.alpha ?? alpha)})`;
}

const WEIGHTS = ['ultraLight', 'thin', 'light', 'regular', 'medium', 'semibold', 'bold', 'heavy', 'black'];
const weight = (value: Json) =>
  `Font.Weight.${WEIGHTS[Math.min(8, Math.max(0, Math.round(weightOf(value) / 100) - 1))]!}`;
const families = (value: Json) => `[${familiesOf(value).map(text).join(', ')}]`;
const length = (value: Json) => decimal(pxOf(value));
const curve = (value: Json) => {
  const [x1, y1, x2, y2] = (value as number[]).map((one) => decimal(one));
  return `UnitCurve.bezier(startControlPoint: UnitPoint(x: ${x1}, y: ${y1}), endControlPoint: UnitPoint(x: ${x2}, y: ${y2}))`;
};
const seconds = (value: Json) => decimal(msOf(value) / 1000);
const shadow = (value: Json) => {
  const layer = objectOf(value);
  const inset = layer.get('inset') === true;
  return `TokenShadow(color: ${color(layer.get('color')!)}, x: ${length(layer.get('offsetX')!)}, y: ${length(layer.get('offsetY')!)}, blur: ${length(layer.get('blur')!)}, spread: ${length(layer.get('spread')!)}, inset: ${inset})`;
};

/** What values are made of that SwiftUI has no type for; each stands in a file that uses it. */
const TYPES: Readonly<Record<string, string>> = {
  TokenTextStyle:
    'public struct TokenTextStyle {\n    public let families: [String]\n    public let size: CGFloat\n    public let weight: Font.Weight\n    public let letterSpacing: CGFloat\n    public let lineHeight: CGFloat\n}\n',
  TokenShadow:
    'public struct TokenShadow {\n    public let color: Color\n    public let x: CGFloat\n    public let y: CGFloat\n    public let blur: CGFloat\n    public let spread: CGFloat\n    public let inset: Bool\n}\n',
  TokenBorder: 'public struct TokenBorder {\n    public let width: CGFloat\n    public let color: Color\n}\n',
  TokenTransition:
    'public struct TokenTransition {\n    public let duration: Double\n    public let delay: Double\n    public let curve: UnitCurve\n}\n',
};

/** SwiftUI constants: lengths in points, durations in seconds. */
export const swift = constantsOutput({
  name: 'swift',
  title: 'Swift',
  about: 'Swift constants for SwiftUI (lengths in points, times in seconds), for one combination of contexts.',
  language: 'swift',
  file: 'Tokens.swift',
  // The Swift Programming Language, Lexical Structure: keywords of declarations, statements and expressions.
  reserved: new Set(
    'associatedtype class deinit enum extension fileprivate func import init inout internal let open operator private precedencegroup protocol public rethrows static struct subscript typealias var break case catch continue default defer do else fallthrough for guard if in repeat return throw switch where while Any as await false is nil self Self super throws true try'.split(
      ' ',
    ),
  ),
  literals: {
    color: (value) => ({ text: color(value) }),
    dimension: (value) => ({ text: length(value), type: 'CGFloat' }),
    number: (value) => ({ text: decimal(value as number, 10), type: 'Double' }),
    duration: (value) => ({ text: seconds(value), type: 'Double' }),
    fontWeight: (value) => ({ text: weight(value) }),
    fontFamily: (value) => ({ text: families(value) }),
    cubicBezier: (value) => ({ text: curve(value) }),
    gradient: (value) => ({
      text: `Gradient(stops: [${(value as Json[])
        .map(objectOf)
        .map((stop) => `.init(color: ${color(stop.get('color')!)}, location: ${decimal(stop.get('position') as number)})`)
        .join(', ')}])`,
    }),
    shadow: (value) => ({ text: `[${(Array.isArray(value) ? value : [value]).map(shadow).join(', ')}]` }),
    border: (value) => {
      const one = objectOf(value);
      return one.get('style') === 'solid'
        ? { text: `TokenBorder(width: ${length(one.get('width')!)}, color: ${color(one.get('color')!)})` }
        : undefined;
    },
    transition: (value) => {
      const one = objectOf(value);
      const delay = one.get('delay');
      return {
        text: `TokenTransition(duration: ${seconds(one.get('duration')!)}, delay: ${delay === undefined ? 0 : seconds(delay)}, curve: ${curve(one.get('timingFunction')!)})`,
      };
    },
    typography: (value) => {
      const style = objectOf(value);
      const size = pxOf(style.get('fontSize')!);
      return {
        text: `TokenTextStyle(families: ${families(style.get('fontFamily')!)}, size: ${decimal(size)}, weight: ${weight(style.get('fontWeight')!)}, letterSpacing: ${length(style.get('letterSpacing')!)}, lineHeight: ${decimal(size * (style.get('lineHeight') as number))})`,
      };
    },
  },
  line: (name, { text: value, type }) => `    public static let ${name}${type ? `: ${type}` : ''} = ${value}\n`,
  document: (remark, body) =>
    `${remark && `// ${remark}\n`}import SwiftUI\n\npublic enum Tokens {\n${body}}\n` +
    Object.entries(TYPES)
      .filter(([name]) => body.includes(`${name}(`))
      .map(([, source]) => `\n${source}`)
      .join(''),
}); // prettier-ignore
