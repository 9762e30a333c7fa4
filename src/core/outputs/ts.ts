import { defaultContext } from '../tokens/system';
import { leftOut, type Output } from './output';
import { cssTextIn } from './units';

/** A TypeScript module: names as a type, CSS text as values, and for each other context what differs there. */
export const ts: Output = {
  name: 'ts',
  title: 'TypeScript',
  about: 'A module of typed names and CSS values, with what differs under each combination of contexts.',
  language: 'typescript',
  withUnits: true,
  naming: { of: 'path', names: (path) => [path] },
  write({ resolution, context, unit }) {
    const written = cssTextIn(unit);
    const { axes } = resolution.system;
    const base = resolution.numberOf(context ?? defaultContext(axes));
    const entry = (path: string, at: number) => {
      const resolved = resolution.value(path, at);
      return resolved && JSON.stringify(written(resolved));
    };
    const values = (at: number, skip?: number) =>
      resolution.paths.flatMap((path) => {
        const text = entry(path, at);
        return text === undefined || (skip !== undefined && text === entry(path, skip))
          ? []
          : [`  ${JSON.stringify(path)}: ${text},\n`];
      });
    // prettier-ignore
    let text = 'export type TokenValue = string | Readonly<Record<string, string>>;\n\n' +
      `/** CSS values under ${context || axes.length === 0 ? 'one combination of contexts' : 'the default contexts'}. */\n` +
      `export const tokens = {\n${values(base).join('')}} as const satisfies Record<string, TokenValue>;\n\n` +
      'export type TokenName = keyof typeof tokens;\n';
    if (!context && axes.length > 0) {
      const union = axes
        .map(
          (axis) =>
            `  ${JSON.stringify(axis.name)}: ${axis.contexts.map((name) => JSON.stringify(name)).join(' | ')};\n`,
        )
        .join('');
      const differences = resolution.contexts
        .map((names, at) => ({ names, lines: at === base ? [] : values(at, base) }))
        .filter(({ lines }) => lines.length > 0)
        .map(
          ({ names, lines }) =>
            `  {\n    when: ${JSON.stringify(names)},\n    values: {\n${lines.map((line) => '    ' + line).join('')}    },\n  },\n`,
        )
        .join('');
      text +=
        `\nexport interface Context {\n${union}}\n\n` +
        `const defaults: Context = ${JSON.stringify(defaultContext(axes))};\n\n` +
        `/** What differs from the defaults under each other combination. */\n` +
        `export const differences: readonly { when: Context; values: Readonly<Record<string, TokenValue>> }[] = [\n${differences}];\n\n` +
        `/** The value of a token under a combination; axes not named take their default. */\n` +
        `export function token(name: TokenName, context: Partial<Context> = {}): TokenValue {\n` +
        `  const full: Context = { ...defaults, ...context };\n` +
        `  const found = differences.find(({ when }) => (Object.keys(when) as (keyof Context)[]).every((axis) => when[axis] === full[axis]));\n` +
        `  return found?.values[name] ?? tokens[name];\n}\n`;
    }
    return { files: [{ name: 'tokens.ts', text }], findings: leftOut(resolution) };
  },
};
