import type { Json } from '../base/json/json';
import { underscored } from '../tokens/naming';
import type { Resolution } from '../tokens/resolve';
import { defaultContext, type Context } from '../tokens/system';
import { pxOf } from '../tokens/types/dimension';
import { typeOf } from '../tokens/normalise';
import { argbOf, decimal, familiesOf, msOf, objectOf, weightOf } from './constants';
import { contextRemark, leftOut, nameFindings, notCarried, type Output } from './output';

/** What no resource may be called: each becomes a field of a Java class (Java Language Specification, 3.9). */
const RESERVED = new Set(
  'abstract assert boolean break byte case catch char class const continue default do double else enum extends final finally float for goto if implements import instanceof int interface long native new package private protected public return short static strictfp super switch synchronized this throw throws transient try void volatile while true false null'.split(
    ' ',
  ),
);

/** The name of a token as a resource. */
export const resourceName = (path: string, prefix?: string): string => {
  const name = underscored(path, prefix);
  return RESERVED.has(name) ? `${name}_` : name;
};

const escaped = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;');
/** String resources: what the tool would read as more than a letter (Android, String resources). */
const string = (text: string) =>
  escaped(text).replace(/['"\\]/g, '\\$&').replace(/^[@?]/, '\\$&').replace(/\s+/g, ' '); // prettier-ignore
const families = (value: Json) => string(familiesOf(value).join(', '));

const FORMS: Readonly<Record<string, (name: string, value: Json, isText: boolean) => string | undefined>> = {
  color: (name, value) => `<color name="${name}">#${argbOf(value)}</color>`,
  dimension: (name, value, isText) =>
    `<dimen name="${name}">${decimal(pxOf(value))}${isText ? 'sp' : 'dp'}</dimen>`,
  number: (name, value) => `<item name="${name}" type="dimen" format="float">${decimal(value as number)}</item>`,
  duration: (name, value) => `<integer name="${name}">${Math.round(msOf(value))}</integer>`,
  fontWeight: (name, value) => `<integer name="${name}">${Math.round(weightOf(value))}</integer>`,
  fontFamily: (name, value) => `<string name="${name}" translatable="false">${families(value)}</string>`,
  typography: (name, value) => {
    const style = objectOf(value);
    const size = pxOf(style.get('fontSize')!);
    const item = (attribute: string, text: string) => `        <item name="android:${attribute}">${text}</item>\n`;
    return (
      `<style name="${name}">\n` +
      item('fontFamily', string(familiesOf(style.get('fontFamily')!)[0]!)) +
      item('textSize', `${decimal(size)}sp`) +
      item('textFontWeight', String(Math.round(weightOf(style.get('fontWeight')!)))) +
      // Letter spacing is in parts of the size.
      item('letterSpacing', decimal(size === 0 ? 0 : pxOf(style.get('letterSpacing')!) / size)) +
      item('lineHeight', `${decimal(size * (style.get('lineHeight') as number))}sp`) +
      `    </style>`
    );
  },
}; // prettier-ignore

/** Whether a length is one of text: what it is called, or what refers to it. */
const isOfText = (resolution: Resolution, path: string): boolean =>
  /font-?size|letter-?spacing|line-?height/i.test(path) ||
  [...resolution.referrers(path)].some((other) => typeOf(resolution, other) === 'typography');

function resources(
  resolution: Resolution,
  context: Context,
  prefix: string | undefined,
  only: (path: string) => boolean,
): string | undefined {
  const at = resolution.numberOf(context);
  const lines = resolution.paths.flatMap((path) => {
    const resolved = only(path) ? resolution.value(path, at) : undefined;
    const line = resolved && FORMS[resolved.type]?.(resourceName(path, prefix), resolved.value, isOfText(resolution, path));
    return line === undefined ? [] : [`    ${line}\n`];
  }); // prettier-ignore
  if (lines.length === 0) return undefined;
  const remark = contextRemark(resolution, context).replace(/--/g, '- -');
  return `<?xml version="1.0" encoding="utf-8"?>\n${remark && `<!-- ${remark} -->\n`}<resources>\n${lines.join('')}</resources>\n`;
}

/** Android resources; where a library has light and dark, what differs at night stands in a file of its own. */
export const android: Output = {
  name: 'android',
  title: 'Android resources',
  about: 'Android XML resources (lengths in dp, text in sp), with a second file for the dark scheme.',
  language: 'xml',
  naming: { of: 'resource', names: (path) => [resourceName(path)] },
  write({ resolution, context, prefix }) {
    const clashes = nameFindings(resolution, (path) => [resourceName(path, prefix)]);
    if (clashes.length > 0) return { files: [], findings: clashes };
    const { axes } = resolution.system;
    const scheme = axes.find(({ name }) => name === 'scheme');
    const hasNight = !context && scheme && ['light', 'dark'].every((name) => scheme.contexts.includes(name));
    const day = { ...(context ?? defaultContext(axes)), ...(hasNight && { scheme: 'light' }) };
    const night = { ...day, scheme: 'dark' };
    const text = (path: string, one: Context) => {
      const resolved = resolution.value(path, one);
      return resolved && FORMS[resolved.type]?.('', resolved.value, false);
    };
    const atNight = hasNight
      ? resources(resolution, night, prefix, (path) => text(path, day) !== text(path, night))
      : undefined;
    return {
      files: [
        { name: 'values/tokens.xml', text: resources(resolution, day, prefix, () => true) ?? '<?xml version="1.0" encoding="utf-8"?>\n<resources>\n</resources>\n' },
        ...(atNight === undefined ? [] : [{ name: 'values-night/tokens.xml', text: atNight }]),
      ],
      findings: [
        ...leftOut(resolution),
        ...resolution.paths.flatMap((path) => {
          const resolved = resolution.value(path, day);
          return resolved && !FORMS[resolved.type] ? [notCarried(path, resolved.type, 'Android resources')] : [];
        }),
      ],
    };
  },
}; // prettier-ignore
