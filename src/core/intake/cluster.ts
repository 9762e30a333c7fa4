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

/** Below how much two values are nearly the same: colours by CIEDE2000, lengths in px. */
export interface Nearness {
  color: number;
  px: number;
}

/** As near as the check for near duplicates takes it (COMMANDS, `check`). */
export const USUAL_NEARNESS: Nearness = { color: 1, px: 1 };

/**
 * Gathers what is nearly the same. The most used value, of several used alike the first met, takes in all that are near
 * to it, then the most used of the rest: no value joins one it is not near to itself.
 * @param chosen values that stay whatever is used more, by kind and value parted by a space
 */
export function clustersOf(
  entries: readonly InventoryEntry[],
  nearness: Nearness,
  chosen: ReadonlySet<string> = new Set(),
): Cluster[] {
  const clusters: Cluster[] = [];
  const byKind = new Map<InventoryKind, InventoryEntry[]>();
  for (const entry of entries) append(byKind, entry.kind, entry);
  for (const [kind, all] of byKind) {
    const first = (entry: InventoryEntry) => Number(chosen.has(`${kind} ${entry.value}`));
    const sorted = [...all].sort((a, b) => first(b) - first(a) || b.count - a.count);
    const near = kind === 'color' ? nearColors(sorted, nearness.color) : nearSizes(sorted, nearness.px);
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

function nearColors(entries: InventoryEntry[], limit: number): (i: number) => number[] {
  const colors = entries.map((entry) => parseColor(entry.value)!);
  const index = new ColorIndex(colors);
  return (i) =>
    limit <= 0
      ? []
      : index
          .within(colors[i]!, limit)
          .filter((found) => found.difference < limit)
          .map((found) => found.index)
          .filter((other) => Math.abs(colors[other]!.alpha - colors[i]!.alpha) < 0.02);
}

function nearSizes(entries: InventoryEntry[], limit: number): (i: number) => number[] {
  return (i) => {
    const own = pxOf(entries[i]!);
    if (own === undefined || limit <= 0) return [];
    return entries.flatMap((entry, other) => {
      const px = pxOf(entry);
      return px !== undefined && Math.abs(px - own) < limit ? [other] : [];
    });
  };
}

/** Only lengths are near to one another; a number or a time is another if it differs at all. */
const pxOf = (entry: InventoryEntry): number | undefined =>
  /^[\d.]+px$/.test(entry.value) ? entry.number : undefined;
