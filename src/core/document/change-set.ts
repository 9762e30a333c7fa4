import { OverlayMap } from '../base/overlay-map';
import { EDIT_KINDS, type Clash, type Edit } from './edits';
import type { Document, Item } from './item';
import type { ItemKinds } from './item-kind';

/** The edits of one gesture: all of them are applied, or none. */
export interface ChangeSet {
  id: string;
  author: string;
  /** What was done, in words: shown in history and on undo. */
  label: string;
  edits: Edit[];
}

/** A change set as the log keeps it. */
export interface LoggedChangeSet extends ChangeSet {
  sequence: number;
  /** ISO 8601 */
  at: string;
  /** The change set this one takes back. */
  undoes?: string;
}

type Applied = { document: Document; touched: Set<string> } | { clashes: Clash[] };

/** Applies a change set to a document, which is left as it was. */
export function applyChangeSet(
  document: Document,
  changeSet: Pick<ChangeSet, 'edits'>,
  kinds: ItemKinds,
): Applied {
  const items = new OverlayMap(document.items);
  const working: Document = { ...document, items };
  const touched = new Set<string>();
  const clashes: Clash[] = [];
  changeSet.edits.forEach((stored, index) => {
    const kind = EDIT_KINDS.get(stored.kind);
    const clash = (outcome: Pick<Clash, 'reason' | 'message' | 'present'>) =>
      clashes.push({
        edit: index,
        item: stored.item,
        path: stored.path,
        expected: stored.before,
        wanted: stored.after,
        ...outcome,
      });
    if (!kind)
      return void clash({
        reason: 'invalid',
        message: `There is no edit of the kind ${stored.kind}`,
        present: null,
      });
    const edit = stored.version < kind.version ? kind.upgrade(stored) : stored;
    const outcome = kind.apply(edit, items.get(edit.item), working, kinds);
    if ('reason' in outcome) return void clash(outcome);
    if (outcome.item) items.set(edit.item, outcome.item);
    else items.delete(edit.item);
    touched.add(edit.item);
  });
  return clashes.length > 0 ? { clashes } : { document: { ...document, items: items.settled() }, touched };
}

/** The edits that take these back: inverses, last first. */
export function invertEdits(edits: readonly Edit[]): Edit[] {
  return edits.map((edit) => EDIT_KINDS.get(edit.kind)!.invert(edit)).reverse();
}

/** The edits of `edits` that still apply, tried in order; for "undo the rest". */
export function applicable(document: Document, edits: readonly Edit[], kinds: ItemKinds): Edit[] {
  const kept: Edit[] = [];
  let working = document;
  for (const edit of edits) {
    const result = applyChangeSet(working, { edits: [edit] }, kinds);
    if ('clashes' in result) continue;
    kept.push(edit);
    working = result.document;
  }
  return kept;
}

/**
 * What undo and redo would take back next, read from one person's own change sets in a document, oldest first. Taking
 * back a change moves it to redo; taking that back moves it to undo again; anything new clears redo.
 */
export function undoStacks<T extends { id: string; undoes?: string }>(
  own: readonly T[],
): { undo: T[]; redo: T[] } {
  const undo: T[] = [];
  const redo: T[] = [];
  for (const entry of own) {
    const inUndo = undo.findIndex((other) => other.id === entry.undoes);
    const inRedo = redo.findIndex((other) => other.id === entry.undoes);
    if (entry.undoes !== undefined && inUndo !== -1) {
      undo.splice(inUndo, 1);
      redo.push(entry);
    } else if (entry.undoes !== undefined && inRedo !== -1) {
      redo.splice(inRedo, 1);
      undo.push(entry);
    } else {
      undo.push(entry);
      redo.length = 0;
    }
  }
  return { undo, redo };
}

export function documentOf(id: string, kind: Document['kind'], items: Iterable<Item>): Document {
  return { id, kind, items: new Map([...items].map((item) => [item.id, item])) };
}
