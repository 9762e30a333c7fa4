import { settableFaces, type SettableFace } from '@/core/assets/known-fonts';
import { itemsOf } from '@/core/document/item';
import type { LoggedChangeSet } from '@/core/document/change-set';
import type { Steps } from '@/core/base/steps';
import type { LibrarySnapshot, OpenLibrary } from '../open-library';

export interface FrameView {
  name: string;
  slug: string;
  team: string;
  about: string;
  role: string;
  canEdit: boolean;
  sequence: number;
  lineage: { name: string; version: string }[];
  /** The library it inherits from, with what is offered of it beyond that. */
  parent: LibrarySnapshot['parent'];
  /** Something it inherits may not be read by who looks. */
  withheld: boolean;
  axes: { name: string; contexts: string[]; default: string; description: string }[];
  last: string | null;
  /** Released versions, newest first. */
  versions: string[];
  /** When the oldest change that is known here was made, where there are older ones; null: all are known. */
  logSince: string | null;
  undo: string | null;
  redo: string | null;
  /** Faces of the library's own fonts, to be fetched before text is set in them. */
  faces: SettableFace[];
  counts: { tokens: number; components: number; guides: number; products: number };
}

/** ISO 8601; null where a log reaches back to the first change. */
export const logSince = (log: readonly LoggedChangeSet[]): string | null =>
  log[0] && log[0].sequence > 1 ? log[0].at : null;

export function frame(library: OpenLibrary): FrameView {
  const { snapshot, resolution, surroundings } = library;
  const { slug, name, team, about } = snapshot.document;
  const stacks = library.stacks();
  return {
    name,
    slug,
    team,
    about,
    role: snapshot.role,
    canEdit: library.canEdit,
    sequence: library.sequence,
    lineage: surroundings.ancestors.map((generation) => ({
      name: generation.name,
      version: generation.version,
    })),
    parent: snapshot.parent,
    withheld: snapshot.withheld,
    axes: resolution.system.axes.map((axis) => ({
      name: axis.name,
      contexts: axis.contexts,
      default: axis.default ?? axis.contexts[0] ?? '',
      description: axis.description ?? '',
    })),
    last: snapshot.last?.version ?? null,
    versions: snapshot.versions.map((release) => release.version),
    logSince: logSince(library.log),
    undo: stacks.undo.at(-1)?.label ?? null,
    redo: stacks.redo.at(-1)?.label ?? null,
    faces: settableFaces(library.items),
    counts: {
      tokens: resolution.paths.length,
      components: itemsOf(library.items, 'component').length,
      guides: itemsOf(library.items, 'guide').length,
      products: snapshot.products.length,
    },
  };
}

/** How many items have changed since the last release. */
export const changeCount = (library: OpenLibrary): Steps<number> => library.countingChanges();
