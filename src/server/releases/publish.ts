import { itemsOf, type Items } from '@/core/document/item';
import { effectiveLibrary, type Generation } from '@/core/library/effective';
import {
  bumpOf,
  composeRelease,
  ledgerOf,
  type LedgerEntry,
  type LibraryState,
} from '@/core/releases/ledger';
import { unmetNeeds } from '@/core/releases/closure';
import {
  compareVersions,
  isCandidate,
  nextCandidate,
  nextVersion,
  versionOfCandidate,
} from '@/core/releases/version';
import { releaseNotes } from '@/core/releases/notes';
import { Resolution } from '@/core/tokens/resolve';
import type { DocumentRow } from '../access/authorise';
import { draftOf, loadDocument, type DraftRow } from '../documents/store';
import { deliverRelease } from '../outputs/deliveries';
import { badRequest, Problem } from '../http/problem';
import { personIn, useCase, type Work } from '../use-case';
import { lastReleaseOf, withdrawalOf, withdrawalsOf } from './standing';
import { takeUnasked } from './take-unasked';
import { announceOffer, closeOffers, tellOffer } from './tell';
import {
  ancestorsOf,
  lineageOf,
  releaseItems,
  releaseNamed,
  releasesOf,
  storeRelease,
  toldOf,
  type ReleaseRow,
} from './store';

/** A body of items joined with what it inherits, and resolved. */
export function stateOf(ancestors: readonly Generation[], items: Items): LibraryState {
  const effective = effectiveLibrary([...ancestors, { name: '', version: '', items }]);
  return { items: effective.authored, resolution: new Resolution(effective.system) };
}

/** What a body of items changes, held against the last release. */
async function sinceLast(work: Work, row: DocumentRow, items: Items, last: ReleaseRow | undefined) {
  const lastItems: Items = last ? await releaseItems(work.trx, last.id) : new Map();
  const before = last ? stateOf((await lineageOf(work, lastItems)).generations, lastItems) : undefined;
  return ledgerOf(before, stateOf(await ancestorsOf(work, items), items));
}

/** Stores a release, tells who uses the library, and has outputs delivered; of a candidate nothing is delivered. */
async function release(
  work: Work,
  row: DocumentRow,
  draft: DraftRow,
  made: { version: string; items: Items; ledger: readonly LedgerEntry[]; summary: string },
): Promise<{ id: string; version: string }> {
  const { version, items } = made;
  const changes = made.ledger.flatMap((entry) => entry.changes);
  const at = work.now();
  const body = releaseNotes(`${version} - ${at.slice(0, 10)}`, changes);
  const summary = made.summary.trim();
  const id = work.newId('release');
  await storeRelease(
    work.trx,
    {
      id,
      document_id: row.id,
      line_id: draft.line_id!,
      version,
      author_id: personIn(work),
      at,
      notes: summary ? body.replace('\n', `\n\n${summary}\n`) : body,
      changes: JSON.stringify(changes),
    },
    items,
  );
  const isToTry = isCandidate(version);
  const tried = (await releasesOf(work.trx, row.id)).map((one) => one.version).filter(isCandidate);
  await closeOffers(
    work,
    row,
    tried.filter((one) => compareVersions(one, version) < 0),
  );
  if (!isToTry) await takeUnasked(work, row, version);
  await tellOffer(work, row, version);
  if (!isToTry) {
    const document = await loadDocument(work.trx, draft, 'library');
    await deliverRelease(work, row, version, itemsOf(document.items, 'output'));
  }
  await announceOffer(work, row);
  return { id, version };
}

/** Makes an immutable release of a draft, less what is left out, and tells the teams of products that have it pinned. */
const publish = useCase('releases.publish', {
  needs: 'maintainer',
  kind: 'library',
  document: (input) => input.slug,
  async run(work, input, row) {
    const { trx } = work;
    const draft = await draftOf(trx, row.id);
    if (draft.sequence !== input.sequence) {
      throw new Problem(
        409,
        'moved-on',
        'The draft has changed',
        'Something was changed after the ledger was read. Look at it again, then release.',
        { sequence: draft.sequence },
      );
    }
    const document = await loadDocument(trx, draft, 'library');
    const last = await lastReleaseOf(trx, row.id);
    const lastItems: Items = last ? await releaseItems(trx, last.id) : new Map();
    const items = composeRelease(lastItems, document.items, new Set(input.leftOut));
    const unmet = unmetNeeds(items, document.items);
    if (unmet.length > 0)
      throw new Problem(409, 'unmet', 'Something would be missing', unmet[0]!.message, { unmet });
    const ledger = await sinceLast(work, row, items, last);
    if (ledger.length === 0) throw badRequest('Nothing has changed since the last release.');
    const next = nextVersion(last?.version, bumpOf(ledger));
    const all = (await releasesOf(trx, row.id)).map((one) => one.version);
    const version = input.candidate ? nextCandidate(next, all) : next;
    if (version !== input.version) {
      throw new Problem(
        409,
        'version',
        'The version differs',
        `These changes make it ${version}, not ${input.version}. Look at the ledger again.`,
        { version },
      );
    }
    return release(work, row, draft, { version, items, ledger, summary: input.summary });
  },
});

/** Releases what a candidate holds, whatever has become of the draft since. */
const promote = useCase('releases.promote', {
  needs: 'maintainer',
  kind: 'library',
  document: (input) => input.slug,
  async run(work, input, row) {
    const candidate = await releaseNamed(work, row, input.version);
    if (!isCandidate(candidate.version)) throw badRequest(`${input.version} is released already.`);
    if (await withdrawalOf(work.trx, candidate.id))
      throw badRequest(`${input.version} is withdrawn. Offer it again, or release another candidate.`);
    const items = await releaseItems(work.trx, candidate.id);
    const last = await lastReleaseOf(work.trx, row.id);
    const ledger = await sinceLast(work, row, items, last);
    const version = versionOfCandidate(candidate.version);
    if (ledger.length === 0 || nextVersion(last?.version, bumpOf(ledger)) !== version)
      throw new Problem(
        409,
        'version',
        'The version differs',
        `${last?.version} was released after ${input.version}, and cannot be followed by ${version}. Release another candidate.`,
      );
    const draft = await draftOf(work.trx, row.id);
    return release(work, row, draft, { version, items, ledger, summary: input.summary });
  },
});

const list = useCase('releases.list', {
  needs: 'viewer',
  kind: 'library',
  document: (input) => input.slug,
  async run(work, _input, row) {
    const people = new Map(
      (await work.trx('people').select('id', 'name')).map((person: { id: string; name: string }) => [
        person.id,
        person.name,
      ]),
    );
    const releases = await releasesOf(work.trx, row.id);
    const withdrawn = await withdrawalsOf(work.trx, row.id);
    return {
      releases: await Promise.all(
        releases.map(async (release) => ({
          version: release.version,
          at: release.at,
          author: people.get(release.author_id) ?? '',
          withdrawn: withdrawn.get(release.id) ?? null,
          ...(await toldOf(work, release)),
        })),
      ),
    };
  },
});

export const publishUseCases = [publish, promote, list];
