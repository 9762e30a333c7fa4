import type { SlotPlace } from '@/editing/products/screens';
import type { PlacingView } from '@/editing/products/queries/placing';

type Placed = PlacingView['placements'][number];

/** Which of the placements of one component it is, from 1: what tells two buttons apart in words. */
export function numberOf(view: PlacingView, placed: Placed): number {
  const same = view.placements.filter(({ component }) => component === placed.component);
  return same.indexOf(placed) + 1;
}

/** Where a component can stand: on the screen, or in a slot; not in what stands in it. */
export function placesIn(view: PlacingView, but?: Placed): { value: string; label: string }[] {
  const left = new Set<string | null>(but ? [but.id] : []);
  // What holds others comes before them.
  for (const { id, parent } of view.placements) if (left.has(parent)) left.add(id);
  return [
    { value: '', label: 'The screen' },
    ...view.placements.flatMap((placed) =>
      left.has(placed.id)
        ? []
        : placed.slots.map((slot) => ({
            value: `${placed.id} ${slot}`,
            label: `${placed.component} ${numberOf(view, placed)}: ${slot}`,
          })),
    ),
  ];
}

/** The slot that an option of `placesIn` stands for; null: the screen. */
export function slotAt(value: string): SlotPlace | null {
  const [placement, slot] = value.split(' ');
  return placement && slot ? { placement, slot } : null;
}
