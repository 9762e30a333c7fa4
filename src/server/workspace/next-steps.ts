import { itemsOf, type Item, type Items } from '@/core/document/item';
import { kindOf } from '@/core/kinds/registry';
import { changedIds } from '@/core/releases/changed-ids';
import { nextSteps, type LibraryStanding, type ProductStanding } from '@/core/releases/next-steps';
import { allReadable } from '../access/authorise';
import { draftOf, loadDocument } from '../documents/store';
import { noticesOf } from '../people/inbox';
import { lastReleaseOf, offeredTo } from '../releases/standing';
import { pinnedRelease, releaseItems } from '../releases/store';
import { useCase, type Work } from '../use-case';
import { startingLibraries } from './settings';

/** What is offered to the document that an item like this stands in: a pin, a parent. */
async function offerOf(work: Work, naming: Item) {
  const pinned = await pinnedRelease(work, naming);
  if (!pinned) return undefined;
  const { library, release } = pinned;
  const { newer, withdrawn } = await offeredTo(work.trx, release);
  return {
    library: library.name,
    slug: library.slug,
    version: release.version,
    withdrawn: withdrawn?.reason ?? null,
    newest: newer[0]?.version ?? null,
  };
}

const changed = new WeakMap<Items, { since: Items; isChanged: boolean }>();

/** Kept with the draft as it stands: of a large library it takes its time. */
function isChanged(since: Items, items: Items): boolean {
  const known = changed.get(items);
  if (known?.since === since) return known.isChanged;
  const found = changedIds(since, items).ids.size > 0;
  changed.set(items, { since, isChanged: found });
  return found;
}

const steps = useCase('people.nextSteps', {
  needs: 'signed-in',
  async run(work) {
    const { trx } = work;
    const libraries: LibraryStanding[] = [];
    const products: ProductStanding[] = [];
    const readable = [];
    for (const { id, kind, name, slug, role } of await allReadable(work)) {
      const last = kind === 'library' ? await lastReleaseOf(trx, id) : undefined;
      if (last) readable.push({ id, name, slug, version: last.version });
      if (role !== 'maintainer' && role !== 'owner') continue;
      const { items } = await loadDocument(trx, await draftOf(trx, id), kind);
      const naming = [...items.values()].filter((item) => kindOf(item).pinned);
      const offers = (await Promise.all(naming.map((item) => offerOf(work, item)))).filter(
        (offer) => offer !== undefined,
      );
      if (kind === 'product') {
        products.push({ name, slug, screens: itemsOf(items, 'screen').length, pins: offers });
        continue;
      }
      libraries.push({
        name,
        slug,
        isEmpty: itemsOf(items, 'token').length === 0 && offers.length === 0,
        last: last?.version ?? null,
        isChanged: last ? isChanged(await releaseItems(trx, last.id), items) : items.size > 0,
        parent: offers[0] ?? null,
      });
    }
    const told = (await noticesOf(work)).filter((notice) => notice.read_at === null);
    const starting = await startingLibraries(trx);
    const first = readable.filter(({ id }) => starting.includes(id));
    return { steps: nextSteps(libraries, products, told, [...first, ...readable]) };
  },
});

export const nextStepUseCases = [steps];
