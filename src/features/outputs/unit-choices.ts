import { LENGTH_UNITS } from '@/core/outputs/units';

/** What lengths are written in; empty: as they were authored. */
export const UNIT_CHOICES = [
  { value: '', label: 'As written' },
  ...LENGTH_UNITS.map((unit) => ({ value: unit, label: `In ${unit}` })),
];
