import { Refusal } from '@/core/base/errors';
import type { Edit } from '@/core/document/edits';
import { itemsOf, type Items } from '@/core/document/item';
import { importEdits } from '@/core/intake/import';
import { applyChangeSet } from '@/core/kinds/registry';
import { effectiveLibrary } from '@/core/library/effective';
import type { OpenedTokens } from '@/core/tokens/open';
import { authoredValue, referencesIn } from '@/core/tokens/references';
import { layersOf, libraryTree, whenOf } from '@/core/tokens/token-tree';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import type { OpenLibrary } from '@/editing/session/open-library';
import { compare, decisionOf, readAll, rebase, said, type GatherInput } from '../compare';

/** Brings files in as reviewed, in one change: one undo takes all of it back. */
export function importTokens(library: OpenLibrary, input: GatherInput, newId: NewId): Command {
  const { edits, count } = gatherEdits(library, input, newId);
  if (edits.length === 0)
    return refuse('Everything in these files is already in the library', 'There is nothing to import');
  const names = input.files.map((file) => file.name.replace(/^.*\//, ''));
  return {
    label: `Import ${names.length === 1 ? names[0] : `${names.length} files`} (${count} values)`,
    edits,
  };
}

/** The edits by which files come in as reviewed. */
function gatherEdits(
  library: OpenLibrary,
  input: GatherInput,
  newId: NewId,
): { edits: Edit[]; count: number } {
  const read = readAll(library, input);
  const rows = compare(library, read);
  let items: Items = library.items;
  let own: Items = library.own.items;
  const edits: Edit[] = [];
  let count = 0;
  const taken = new Set(library.tree.ids.keys());
  for (const { file, opened } of read.opened) {
    const renamed = new Map<string, string>();
    for (const source of opened.system.sources) {
      for (const path of [...source.tokens.keys()]) {
        const row = rows.get(path);
        if (!row) continue;
        const decision = decisionOf(row, input);
        if (row.state === 'same' || decision === 'mine') source.tokens.delete(path);
        else if (decision === 'both' && !renamed.has(path)) {
          let other = `${path}-2`;
          for (let n = 3; taken.has(other); n++) other = `${path}-${n}`;
          taken.add(other);
          renamed.set(path, other);
        }
      }
    }
    if (renamed.size > 0) rebase([opened], (path) => renamed.get(path) ?? path);
    dropUnsupported(opened, items);
    for (const source of opened.system.sources) count += source.tokens.size;
    intoOwnLayers(own, items, opened);
    const brought = importEdits(items, opened, file, newId, own);
    edits.push(...brought.edits);
    // The next file sees what this one brought.
    const next = applyChangeSet({ ...library.own, items: own }, { edits: brought.edits });
    if ('clashes' in next)
      throw new Refusal(next.clashes[0]!.message, 'Reload the page and import the files again');
    own = next.document.items;
    items = effectiveLibrary([
      ...library.surroundings.ancestors,
      { name: library.snapshot.document.name, version: 'draft', items: own },
    ]).items;
  }
  return { edits, count };
}

/** Takes out what refers to a token that was left out and is nowhere else, and what refers to that. */
function dropUnsupported(opened: OpenedTokens, items: Items): void {
  const there = libraryTree(items).ids;
  for (let again = true; again;) {
    again = false;
    const here = new Set(opened.system.sources.flatMap((source) => [...source.tokens.keys()]));
    for (const source of opened.system.sources)
      for (const [path, object] of source.tokens) {
        const value = authoredValue(object);
        const lost =
          value !== undefined &&
          referencesIn(value).some(({ path: to, pointer }) => !pointer && !here.has(to) && !there.has(to));
        if (lost) {
          source.tokens.delete(path);
          again = true;
        }
      }
  }
}

/** What holds under the same contexts goes into the layer that is there, so that no second one stands over it. */
function intoOwnLayers(own: Items, items: Items, opened: OpenedTokens): void {
  const layers = layersOf(own).map((layer) => ({ layer, when: said(whenOf(layer, items)) }));
  for (const source of opened.system.sources) {
    const exact = itemsOf(own, 'layer').some(
      (layer) => layer.name === source.label && layer.file === (source.file ?? null),
    );
    if (exact) continue;
    // What always holds goes in as the weakest, so that it does not stand over what the library says under a context.
    const matching = layers.filter(({ when }) => when === said(source.when));
    const same = Object.keys(source.when).length === 0 ? matching[0] : matching.at(-1);
    if (!same) continue;
    source.label = same.layer.name;
    source.file = same.layer.file ?? undefined;
  }
}
