import { drawingOf } from '../assets/drawing';
import type { AssetItem } from '../assets/asset';
import type { Items } from '../document/item';
import { named } from './compose';
import type { ComponentDefinition, Nested } from './definition';

/** Names under which a piece that is an icon takes props of what holds it. */
const ICON = { drawing: 'icon', size: 'size' } as const;
/** The member of an icon's props that says how large it is under one value of the prop that `size` is passed from. */
const sizeUnder = (value: string): string => `size-${value}`;

/** What sets an icon's size for each value of a choice: members of its props, in CSS pixels. */
export const iconSizes = (sizes: Readonly<Record<string, number>>): Record<string, string> =>
  Object.fromEntries(Object.entries(sizes).map(([value, px]) => [sizeUnder(value), String(px)]));

const px = (text: string | undefined): number | undefined => {
  const size = Number(text);
  return text !== undefined && text !== '' && size > 0 && size <= 1000 ? size : undefined;
};

/**
 * Which drawing a piece shows and how large, by its own props and those of what holds it: the holder's choice may name the
 * icon (`passed.icon`), and its choice of a size (`passed.size`) is looked up, or is the number itself.
 * @returns undefined where the piece is no icon; the size in CSS pixels, undefined where none is said
 */
export function iconOf(
  piece: Nested,
  items: Items,
  holder: Readonly<Record<string, string>>,
): { asset: AssetItem; size: number | undefined } | undefined {
  const own = named(items, 'asset', piece.asset);
  if (!own) return undefined;
  const chosen = piece.passed[ICON.drawing];
  const name = chosen === undefined ? undefined : holder[chosen];
  const asset = name === undefined ? own : (named(items, 'asset', { path: name }) ?? own);
  const by = piece.passed[ICON.size];
  const value = by === undefined ? undefined : holder[by];
  const size = value === undefined ? undefined : px(piece.props[sizeUnder(value)] ?? value);
  return { asset, size: size ?? px(piece.props[ICON.size]) };
}

/** A drawing that a holder's props decide on: what it is under each of their values. */
interface IconChoice {
  /** The prop that names the icon and the one that says its size; undefined: it is fixed. */
  icon: string | undefined;
  size: string | undefined;
  /** By the value of either, `''` where it is fixed: the drawing as SVG. */
  drawings: { icon: string; size: string; svg: string }[];
}

/** All drawings a piece can show in a component; undefined where it is no icon. */
export function iconChoice(
  piece: Nested,
  component: ComponentDefinition,
  items: Items,
): IconChoice | undefined {
  if (!named(items, 'asset', piece.asset)) return undefined;
  const prop = (name: string | undefined) =>
    Object.values(component.props).find((one) => one.name === name && one.kind === 'choice');
  const [icon, size] = [prop(piece.passed[ICON.drawing]), prop(piece.passed[ICON.size])];
  const drawings = (icon?.values ?? ['']).flatMap((which) =>
    (size?.values ?? ['']).flatMap((large) => {
      const holder = { ...(icon && { [icon.name]: which }), ...(size && { [size.name]: large }) };
      const found = iconOf(piece, items, holder);
      const svg = found && drawingOf(found.asset, items, undefined, found.size);
      return svg === undefined ? [] : [{ icon: which, size: large, svg }];
    }),
  );
  return { icon: icon?.name, size: size?.name, drawings };
}
