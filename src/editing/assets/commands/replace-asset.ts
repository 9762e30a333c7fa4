import { itemsOf } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Puts one asset in the place of another wherever it stands in a slot. */
export function replaceAsset(
  library: OpenLibrary,
  { from, to }: { from: string; to: string },
  newId: NewId,
): Command {
  const target = itemsOf(library.items, 'asset').find((asset) => asset.name === to && asset.role !== 'font');
  const source = itemsOf(library.items, 'asset').find(
    (asset) => asset.name === from && asset.role !== 'font',
  );
  if (!target || !source)
    return refuse(`There is no asset ${target ? from : to}`, 'Choose one from the list');
  return runCommand(library, newId, `Replace ${from} by ${to}`, (work) => {
    for (const component of itemsOf(work.own, 'component'))
      for (const [id, prop] of Object.entries(component.props)) {
        if (!prop.holds?.some(({ asset }) => asset && (asset.id ?? source.id) === source.id)) continue;
        const holds = prop.holds.map((piece) =>
          piece.asset && (piece.asset.id ?? source.id) === source.id
            ? { ...piece, asset: { id: target.id, path: target.name } }
            : piece,
        );
        work.set(component.id, `props/${id}`, { ...prop, holds });
      }
  });
}
