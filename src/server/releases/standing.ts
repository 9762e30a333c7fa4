import type { Knex } from 'knex';
import { compareVersions, isCandidate, type Withdrawal } from '@/core/releases/version';
import { releasesOf, type ReleaseRow } from './store';

interface EventRow extends Withdrawal {
  release_id: string;
  number: number;
  kind: 'withdrawn' | 'restored';
}

const eventsOf = async (trx: Knex, where: Record<string, string>): Promise<EventRow[]> =>
  trx('release_events')
    .join('releases', 'releases.id', 'release_events.release_id')
    .join('people', 'people.id', 'release_events.author_id')
    .where(where)
    .orderBy('release_events.number')
    .select('release_events.*', 'people.name as by');

const standing = ({ kind, reason, by, at }: EventRow): Withdrawal | undefined =>
  kind === 'withdrawn' ? { reason, by, at } : undefined;

function withdrawnIn(events: readonly EventRow[]): Map<string, Withdrawal> {
  const withdrawn = new Map<string, Withdrawal>();
  for (const event of events) {
    const now = standing(event);
    if (now) withdrawn.set(event.release_id, now);
    else withdrawn.delete(event.release_id);
  }
  return withdrawn;
}

/** The releases of a document that are withdrawn, by id. */
export const withdrawalsOf = async (trx: Knex, documentId: string): Promise<Map<string, Withdrawal>> =>
  withdrawnIn(await eventsOf(trx, { 'releases.document_id': documentId }));

/** The same of all documents. */
export const withdrawnNow = async (trx: Knex): Promise<Map<string, Withdrawal>> =>
  withdrawnIn(await eventsOf(trx, {}));

/** Why a release is withdrawn; null where it is not. */
export async function withdrawalOf(trx: Knex, releaseId: string): Promise<Withdrawal | null> {
  const last = (await eventsOf(trx, { 'releases.id': releaseId })).at(-1);
  return (last && standing(last)) ?? null;
}

/** Adds to what has become of a release. */
export async function addEvent(
  trx: Knex,
  releaseId: string,
  event: { kind: EventRow['kind']; reason: string; author_id: string; at: string },
): Promise<void> {
  const { length } = await eventsOf(trx, { 'releases.id': releaseId });
  await trx('release_events').insert({ release_id: releaseId, number: length + 1, ...event });
}

/** The release that a draft is held against: the newest that is no candidate. */
export const lastReleaseOf = async (trx: Knex, documentId: string): Promise<ReleaseRow | undefined> =>
  (await releasesOf(trx, documentId)).find(({ version }) => !isCandidate(version));

/**
 * What is offered of a document, newest first: releases that are not withdrawn; and the newest candidate, where it is for a
 * version that is still to come.
 */
export async function offeredOf(
  trx: Knex,
  documentId: string,
): Promise<{ releases: ReleaseRow[]; candidate: ReleaseRow | undefined }> {
  const withdrawn = await withdrawalsOf(trx, documentId);
  const all = await releasesOf(trx, documentId);
  const standing = all.filter(({ id }) => !withdrawn.has(id));
  return {
    releases: standing.filter(({ version }) => !isCandidate(version)),
    // Of all releases it is the newest: for a version that is out it is tried no more.
    candidate: standing.find((one) => one === all[0] && isCandidate(one.version)),
  };
}

/**
 * What is offered to who has a release: what came after it, newest first, and what there is to try; where what one has is
 * withdrawn and nothing came after, the newest there is.
 */
export async function offeredTo(
  trx: Knex,
  has: ReleaseRow,
): Promise<{ newer: ReleaseRow[]; candidate: ReleaseRow | undefined; withdrawn: Withdrawal | null }> {
  const { releases, candidate } = await offeredOf(trx, has.document_id);
  const withdrawn = await withdrawalOf(trx, has.id);
  const isNewer = (one: ReleaseRow) => compareVersions(one.version, has.version) > 0;
  const newer = releases.filter(isNewer);
  return {
    newer: newer.length === 0 && withdrawn ? releases.slice(0, 1) : newer,
    candidate: candidate && isNewer(candidate) ? candidate : undefined,
    withdrawn,
  };
}
