import { listed } from '@/core/base/words';
import type { Item, Items } from '@/core/document/item';
import { effectiveLibrary } from '@/core/library/effective';
import { missingForHeld } from '@/core/library/held';
import { badRequest } from '../http/problem';
import {
  lineageOf,
  noRelease,
  pinnedRelease,
  releaseItems,
  releaseOf,
  type ReleaseRow,
} from '../releases/store';
import type { Work } from '../use-case';

/** As many components of a library are held, and at as many releases: each of these is read, and sent with the product. */
const MOST_HELD = 50;
const MOST_RELEASES = 8;

/**
 * Holds a pin against the releases its components are held at: each is there and has the component, and what that names is there in
 * the release it is drawn under. What was held before, under the same release, stays as it is.
 * @throws Problem 400 or 404
 */
export async function checkHeld(work: Work, item: Item, before: Item | undefined): Promise<void> {
  if (item.kind !== 'pin' || Object.keys(item.held).length === 0) return;
  const known = before?.kind === 'pin' && before.version === item.version ? before.held : {};
  const asked = Object.entries(item.held).filter(([id, version]) => known[id] !== version);
  if (asked.length === 0) return;
  if (Object.keys(item.held).length > MOST_HELD)
    throw badRequest(`More than ${MOST_HELD} components are held. Take the upgrade for some of them.`);
  if (new Set(Object.values(item.held)).size > MOST_RELEASES)
    throw badRequest(
      `Components are held at more than ${MOST_RELEASES} releases. Take the upgrade for those held longest.`,
    );
  const found = await pinnedRelease(work, item);
  if (!found) throw noRelease(item.version, item.library.path);
  const { library } = found;
  const drawn = await itemsAt(work, found.release);
  const read = new Map<string, Items>();
  for (const [id, version] of asked) {
    let items = read.get(version);
    if (!items) {
      const release = await releaseOf(work.trx, library.id, version);
      if (!release) throw noRelease(version, library.name);
      read.set(version, (items = await itemsAt(work, release)));
    }
    const component = items.get(id);
    if (component?.kind !== 'component')
      throw badRequest(`${library.name} ${version} has no such component. Hold one that the release has.`);
    const missing = missingForHeld(drawn, { id, version, items });
    if (missing.length > 0)
      throw badRequest(
        `${component.name} cannot be held at ${version}: it names ${listed(missing)}, which ${library.name} ${item.version} does not have.`,
      );
  }
}

/** What a release has, with what it inherits, each component as it is used. */
async function itemsAt(work: Work, release: ReleaseRow): Promise<Items> {
  const items = await releaseItems(work.trx, release.id);
  const { generations } = await lineageOf(work, items);
  return effectiveLibrary([...generations, { name: '', version: '', items }]).items;
}
