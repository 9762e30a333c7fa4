import { clipped, colorText, parseColor } from '../../base/color/color';
import type { SourcePart, UsageReader } from '../source';
import { readXml } from './markup';

/** A text in which remarks and the contents of strings are covered, everything else where it stood; strings apart. */
function withoutRemarks(text: string): { code: string; strings: { from: number; to: number }[] } {
  let code = '';
  const strings: { from: number; to: number }[] = [];
  const cover = (from: number, to: number) => text.slice(from, to).replace(/[^\n]/g, ' ');
  for (let at = 0; at < text.length;) {
    if (text.startsWith('//', at)) {
      const end = text.indexOf('\n', at);
      const to = end === -1 ? text.length : end;
      code += cover(at, to);
      at = to;
    } else if (text.startsWith('/*', at)) {
      // Remarks nest in Swift and Kotlin.
      let depth = 1;
      let to = at + 2;
      while (to < text.length && depth > 0) {
        if (text.startsWith('/*', to)) depth++;
        else if (text.startsWith('*/', to)) depth--;
        else {
          to++;
          continue;
        }
        to += 2;
      }
      code += cover(at, to);
      at = to;
    } else if (text[at] === '"') {
      const mark = text.startsWith('"""', at) ? '"""' : '"';
      let to = at + mark.length;
      while (to < text.length && !text.startsWith(mark, to) && (mark === '"""' || text[to] !== '\n'))
        to += text[to] === '\\' && mark === '"' ? 2 : 1;
      strings.push({ from: at + mark.length, to: Math.min(to, text.length) });
      to = Math.min(to + mark.length, text.length);
      code += mark + cover(at + mark.length, to - mark.length) + mark;
      code = code.padEnd(to);
      at = to;
    } else code += text[at++]!;
  }
  return { code, strings };
}

const hex = (digits: string): string => {
  // Android and Kotlin write alpha first.
  const full = digits.length <= 4 ? [...digits].map((one) => one + one).join('') : digits;
  return (
    full.length === 8 ? `#${full.slice(2)}${full.slice(0, 2).replace(/^ff$/i, '')}` : `#${full}`
  ).toLowerCase();
};
const channels = (numbers: readonly number[], alpha: number): string =>
  colorText({
    space: 'srgb',
    components: Object.values(clipped({ r: numbers[0]!, g: numbers[1]!, b: numbers[2]!, alpha })).slice(0, 3),
    alpha,
  });

const NUMBER = String.raw`-?\d*\.?\d+f?`;
/** `red: 0.2, green: 0.2, blue: 0.2, opacity: 1`, as Swift and Kotlin name them. */
const CHANNELS = new RegExp(
  String.raw`\b(?:UI|NS)?Color\(\s*(?:(?:\.sRGB|\.displayP3|\.sRGBLinear)\s*,\s*)?red\s*[:=]\s*(${NUMBER})(?:\s*/\s*255(?:\.0)?)?\s*,\s*green\s*[:=]\s*(${NUMBER})(?:\s*/\s*255(?:\.0)?)?\s*,\s*blue\s*[:=]\s*(${NUMBER})(?:\s*/\s*255(?:\.0)?)?\s*(?:,\s*(?:opacity|alpha)\s*[:=]\s*(${NUMBER})\s*)?\)|#colorLiteral\(\s*red:\s*(${NUMBER}),\s*green:\s*(${NUMBER}),\s*blue:\s*(${NUMBER}),\s*alpha:\s*(${NUMBER})\s*\)`,
  'g',
);
const LENGTH = /(?<![\w.])\(?(-?\d*\.?\d+)f?\)?\.(dp|sp|pt)\b/g;

