import { itemsOf, type Items } from '@/core/document/item';
import { parentUpgrade, type ParentUpgrade } from '@/core/releases/parent-upgrade';
import { compareVersions, isCandidate, verbTo } from '@/core/releases/version';
import type { DocumentRow } from '../access/authorise';
import { change } from '../documents/change';
import { draftOf, loadDocument } from '../documents/store';
import { badRequest, Problem } from '../http/problem';
import { markDone } from '../people/notices';
import { useCase, type Work } from '../use-case';
import { parentReview } from './reviews';
import { offeredTo } from './standing';
import { ancestorsOf, noRelease, pinnedRelease, releasesOf, toldOf } from './store';

/** The parent of a body of items, for who may read it. */
export async function parentOf(work: Work, items: Items) {
  const [parent] = itemsOf(items, 'parent');
  const pinned = parent && (await pinnedRelease(work, parent));
  if (!pinned) return null;
  const { library, release } = pinned;
  const { newer, candidate, withdrawn } = await offeredTo(work.trx, release);
  return {
    slug: library.slug,
    name: library.name,
    version: release.version,
    withdrawn,
    newer: newer.map(({ version, at }) => ({ version, at })),
    candidate: candidate?.version ?? null,
  };
}

/**
 * A draft with what it inherits now, and what it would with another release of its parent.
 * @throws Problem 400 where it has no parent, 404 where one of the releases is not there or may not be read
 */
async function withParentAt(work: Work, row: DocumentRow, version: string) {
  const { items } = await loadDocument(work.trx, await draftOf(work.trx, row.id), 'library');
  const [parent] = itemsOf(items, 'parent');
  if (!parent) throw badRequest(`${row.name} inherits from no library.`);
  const other = { ...parent, version };
  const pinned = await pinnedRelease(work, other);
  if (!pinned) throw noRelease(version, parent.library.path);
  const then = await ancestorsOf(work, items);
  const now = await ancestorsOf(work, new Map([[parent.id, other]]));
  return { items, parent, library: pinned.library, then, now };
}

/** What the releases after one, up to another, are said to have changed. */
const parentAt = useCase('libraries.parentAt', {
  needs: 'viewer',
  kind: 'library',
  document: (input) => input.slug,
  async run(work, { version }, row) {
    const { parent, library, now } = await withParentAt(work, row, version);
    // What a candidate before it changed, it says itself.
    const between = (await releasesOf(work.trx, library.id)).filter(
      (one) =>
        (one.version === version || !isCandidate(one.version)) &&
        compareVersions(one.version, version) <= 0 &&
        compareVersions(one.version, parent.version) > 0,
    );
    const notes = [];
    for (const release of between)
      notes.push({
        version: release.version,
        at: release.at,
        notes: (await toldOf(work, release)).notes,
      });
    return {
      ancestors: now.map(({ name, version: at, items }) => ({
        name,
        version: at,
        items: [...items.values()],
      })),
      notes,
    };
  },
});

/** Has a library inherit from another release of its parent: one change set, to be undone like any other. */
const takeParent = useCase('libraries.takeParent', {
  needs: 'maintainer',
  kind: 'library',
  document: (input) => input.slug,
  async run(work, { version, id }, row) {
    const { items, parent, library, then, now } = await withParentAt(work, row, version);
    if (parent.version === version)
      throw badRequest(`${row.name} inherits from ${library.name} ${version} already.`);
    const { edits, broken } = parentUpgrade(items, version, then, now) as ParentUpgrade;
    const [first] = broken;
    if (first)
      throw new Problem(
        409,
        'breaks',
        'This cannot stand beside what is there',
        `${first.message}. ${first.fix}.`,
      );
    const verb = verbTo(parent.version, version);
    const entry = await change(work, row, { id, label: `${verb} ${library.name} ${version}`, edits });
    await markDone(work, parentReview(row.slug, version));
    return entry;
  },
});

export const parentUseCases = [parentAt, takeParent];
