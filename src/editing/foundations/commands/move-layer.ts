import { moveEntry } from '@/core/document/edits';
import { byOrder, itemsOf } from '@/core/document/item';
import { placeAmong } from '@/core/document/order';
import type { OpenLibrary } from '@/editing/session/open-library';
import { layerPlaces } from '@/editing/foundations/layer-places';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Puts a layer at the place of another of as many contexts: where both set a token, the later wins. */
export function moveLayer(
  library: OpenLibrary,
  { id, to }: { id: string; to: string },
  newId: NewId,
): Command {
  const layer = itemsOf(library.own.items, 'layer').find((one) => one.id === id);
  if (!layer) return refuse('This layer is inherited or was removed', 'Reload the page');
  const places = layerPlaces(library, layer);
  const [from, at] = [places.indexOf(layer), places.findIndex((one) => one.id === to)];
  if (at === -1)
    return refuse(
      `${layer.name} cannot stand there`,
      'A layer is moved among those of as many contexts that no resolver file orders',
    );
  if (at === from) return refuse('Nothing would change', 'It stands there already');
  return runCommand(library, newId, `Move layer ${layer.name}`, (work) => {
    const others = itemsOf(work.own, 'layer')
      .sort(byOrder)
      .filter((one) => one.id !== id);
    const beside = others.findIndex((one) => one.id === to);
    const { order, moved } = placeAmong(
      others.map((one) => one.order),
      at > from ? beside + 1 : beside,
    );
    for (const [place, key] of moved) work.apply(moveEntry(others[place]!, '', key));
    work.apply(moveEntry(layer, '', order));
  });
}
