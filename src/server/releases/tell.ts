import { compareVersions, isCandidate } from '@/core/releases/version';
import { readable, type DocumentRow } from '../access/authorise';
import { announceSurroundings } from '../documents/events';
import { draftOf } from '../documents/store';
import { addNotice, markDone } from '../people/notices';
import type { Work } from '../use-case';
import { parentReview, upgradeReview } from './reviews';
import { usersOf } from './users';

/** Who maintains a product or library that has named a release of another, and may read that one, by id. */
export async function keepersOf({ trx }: Work, user: DocumentRow, library: DocumentRow): Promise<string[]> {
  const members: { person_id: string }[] = await trx('memberships').where({ team_id: user.team_id }).whereIn('role', ['maintainer', 'owner']); // prettier-ignore
  const keepers: string[] = [];
  for (const { person_id: id } of members)
    if (await readable({ trx, actor: { kind: 'person', id } }, { id: library.id })) keepers.push(id);
  return keepers;
}

/** Tells who maintains the products and libraries that have named a release of a library, while they may read it. */
export async function tellUsers(
  work: Work,
  row: DocumentRow,
  notice: (user: DocumentRow, has: string) => { title: string; body: string; href: string } | undefined,
): Promise<void> {
  const { trx } = work;
  for (const { document: user, version: has } of await usersOf(trx, row.id)) {
    const told = notice(user, has);
    if (!told) continue;
    for (const person of await keepersOf(work, user, row))
      await addNotice(work, person, { kind: 'upgrade', documents: [row.id, user.id], ...told });
  }
}

/** Tells who has an older release of a library that there is another, for good or to try. */
export async function tellOffer(work: Work, row: DocumentRow, version: string): Promise<void> {
  const out = isCandidate(version) ? 'can be tried' : 'is out';
  await tellUsers(work, row, (user, has) => {
    if (compareVersions(has, version) >= 0) return undefined;
    return user.kind === 'product'
      ? {
          title: `${row.name} ${version} ${out}; ${user.name} has ${has}`,
          body: `See what it would change on the screens of ${user.name} before you take it.`,
          href: upgradeReview(user.slug, row.slug, version),
        }
      : {
          title: `${row.name} ${version} ${out}; ${user.name} inherits from ${has}`,
          body: `See what it would change in ${user.name} before you upgrade.`,
          href: parentReview(user.slug, version),
        };
  });
}

/** What has been told of a release that is no longer offered, or not for good, concerns nobody's inbox any more. */
export async function closeOffers(work: Work, row: DocumentRow, versions: readonly string[]): Promise<void> {
  if (versions.length === 0) return;
  for (const { document: user } of await usersOf(work.trx, row.id))
    for (const version of versions)
      await markDone(
        work,
        user.kind === 'product'
          ? upgradeReview(user.slug, row.slug, version)
          : parentReview(user.slug, version),
      );
}

/** Tells every tab of a library, and of what uses it, that other releases are offered. */
export async function announceOffer(work: Work, row: DocumentRow): Promise<void> {
  const ids = [row.id, ...(await usersOf(work.trx, row.id)).map(({ document }) => document.id)];
  for (const id of new Set(ids)) {
    const draft = await draftOf(work.trx, id);
    work.afterCommit(() => announceSurroundings(draft.id));
  }
}
