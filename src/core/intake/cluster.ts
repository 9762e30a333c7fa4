import { append } from '../base/append';
import { parseColor } from '../base/color/color';
import { ColorIndex } from '../base/color/nearest';
import type { InventoryEntry, InventoryKind } from './inventory';

/** Values that are nearly the same, and the one that should stay: the one used most. */
export interface Cluster {
  kind: InventoryKind;
  /** The value of the survivor. */
  survivor: string;
  members: InventoryEntry[];
  /** How often all members stand together. */
  count: number;
}

/** How near is nearly the same: colours by CIEDE2000, lengths in px. */
interface Nearness {
  color: number;
  px: number;
}

export const USUAL_NEARNESS: Nearness = { color: 2, px: 1 };

const IN_PX: ReadonlySet<InventoryKind> = new Set(['fontSize', 'spacing', 'radius']);

/**
 * Gathers what is nearly the same. The most used value takes in all that are near to it, then the most used of the rest:
 * no value joins one it is not near to itself.
 */
export function clustersOf(entries: readonly InventoryEntry[], nearness: Nearness): Cluster[] {
  const clusters: Cluster[] = [];
  const byKind = new Map<InventoryKind, InventoryEntry[]>();
  for (const entry of entries) append(byKind, entry.kind, entry);
  for (const [kind, all] of byKind) {
    const sorted = [...all].sort(
      (a, b) => b.count - a.count || roundness(b) - roundness(a) || (a.value < b.value ? -1 : 1),
    );
    const near =
      kind === 'color'
        ? nearColors(sorted, nearness.color)
        : nearSizes(sorted, IN_PX.has(kind) ? nearness.px : 0);
    const taken = new Set<number>();
    sorted.forEach((entry, i) => {
      if (taken.has(i)) return;
      const members = [i, ...near(i).filter((other) => other !== i && !taken.has(other))];
      for (const member of members) taken.add(member);
      clusters.push({
        kind,
        survivor: entry.value,
        members: members.map((member) => sorted[member]!),
        count: members.reduce((sum, member) => sum + sorted[member]!.count, 0),
      });
    });
  }
  return clusters;
}

/** Of two lengths used equally often the rounder stays: a multiple of 4 before a whole number before any other. */
function roundness({ number }: InventoryEntry): number {
  if (number === undefined) return 0;
  return number % 4 === 0 ? 2 : Number.isInteger(number) ? 1 : 0;
}

function nearColors(entries: InventoryEntry[], limit: number): (i: number) => number[] {
  const colors = entries.map((entry) => parseColor(entry.value)!);
  const index = new ColorIndex(colors);
  return (i) =>
    limit <= 0
      ? []
      : index
          .within(colors[i]!, limit)
          .map((found) => found.index)
          .filter((other) => Math.abs(colors[other]!.alpha - colors[i]!.alpha) < 0.02);
}

function nearSizes(entries: InventoryEntry[], limit: number): (i: number) => number[] {
  return (i) => {
    const own = entries[i]!.number;
    if (own === undefined || limit <= 0) return [];
    return entries.flatMap((entry, other) =>
      entry.number !== undefined && Math.abs(entry.number - own) < limit ? [other] : [],
    );
  };
}
