import type { Pairing } from '../checks/check';
import { pathOf } from '../components/style';
import { byOrder, itemsOf, type Items } from './items';

/** A library's pairings with their tokens' present paths. */
export function pairingsIn(items: Items): Pairing[] {
  return itemsOf(items, 'pairing')
    .sort(byOrder)
    .map((pairing) => ({
      text: pathOf(pairing.text, items),
      surface: pathOf(pairing.surface, items),
      needs: pairing.needs,
    }));
}
