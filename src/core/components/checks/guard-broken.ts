import { brokenGuards } from '../guards';
import type { ComponentCheck } from './check';

/** Promises that the present rules break. */
export const guardBroken: ComponentCheck = {
  titles: {
    'guard-broken': 'Guard broken',
  },
  run: ({ component, items, resolution }) => brokenGuards(component, items, resolution),
};
