import { escapeHtml } from './render';
import { lengthText, type MeasuredPart } from './measured';

/** The token a length of a part comes from, by part and property: `{space.4}` → its path. */
export type TokenOf = (part: string, property: string) => string | undefined;

interface AnatomyPart {
  number: number;
  part: string;
  size: string;
  /** What is measured of it: paddings, gaps and fixed sizes, with the token each comes from. */
  lengths: { name: string; px: number; token: string | null }[];
}

export interface Anatomy {
  parts: AnatomyPart[];
  svg: string;
}

const SIDES = ['top', 'right', 'bottom', 'left'] as const;
const AXIS = { top: 'block', bottom: 'block', left: 'inline', right: 'inline' } as const;

/** The token of one side of a padding: said of the side, of its axis, or of all four. */
function paddingToken(part: string, side: (typeof SIDES)[number], tokenOf: TokenOf): string | null {
  return (
    tokenOf(part, `padding-${side}`) ??
    tokenOf(part, `padding-${AXIS[side]}`) ??
    tokenOf(part, 'padding') ??
    null
  );
}

function lengthsOf(box: MeasuredPart, tokenOf: TokenOf): AnatomyPart['lengths'] {
  const { part, padding, gap } = box;
  const lengths: AnatomyPart['lengths'] = [];
  SIDES.forEach((side, i) => {
    if (padding[i]! > 0)
      lengths.push({ name: `padding ${side}`, px: padding[i]!, token: paddingToken(part, side, tokenOf) });
  });
  (['row', 'column'] as const).forEach((axis, i) => {
    if (gap[i]! > 0)
      lengths.push({
        name: `${axis} gap`,
        px: gap[i]!,
        token: tokenOf(part, `${axis}-gap`) ?? tokenOf(part, 'gap') ?? null,
      });
  });
  for (const [axis, px] of [
    ['width', box.width],
    ['height', box.height],
  ] as const) {
    const token = [axis, `min-${axis}`, `max-${axis}`].map((name) => tokenOf(part, name)).find(Boolean);
    if (token) lengths.push({ name: axis, px, token });
  }
  return lengths;
}

/** Each part once, numbered in the order it stands, with what is measured of it. */
export function anatomyParts(boxes: readonly MeasuredPart[], tokenOf: TokenOf): AnatomyPart[] {
  const first = new Map<string, MeasuredPart>();
  for (const box of boxes) if (!first.has(box.part)) first.set(box.part, box);
  return [...first.values()].map((box, i) => ({
    number: i + 1,
    part: box.part,
    size: `${lengthText(box.width)} × ${lengthText(box.height)}`,
    lengths: lengthsOf(box, tokenOf),
  }));
}

const INK = '#1c5d8c';
const FILL = { padding: 'rgb(28 93 140 / 0.16)', gap: 'rgb(190 92 30 / 0.22)' };
const MARK = 11;
/** Room around the drawing, in CSS pixels, where numbers and sizes stand. */
export const ROOM = { top: 34, right: 60, bottom: 30, left: 34 };

/**
 * The anatomy as a drawing: each part's box, its paddings and the gaps between what stands in it, and its number, led
 * out to where it can be read. Everything is drawn where it was measured.
 */
