/** One way a font varies, as its file says: OpenType `fvar`. */
interface FontAxis {
  tag: string;
  name: string;
  min: number;
  default: number;
  max: number;
}

/** What a font file says of itself. */
export interface FontFacts {
  /** The family's name without words for weight: `Archivo`, not `Archivo SemiBold`. */
  family: string;
  /** Lightest and boldest weight, 1..1000; equal where the weight is fixed. */
  weight: [lightest: number, boldest: number];
  italic: boolean;
  axes: FontAxis[];
  /** Scripts of which every letter of the table in `scripts.ts` is there. */
  scripts: string[];
  glyphs: number;
  /** The licence as the file tells it; empty where it tells none. */
  licence: string;
  /** What `OS/2.fsType` allows: OpenType 1.9, "fsType". */
  embedding: 'installable' | 'restricted' | 'preview and print' | 'editable';
  noSubsetting: boolean;
  bitmapOnly: boolean;
}

/** A family that can be set, and the weights there are of it. */
export interface KnownFamily {
  name: string;
  weights: [lightest: number, boldest: number][];
}

export const hasWeight = (family: KnownFamily, weight: number): boolean =>
  family.weights.some(([lightest, boldest]) => weight >= lightest && weight <= boldest);

/** The weight there is that stands closest to the one asked for; of two as close, the bolder. */
export function closestWeight(family: KnownFamily, weight: number): number {
  const there = family.weights.map(([lightest, boldest]) => Math.min(boldest, Math.max(lightest, weight)));
  return there.sort((a, b) => Math.abs(a - weight) - Math.abs(b - weight) || b - a)[0]!;
}

/** Names are compared as CSS does: without regard to case (CSS Fonts Level 4, section 5.1). */
export const familyKey = (name: string): string => name.trim().toLowerCase();