function nativeParts(text: string, isKotlin: boolean): SourcePart[] {
  const { code, strings } = withoutRemarks(text);
  const parts: SourcePart[] = [];
  const add = (kind: SourcePart['kind'], from: number, to: number, value: string, naming?: SourcePart['naming']) =>
    parts.push({ kind, from, to, text: value, property: '', built: false, ...(naming && { naming }) });
  for (const match of code.matchAll(CHANNELS)) {
    const [whole, ...groups] = match;
    const own = groups.filter((one) => one !== undefined).map((one) => Number.parseFloat(one));
    const scale = /\/\s*255/.test(whole) || (isKotlin && own.slice(0, 3).some((one) => one > 1)) ? 255 : 1;
    const alpha = own[3] ?? 1;
    add('color', match.index, match.index + whole.length, channels(own.slice(0, 3).map((one) => one / scale), isKotlin && alpha > 1 ? alpha / 255 : alpha));
  }
  // `Color(0xFF333333)`, `Color(hex: 0x333333)`.
  for (const match of code.matchAll(/\b(?:UI|NS)?Color\(\s*(?:(?:hex|rgb|argb)\s*[:=]\s*)?0x([0-9A-Fa-f]{6}|[0-9A-Fa-f]{8})(?:L|u|UL)?\s*\)/g))
    add('color', match.index, match.index + match[0].length, hex(match[1]!));
  // `Color(hex: "#333333")`, `Color.parseColor("#333333")`.
  for (const { from, to } of strings) {
    const digits = /^#([0-9A-Fa-f]{3,4}|[0-9A-Fa-f]{6}|[0-9A-Fa-f]{8})$/.exec(text.slice(from, to))?.[1];
    const call = /(?:Color\(\s*(?:hex\s*:\s*)?|parseColor\(\s*|\.toColorInt\(\s*)"$/.exec(code.slice(Math.max(0, from - 60), from));
    if (digits && (call || (isKotlin && code.startsWith('".toColorInt', to)))) add('color', from, to, hex(digits));
  }
  for (const match of code.matchAll(LENGTH)) {
    const [whole, number, unit] = match;
    if (Number(number) === 0) continue;
    const from = match.index + (whole.startsWith('(') && !whole.includes(')') ? 1 : 0);
    add('length', from, match.index + whole.length, `${unit === 'pt' && isKotlin ? (Number(number) * 4) / 3 : Number(number)}px`);
  }
  // `Tokens.colorText`, or its name alone behind a point: `.colorText`.
  for (const match of code.matchAll(/(?<![\w.])(?:[A-Z]\w*\.)*`?([a-z_]\w*)`?(?![\w(])|(?<=[\w)]\.)`?([a-z_]\w*)`?(?![\w(])/g)) {
    const whole = match[0];
    if (!/^[A-Z]\w*\./.test(whole) || /^R\./.test(whole)) continue;
    add('reference', match.index, match.index + whole.length, (match[1] ?? match[2])!, 'camel case');
  }
  if (isKotlin)
    for (const match of code.matchAll(/\bR\.(color|dimen|integer|string|style)\.(\w+)/g))
      add('reference', match.index, match.index + match[0].length, match[2]!, 'resource');
  return parts.sort((a, b) => a.from - b.from);
} // prettier-ignore

/** Swift: colours written out, and constants by the names of the output for Swift. */
export const swift: UsageReader = {
  name: 'swift',
  files: /\.swift$/i,
  read: (text) => ({ parts: nativeParts(text, false), sets: [] }),
};

/** Kotlin: colours written out, lengths in dp and sp, constants of Compose and resources. */
export const kotlin: UsageReader = {
  name: 'kotlin',
  files: /\.kt$/i,
  read: (text) => ({ parts: nativeParts(text, true), sets: [] }),
};

/** XML of Android: colours, lengths and resources, wherever they stand. Other XML has none. */
export const android: UsageReader = {
  name: 'android',
  files: /\.xml$/i,
  read(text) {
    const parts: SourcePart[] = [];
    const look = (value: string, from: number) => {
      const word = value.trim();
      const start = from + value.indexOf(word);
      const part = { from: start, to: start + word.length, property: '', built: false };
      const digits = /^#([0-9A-Fa-f]{3,4}|[0-9A-Fa-f]{6}|[0-9A-Fa-f]{8})$/.exec(word)?.[1];
      const [, number, unit] = /^(-?\d*\.?\d+)(dp|dip|sp|pt)$/.exec(word) ?? [];
      const [, name] = /^@(?:[\w.]+:)?(?:color|dimen|integer|string|style)\/([\w.]+)$/.exec(word) ?? [];
      if (digits && parseColor(`#${digits}`)) parts.push({ ...part, kind: 'color', text: hex(digits) });
      else if (number !== undefined && Number(number) !== 0)
        parts.push({ ...part, kind: 'length', text: `${unit === 'pt' ? (Number(number) * 4) / 3 : Number(number)}px` });
      else if (name !== undefined) parts.push({ ...part, kind: 'reference', text: name, naming: 'resource' });
    };
    const isAndroid = /<resources[\s>]|http:\/\/schemas\.android\.com\//.test(text);
    readXml(text, isAndroid ? { attribute: (_, value, from) => look(value, from), text: look } : {});
    return { parts, sets: [] };
  },
}; // prettier-ignore
