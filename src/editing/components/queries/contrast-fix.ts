import { ratioText } from '@/core/base/color/contrast';
import { Bindings } from '@/core/components/bindings';
import { contrastFix as fixOf } from '@/core/components/contrast-fix';
import type { ComponentDefinition } from '@/core/components/definition';
import { itemsOf } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';
import { backdropsOf } from '@/editing/session/backdrop';

export type ContrastFixView =
  | { problem: string }
  | {
      rule: string;
      property: string;
      part: string;
      from: string;
      to: string;
      /** The lowest ratio with it, rounded down. */
      ratio: string;
      needs: number;
    };

/** Another token for a colour of a part that fails in some combination; null where there is no such component. */
export function contrastFix(
  library: OpenLibrary,
  { name, part, kind }: { name: string; part: string; kind: 'text' | 'icon' | 'border' },
): ContrastFixView | null {
  const component = itemsOf(library.items, 'component').find((other) => other.name === name);
  if (!component) return null;
  if (!library.own.items.has(component.id))
    return { problem: `${name} is inherited: change it in the library that it comes from` };
  const { items, resolution } = library;
  const outcome = fixOf(
    { component, authored: library.effective.authored.get(component.id) as ComponentDefinition },
    { items, resolution, ids: library.tree.ids },
    new Bindings(resolution, 0),
    backdropsOf(library, {}).at,
    { part, kind },
  );
  if ('problem' in outcome) return outcome;
  const { lowest, ...fix } = outcome.fix;
  return { ...fix, ratio: ratioText(lowest.ratio!), needs: lowest.needs! };
}
