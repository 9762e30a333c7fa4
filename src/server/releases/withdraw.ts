import { badRequest } from '../http/problem';
import { personIn, useCase } from '../use-case';
import { parentReview, upgradeReview } from './reviews';
import { addEvent, offeredOf, withdrawalOf } from './standing';
import { releaseNamed } from './store';
import { announceOffer, closeOffers, tellOffer, tellUsers } from './tell';

/** Stops offering a release, and tells who has it. It stays as it is for them. */
const withdraw = useCase('releases.withdraw', {
  needs: 'maintainer',
  kind: 'library',
  document: (input) => input.slug,
  async run(work, input, row) {
    const { trx } = work;
    const gone = await releaseNamed(work, row, input.version);
    if (await withdrawalOf(trx, gone.id)) throw badRequest(`${input.version} is withdrawn already.`);
    const reason = input.reason.trim();
    if (reason === '') throw badRequest('Say why it is withdrawn: who has it is told.');
    await addEvent(trx, gone.id, { kind: 'withdrawn', reason, author_id: personIn(work), at: work.now() });
    await closeOffers(work, row, [gone.version]);
    const [instead] = (await offeredOf(trx, row.id)).releases;
    const other = instead && instead.version !== input.version ? instead.version : undefined;
    await tellUsers(work, row, (user, has) =>
      has === input.version
        ? {
            title: `${row.name} ${has} was withdrawn; ${user.name} ${user.kind === 'product' ? 'has it' : 'inherits from it'}`,
            body: reason,
            href:
              user.kind === 'product'
                ? other === undefined
                  ? `/products/${user.slug}`
                  : upgradeReview(user.slug, row.slug, other)
                : other === undefined
                  ? `/libraries/${user.slug}/releases`
                  : parentReview(user.slug, other),
          }
        : undefined,
    );
    await announceOffer(work, row);
    return {};
  },
});

/** Offers a release that was withdrawn again. */
const restore = useCase('releases.restore', {
  needs: 'maintainer',
  kind: 'library',
  document: (input) => input.slug,
  async run(work, input, row) {
    const found = await releaseNamed(work, row, input.version);
    if (!(await withdrawalOf(work.trx, found.id))) throw badRequest(`${input.version} is not withdrawn.`);
    await addEvent(work.trx, found.id, {
      kind: 'restored',
      reason: '',
      author_id: personIn(work),
      at: work.now(),
    });
    // What was told of it was taken back as it was withdrawn.
    const { releases, candidate } = await offeredOf(work.trx, row.id);
    if (found.id === releases[0]?.id || found.id === candidate?.id) await tellOffer(work, row, found.version);
    await announceOffer(work, row);
    return {};
  },
});

export const withdrawUseCases = [withdraw, restore];
