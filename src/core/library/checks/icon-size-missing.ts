import { counted, listed } from '../../base/words';
import { sizesOfDrawings } from '../../assets/drawing';
import { iconOf } from '../../components/icon-piece';
import { itemsOf, ordered, type Item } from '../../document/item';
import type { Finding } from '../../findings/finding';
import type { LibraryCheck } from './check';

/** As many icons are named in one finding. */
const NAMED = 5;

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
    const valuesOf = (name: string | undefined) =>
      ordered(item.props).find((prop) => prop.name === name && prop.kind === 'choice')?.values ?? [''];
    return ordered(item.props).flatMap((slot): Finding[] => {
      /** By the size asked for: icons that are drawn for others. */
      const missing = new Map<number, Map<string, number[]>>();
      for (const piece of slot.holds ?? []) {
        const { icon, size } = piece.passed;
        for (const which of valuesOf(icon))
          for (const large of valuesOf(size)) {
            const holder = { ...(icon && { [icon]: which }), ...(size && { [size]: large }) };
            const found = iconOf(piece, items, holder);
            const drawn = found ? sizesOfDrawings(found.asset) : [];
            if (found?.size === undefined || drawn.length === 0 || drawn.includes(found.size)) continue;
            missing.set(found.size, (missing.get(found.size) ?? new Map()).set(found.asset.name, drawn));
          }
      }
      const path = `${item.name}: ${slot.name}`;
      return [...missing].map(([px, icons]): Finding => {
        const [[name, drawn]] = [...icons] as [[string, number[]]];
        const shared = { code: 'icon-size-missing', level: 'note', path, component: item.name } as const;
        if (icons.size === 1)
          return {
            ...shared,
            message: `${path} shows ${name} at ${px} px, and it is drawn for ${listed(drawn.map((one) => `${one} px`))}`,
            fix: `Upload ${name}-${px}.svg, or show it at a size it is drawn for`,
          };
        const named = icons.size > NAMED ? counted(icons.size, 'icon') : listed(icons.keys());
        return {
          ...shared,
          message: `${path} shows ${named} at ${px} px, for which they are not drawn`,
          fix: `Upload a drawing of ${px} px for each, such as ${name}-${px}.svg`,
        };
      });
    });
  },
};
