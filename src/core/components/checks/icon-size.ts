import { sizesOfDrawings } from '../../assets/drawing';
import { counted, listed } from '../../base/words';
import type { Finding } from '../../findings/finding';
import { ordered } from '../../document/item';
import { iconOf } from '../icon-piece';
import type { ComponentCheck } from './check';

/** As many icons are named in one finding. */
const NAMED = 5;

/** Sizes that a slot asks of icons which are not drawn for them: what is shown is another drawing, scaled. */
export const iconSize: ComponentCheck = {
  titles: { 'icon-size': 'Icon not drawn at this size' },
  run({ component, items }) {
    const props = ordered(component.props);
    return props.flatMap((slot) =>
      (slot.holds ?? []).flatMap((piece): Finding[] => {
        const valuesOf = (name: string | undefined) =>
          props.find((prop) => prop.name === name && prop.kind === 'choice')?.values ?? [''];
        const [icon, size] = [piece.passed.icon, piece.passed.size];
        const missing = new Map<number, Set<string>>();
        for (const which of valuesOf(icon))
          for (const large of valuesOf(size)) {
            const found = iconOf(piece, items, {
              ...(icon !== undefined && { [icon]: which }),
              ...(size !== undefined && { [size]: large }),
            });
            const drawn = found ? sizesOfDrawings(found.asset) : [];
            if (found?.size === undefined || drawn.length === 0 || drawn.includes(found.size)) continue;
            missing.set(found.size, (missing.get(found.size) ?? new Set()).add(found.asset.name));
          }
        return [...missing].map(([px, names]) => ({
          code: 'icon-size',
          level: 'note',
          path: `${component.name}: ${slot.name}`,
          message: `${component.name}: ${names.size > NAMED ? counted(names.size, 'icon') : listed(names)} ${names.size === 1 ? 'has' : 'have'} no drawing of ${px} px; another one is scaled`,
          fix: `Upload a drawing with a box of ${px} × ${px}`,
        }));
      }),
    );
  },
}; // prettier-ignore
