import { named } from '../access/authorise';
import { setField } from '@/core/document/edits';
import { itemsOf } from '@/core/document/item';
import { heldWith } from '@/core/products/items';
import { compareVersions } from '@/core/releases/version';
import { change } from '../documents/change';
import { draftOf, loadDocument } from '../documents/store';
import { announceSurroundings } from '../documents/events';
import { badRequest } from '../http/problem';
import { upgradeReview } from '../releases/reviews';
import { noRelease, releaseOf } from '../releases/store';
import { markDone } from '../people/notices';
import { useCase } from '../use-case';

/** Takes another release of a library a product has pinned: one change set, to be undone like any other. */
const take = useCase('products.take', {
  needs: 'maintainer',
  kind: 'product',
  document: (input) => input.slug,
  async run(work, input, row) {
    const library = await named(work, 'library', input.library);
    if (!(await releaseOf(work.trx, library.id, input.version)))
      throw noRelease(input.version, input.library);
    const draft = await draftOf(work.trx, row.id);
    const document = await loadDocument(work.trx, draft, 'product');
    const pin = itemsOf(document.items, 'pin').find((other) => other.library.id === library.id);
    if (!pin) throw badRequest(`${row.name} does not use ${library.name}.`);
    if (pin.version === input.version)
      throw badRequest(`${row.name} has ${library.name} ${input.version} already.`);
    const held = input.hold ? heldWith(pin, input.hold) : pin.held;
    const verb = compareVersions(input.version, pin.version) > 0 ? 'Take' : 'Go back to';
    const entry = await change(work, row, {
      id: input.id,
      label: `${verb} ${library.name} ${input.version}`,
      edits: [
        setField(pin, 'version', input.version),
        ...[...new Set([...Object.keys(pin.held), ...Object.keys(held)])]
          .filter((id) => pin.held[id] !== held[id])
          .map((id) => setField(pin, `held/${id}`, held[id] ?? null)),
      ],
    });
    await markDone(work, upgradeReview(row.slug, library.slug, input.version));
    const libraryDraft = await draftOf(work.trx, library.id);
    work.afterCommit(() => announceSurroundings(libraryDraft.id));
    return entry;
  },
});

export const productUseCases = [take];
