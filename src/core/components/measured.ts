/** A part as a frame measured it, in CSS pixels from the specimen's own top left. */
export interface MeasuredPart {
  part: string;
  /** The class of the component it is a part of. */
  owner: string;
  /** The matrix cell it stands in, by number. */
  cell: string | null;
  /** Whether it can be operated by itself. */
  operated: boolean;
  /** What it says, shortened. */
  text: string;
  tag: string;
  /** The element it stands in, by its place in the list; null for the root. */
  within: number | null;
  x: number;
  y: number;
  width: number;
  height: number;
  /** Top, right, bottom, left. */
  padding: Sides;
  border: Sides;
  margin: Sides;
  /** Between rows and between columns. */
  gap: [row: number, column: number];
  /** Computed values of the properties asked for. */
  style: Record<string, string>;
}
export type Sides = [top: number, right: number, bottom: number, left: number];

/** Space between two boxes along each axis, in CSS pixels: 0 where they overlap, and the same from either side. */
export function distanceBetween(
  a: Pick<MeasuredPart, 'x' | 'y' | 'width' | 'height'>,
  b: Pick<MeasuredPart, 'x' | 'y' | 'width' | 'height'>,
): { across: number; down: number } {
  const apart = (start: number, end: number, other: number, otherEnd: number) =>
    Math.max(0, other - end, start - otherEnd);
  return {
    across: apart(a.x, a.x + a.width, b.x, b.x + b.width),
    down: apart(a.y, a.y + a.height, b.y, b.y + b.height),
  };
}

/** From the edges of a box to those of one it stands in. */
export function insets(
  inner: Pick<MeasuredPart, 'x' | 'y' | 'width' | 'height'>,
  outer: Pick<MeasuredPart, 'x' | 'y' | 'width' | 'height'>,
): Sides {
  return [
    inner.y - outer.y,
    outer.x + outer.width - inner.x - inner.width,
    outer.y + outer.height - inner.y - inner.height,
    inner.x - outer.x,
  ];
}

/** WCAG 2.2, 2.5.8: the least size of a target, in CSS pixels either way. */
export const LEAST_TARGET = 24;

/** Whether something operated is big enough to be hit. */
export const isTouchable = ({ width, height }: Pick<MeasuredPart, 'width' | 'height'>): boolean =>
  width >= LEAST_TARGET && height >= LEAST_TARGET;

/** A length as people write it: at most one decimal. */
export const lengthText = (px: number): string => String(Math.round(px * 10) / 10);

/** The parts of one component alone, still knowing what they stand in. */
export function partsOf(boxes: readonly MeasuredPart[], owner: string): MeasuredPart[] {
  const kept = boxes.flatMap((box, i) => (box.owner === owner ? [i] : []));
  const place = new Map(kept.map((index, i) => [index, i]));
  const holder = (index: number | null): number | null => {
    for (let at = index; at !== null; at = boxes[at]?.within ?? null)
      if (place.has(at)) return place.get(at)!;
    return null;
  };
  return kept.map((index) => ({ ...boxes[index]!, within: holder(boxes[index]!.within) }));
}
