import { clipped, colorOf, convert, numberText, rgbOf, type Rgb } from '../base/color/color';
import type { Json, JsonObject } from '../base/json/json';
import { camelCased } from '../tokens/naming';
import { defaultContext } from '../tokens/system';
import { TOKEN_TYPES } from '../tokens/types/registry';
import { contextRemark, leftOut, nameFindings, notCarried, type Output } from './output';

/** A value as a language of programs writes it, with its type where the language wants it said. */
interface Constant {
  text: string;
  type?: string;
}

/** How a language writes values: by token type, `undefined` for what it has no form for. */
export interface Language {
  name: string;
  title: string;
  about: string;
  language: Output['language'];
  file: string;
  /** The words a name must not be; they are quoted. */
  reserved: ReadonlySet<string>;
  literals: Readonly<Record<string, (value: Json) => Constant | undefined>>;
  line: (name: string, constant: Constant) => string;
  /** The whole file; `body` is one line for each constant. */
  document: (remark: string, body: string) => string;
}

export const objectOf = (value: Json): JsonObject => value as JsonObject;
/** Gamma-encoded sRGB within 0 to 1. */
export const srgbOf = (value: Json): Rgb => clipped(rgbOf(colorOf(value)!));
/** Display P3 where the colour is said in it: three numbers and an alpha. */
export const p3Of = (value: Json): { components: number[]; alpha: number } | undefined => {
  const color = colorOf(value)!;
  if (color.space !== 'display-p3') return undefined;
  const { components, alpha } = convert(color, 'display-p3');
  return { components: components.map((one) => (one === 'none' ? 0 : one)), alpha };
};
export const msOf = (value: Json): number =>
  (objectOf(value).get('value') as number) * (objectOf(value).get('unit') === 's' ? 1000 : 1);
export const weightOf = (value: Json): number => Number(TOKEN_TYPES.get('fontWeight')!.css(value));
export const familiesOf = (value: Json): string[] => (Array.isArray(value) ? value : [value]) as string[];
/** At most `digits` behind the point. */
export const decimal = (value: number, digits = 4): string => numberText(Number(value.toFixed(digits)));
/** The eight hexadecimal digits of a colour, alpha first. */
export const argbOf = (value: Json): string => {
  const { r, g, b, alpha } = srgbOf(value);
  return [alpha, r, g, b]
    .map((one) => Math.round(one * 255).toString(16).padStart(2, '0'))
    .join('')
    .toUpperCase();
}; // prettier-ignore

/** A file of constants in camel case, for one combination of contexts. */
export const constantsOutput = (own: Language): Output => ({
  name: own.name,
  title: own.title,
  about: own.about,
  language: own.language,
  singleContext: true,
  naming: { of: 'camel case', names: (path) => [camelCased(path)] },
  write({ resolution, context, prefix }) {
    const clashes = nameFindings(resolution, (path) => [camelCased(path, prefix)]);
    if (clashes.length > 0) return { files: [], findings: clashes };
    const shown = context ?? defaultContext(resolution.system.axes);
    const at = resolution.numberOf(shown);
    const findings = leftOut(resolution);
    let body = '';
    for (const path of resolution.paths) {
      const resolved = resolution.value(path, at);
      if (!resolved) continue;
      const constant = own.literals[resolved.type]?.(resolved.value);
      const name = camelCased(path, prefix);
      if (constant) body += own.line(own.reserved.has(name) ? `\`${name}\`` : name, constant);
      else findings.push(notCarried(path, resolved.type, own.title));
    }
    return {
      files: [{ name: own.file, text: own.document(contextRemark(resolution, shown), body) }],
      findings,
    };
  },
});
