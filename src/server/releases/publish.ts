import { itemsOf, type Items } from '@/core/document/item';
import { effectiveLibrary, type Generation } from '@/core/library/effective';
import { bumpOf, composeRelease, ledgerOf, type LibraryState } from '@/core/releases/ledger';
import { unmetNeeds } from '@/core/releases/closure';
import { compareVersions, nextVersion } from '@/core/releases/version';
import { releaseNotes } from '@/core/releases/notes';
import { Resolution } from '@/core/tokens/resolve';
import { announceSurroundings } from '../documents/events';
import { readable, type Actor } from '../access/authorise';
import { draftOf, loadDocument } from '../documents/store';
import { deliverRelease } from '../outputs/deliveries';
import { badRequest, Problem } from '../http/problem';
import { addNotice } from '../people/notices';
import { personIn, useCase } from '../use-case';
import { parentReview } from './parent';
import { usersOf } from './users';
import { ancestorsOf, lineageOf, releaseItems, releasesOf, storeRelease, toldOf } from './store';

/** A body of items joined with what it inherits, and resolved. */
export function stateOf(ancestors: readonly Generation[], items: Items): LibraryState {
  const effective = effectiveLibrary([...ancestors, { name: '', version: '', items }]);
  return { items: effective.authored, resolution: new Resolution(effective.system) };
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
    const [last] = await releasesOf(trx, row.id);
    const lastItems: Items = last ? await releaseItems(trx, last.id) : new Map();
    const items = composeRelease(lastItems, document.items, new Set(input.leftOut));
    const unmet = unmetNeeds(items, document.items);
    if (unmet.length > 0)
      throw new Problem(409, 'unmet', 'Something would be missing', unmet[0]!.message, { unmet });
    const before = last ? stateOf((await lineageOf(work, lastItems)).generations, lastItems) : undefined;
    const after = stateOf(await ancestorsOf(work, items), items);
    const ledger = ledgerOf(before, after);
    if (ledger.length === 0) throw badRequest('Nothing has changed since the last release.');
    const version = nextVersion(last?.version, bumpOf(ledger));
    if (version !== input.version) {
      throw new Problem(
        409,
        'version',
        'The version differs',
        `These changes make it ${version}, not ${input.version}. Look at the ledger again.`,
        { version },
      );
    }
    const changes = ledger.flatMap((entry) => entry.changes);
    const at = work.now();
    const body = releaseNotes(`${version} - ${at.slice(0, 10)}`, changes);
    const notes = input.summary.trim() ? body.replace('\n', `\n\n${input.summary.trim()}\n`) : body;
    const id = work.newId('release');
    await storeRelease(
      trx,
      {
        id,
        document_id: row.id,
        line_id: draft.line_id!,
        version,
        author_id: personIn(work),
        at,
        notes,
        changes: JSON.stringify(changes),
        withdrawn: null,
      },
      items,
    );

    for (const { document: user, version: has } of await usersOf(trx, row.id)) {
      if (compareVersions(has, version) >= 0) continue;
      const members = await trx('memberships')
        .where({ team_id: user.team_id })
        .whereIn('role', ['maintainer', 'owner']);
      for (const member of members) {
        const actor: Actor = { kind: 'person', id: member.person_id };
        if (!(await readable({ trx, actor }, { id: row.id }))) continue;
        await addNotice(work, member.person_id, {
          kind: 'upgrade',
          documents: [row.id, user.id],
          ...(user.kind === 'product'
            ? {
                title: `${row.name} ${version} is out; ${user.name} has ${has}`,
                body: `See what it would change on the screens of ${user.name} before you take it.`,
                href: `/products/${user.slug}/upgrade/${row.slug}/${version}`,
              }
            : {
                title: `${row.name} ${version} is out; ${user.name} inherits from ${has}`,
                body: `See what it would change in ${user.name} before you upgrade.`,
                href: parentReview(user.slug, version),
              }),
        });
      }
      const userDraft = await draftOf(trx, user.id);
      work.afterCommit(() => announceSurroundings(userDraft.id));
    }
    await deliverRelease(work, row, version, itemsOf(document.items, 'output'));
    work.afterCommit(() => announceSurroundings(draft.id));
    return { id, version };
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
    return {
      releases: await Promise.all(
        releases.map(async (release) => ({
          version: release.version,
          at: release.at,
          author: people.get(release.author_id) ?? '',
          ...(await toldOf(work, release)),
        })),
      ),
    };
  },
});

export const publishUseCases = [publish, list];