export function anatomySvg(
  boxes: readonly MeasuredPart[],
  parts: readonly AnatomyPart[],
  title: string,
): string {
  const root = boxes[0];
  if (!root) return '';
  const x = (value: number) => lengthText(value - root.x + ROOM.left);
  const y = (value: number) => lengthText(value - root.y + ROOM.top);
  const height = lengthText(root.height + ROOM.top + ROOM.bottom);
  const rect = (box: { x: number; y: number; width: number; height: number }, more: string) =>
    box.width > 0 && box.height > 0
      ? `<rect x="${x(box.x)}" y="${y(box.y)}" width="${lengthText(box.width)}" height="${lengthText(box.height)}" ${more}/>`
      : '';
  const drawn = boxes.flatMap((box, index) => [
    ...paddingBoxes(box).map((one) => rect(one, `fill="${FILL.padding}"`)),
    ...gapBoxes(
      box,
      boxes.filter((other) => other.within === index),
    ).map((one) => rect(one, `fill="${FILL.gap}"`)),
    rect(
      box,
      `fill="none" stroke="${INK}" stroke-dasharray="${index === 0 ? 'none' : '3 2'}" data-part="${escapeHtml(box.part)}"`,
    ),
  ]);
  // Numbers stand above the drawing in the order in which their parts begin, each clear of the one before, so that no
  // leader crosses another; a leader ends on the part's edge.
  const leaders = parts
    .map(({ number, part }) => ({ number, box: boxes.find((other) => other.part === part)! }))
    .map(({ number, box }) => ({ number, box, at: box.x - root.x + ROOM.left + Math.min(6, box.width / 2) }))
    .sort((one, other) => one.at - other.at || other.box.y - one.box.y);
  let last = 0;
  const marks = leaders.map(({ number, box, at }) => {
    const markX = Math.max(at, last + MARK * 2);
    const markY = MARK + 2;
    last = markX;
    const from = `${lengthText(markX)} ${lengthText(markY)}`;
    const to = `${lengthText(at)} ${y(box.y)}`;
    return (
      `<path d="M${from} L${to}" stroke="${INK}" stroke-width="0.75" fill="none"/><circle cx="${lengthText(markX)}" cy="${lengthText(markY)}" r="${MARK - 2}" fill="${INK}"/>` +
      `<text x="${lengthText(markX)}" y="${lengthText(markY + 3.5)}" text-anchor="middle" font-size="10" fill="#fff">${number}</text>`
    );
  });
  const sizes =
    `<text x="${x(root.x + root.width / 2)}" y="${y(root.y + root.height + 18)}" text-anchor="middle" font-size="10" fill="${INK}">${lengthText(root.width)}</text>` +
    `<text x="${x(root.x + root.width + 8)}" y="${y(root.y + root.height / 2 + 3.5)}" font-size="10" fill="${INK}">${lengthText(root.height)}</text>`;
  const width = lengthText(Math.max(root.width + ROOM.left + ROOM.right, last + MARK * 2));
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" font-family="system-ui, sans-serif" role="img">` +
    `<title>${escapeHtml(title)}</title>${drawn.join('')}${sizes}${marks.join('')}</svg>`
  );
}

type Box = { x: number; y: number; width: number; height: number };

/** The four strips of a box's padding, inside its border. */
export function paddingBoxes({ x, y, width, height, padding, border }: MeasuredPart): Box[] {
  const [top, right, bottom, left] = padding;
  const inner: Box = {
    x: x + border[3],
    y: y + border[0],
    width: width - border[1] - border[3],
    height: height - border[0] - border[2],
  };
  const middle = { y: inner.y + top, height: inner.height - top - bottom };
  return [
    { x: inner.x, y: inner.y, width: inner.width, height: top },
    { x: inner.x + inner.width - right, ...middle, width: right },
    { x: inner.x, y: inner.y + inner.height - bottom, width: inner.width, height: bottom },
    { x: inner.x, ...middle, width: left },
  ];
}

/** The strips between what stands side by side, or one below the other, in a box that says a gap. */
export function gapBoxes(box: Pick<MeasuredPart, 'gap'>, inside: readonly MeasuredPart[]): Box[] {
  const [row, column] = box.gap;
  if (row === 0 && column === 0) return [];
  const strips: Box[] = [];
  for (let i = 1; i < inside.length; i++) {
    const [a, b] = [inside[i - 1]!, inside[i]!];
    const across = b.x - (a.x + a.width);
    const down = b.y - (a.y + a.height);
    const [x, y] = [Math.min(a.x, b.x), Math.min(a.y, b.y)];
    const [right, bottom] = [
      Math.max(a.x + a.width, b.x + b.width),
      Math.max(a.y + a.height, b.y + b.height),
    ];
    if (column > 0 && Math.abs(across - column) < 0.6)
      strips.push({ x: a.x + a.width, y, width: across, height: bottom - y });
    else if (row > 0 && Math.abs(down - row) < 0.6)
      strips.push({ x, y: a.y + a.height, width: right - x, height: down });
  }
  return strips;
}
