import { setField } from '@/core/document/edits';
import { itemsOf } from '@/core/document/item';
import { takesUnasked } from '@/core/releases/version';
import type { DocumentRow } from '../access/authorise';
import { change } from '../documents/change';
import { draftOf, loadDocument } from '../documents/store';
import { Problem } from '../http/problem';
import type { Work } from '../use-case';
import { keepersOf, tellUsers } from './tell';
import { usersOf } from './users';

/**
 * Gives a release to the products whose pins take such releases unasked, and tells who maintains them. A product that nobody
 * maintains who may still read the library stays as it is.
 */
export async function takeUnasked(work: Work, row: DocumentRow, version: string): Promise<void> {
  const taken = new Map<string, string>();
  for (const { document: user } of await usersOf(work.trx, row.id)) {
    if (user.kind !== 'product') continue;
    const document = await loadDocument(work.trx, await draftOf(work.trx, user.id), 'product');
    const pin = itemsOf(document.items, 'pin').find(({ library }) => library.id === row.id);
    if (!pin || !takesUnasked(pin.policy, pin.version, version)) continue;
    if ((await keepersOf(work, user, row)).length === 0) continue;
    try {
      await change(work, user, {
        id: work.newId('change'),
        label: `Take ${row.name} ${version} unasked`,
        edits: [setField(pin, 'version', version)],
      });
    } catch (error) {
      // A component that is held would lose what it names: this one is to be reviewed.
      if (error instanceof Problem) continue;
      throw error;
    }
    taken.set(user.id, pin.version);
  }
  await tellUsers(work, row, (user) =>
    taken.has(user.id)
      ? {
          title: `${user.name} took ${row.name} ${version}`,
          body: `It had ${taken.get(user.id)}, and takes such releases unasked.`,
          href: `/products/${user.slug}`,
        }
      : undefined,
  );
}
