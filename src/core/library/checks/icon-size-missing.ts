import { listed } from '../../base/words';
import { sizesOfDrawings } from '../../assets/drawing';
import { named } from '../../components/compose';
import { itemsOf, ordered, type Item } from '../../document/item';
import type { Finding } from '../../findings/finding';
import type { LibraryCheck } from './check';

/** A slot shows an icon at a size for which nobody drew it: one drawn for another size is scaled, and blurred. */
export const iconSizeMissing: LibraryCheck = {
  code: 'icon-size-missing',
  title: 'Icon scaled from another size',
  reads: ({ items }) => [
    itemsOf(items, 'asset')
      .map((asset) => `${asset.id} ${asset.name} ${sizesOfDrawings(asset).join(' ')}`)
      .join('; '),
  ],
  of({ items }, item: Item) {
    if (item.kind !== 'component') return [];
    const findings = new Map<string, Finding>();
    for (const slot of ordered(item.props))
      for (const piece of slot.holds ?? []) {
        const icon = named(items, 'asset', piece.asset);
        const size = Number(piece.props.size);
        const drawn = icon ? sizesOfDrawings(icon) : [];
        if (!(size > 0) || drawn.length === 0 || drawn.includes(size)) continue;
        const path = `${item.name}: ${slot.name}`;
        findings.set(`${path} ${icon!.name} ${size}`, {
          code: 'icon-size-missing',
          level: 'note',
          path,
          component: item.name,
          message: `${path} shows ${icon!.name} at ${size} px, and it is drawn for ${listed(drawn.map((one) => `${one} px`))}`,
          fix: `Upload ${icon!.name}-${size}.svg, or show it at a size it is drawn for`,
        });
      }
    return [...findings.values()];
  },
};
