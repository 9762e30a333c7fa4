import { announceAccess } from './events';
import { useCase } from '../use-case';

/** Who may read a library or product: everybody of the workspace, or its team alone. */
const setVisibility = useCase('documents.setVisibility', {
  needs: 'owner',
  document: (input) => input.slug,
  async run(work, { visibility }, row) {
    await work.trx('documents').where({ id: row.id }).update({ visibility });
    work.afterCommit(announceAccess);
    return {};
  },
});

export const visibilityUseCases = [setVisibility];
