import valueParser from 'postcss-value-parser';
import { propertiesRead } from '../base/css/custom-properties';
import type { Items } from '../document/item';
import { LONGHANDS } from '../tokens/naming';
import { tokenNamed } from '../tokens/named-tokens';
import { typeOf } from '../tokens/normalise';
import type { Resolution } from '../tokens/resolve';
import { libraryTree, pathOf } from '../tokens/token-tree';
import type { StyleValue } from './definition';

/** The tokens a value comes from, by path, each once in the order it is named. */
export function tokensOfValue(value: StyleValue, items: Items): string[] {
  if ('token' in value) return [pathOf(value.token, items)];
  const { paths } = libraryTree(items);
  return [
    ...new Set(
      propertiesRead(value.raw).flatMap(({ name }) => paths.get(tokenNamed(name, items) ?? '') ?? []),
    ),
  ];
}

/** Which value of a shorthand each side takes, by how many values there are (CSS Box Model 3, 4.2): top, right, bottom, left. */
const SIDE_OF: readonly (readonly [number, number, number, number])[] = [
  [0, 0, 0, 0],
  [0, 1, 0, 1],
  [0, 1, 2, 1],
  [0, 1, 2, 3],
];
const SIDES = ['top', 'right', 'bottom', 'left'] as const;
const AXES: Readonly<Record<string, readonly [string, string]>> = {
  'padding-block': ['padding-top', 'padding-bottom'],
  'padding-inline': ['padding-left', 'padding-right'],
  'margin-block': ['margin-top', 'margin-bottom'],
  'margin-inline': ['margin-left', 'margin-right'],
  gap: ['row-gap', 'column-gap'],
};

/**
 * The properties that a declaration sets from one token each, with its path: of a text style all of its longhands, of a
 * shorthand the sides whose value names the token.
 */
export function tokensByProperty(
  property: string,
  value: StyleValue,
  items: Items,
  resolution: Resolution,
): [property: string, path: string][] {
  const all = tokensOfValue(value, items);
  const [only] = all;
  if ('token' in value)
    return [
      [property, only!],
      ...(typeOf(resolution, only!) === 'typography'
        ? LONGHANDS.map((longhand): [string, string] => [longhand, only!])
        : []),
    ];
  if (only === undefined) return [];
  const whole: [string, string][] = all.length === 1 ? [[property, only]] : [];
  const names =
    property === 'padding' || property === 'margin'
      ? SIDES.map((side) => `${property}-${side}`)
      : AXES[property];
  const parts = valueParser(value.raw)
    .nodes.filter((node) => node.type !== 'space' && node.type !== 'comment')
    .map((node) => valueParser.stringify(node));
  if (!names || parts.length < 2 || parts.length > names.length) return whole;
  return names.flatMap((name, side): [string, string][] => {
    const at = names.length === 4 ? SIDE_OF[parts.length - 1]![side]! : side;
    const [path] = tokensOfValue({ raw: parts[at]! }, items);
    return path === undefined ? [] : [[name, path]];
  });
}
