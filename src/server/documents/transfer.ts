import { Refusal } from '@/core/base/errors';
import { effectiveLibrary } from '@/core/library/effective';
import { transferOf, type Transfer } from '@/core/library/transfer';
import { ordered } from '@/core/document/item';
import { ancestorsOf } from '../releases/store';
import { named, type DocumentRow } from '../access/authorise';
import { badRequest } from '../http/problem';
import { useCase, type Work } from '../use-case';
import { change } from './change';
import { draftOf, loadDocument } from './store';

async function libraryOf(work: Work, row: DocumentRow) {
  const own = (await loadDocument(work.trx, await draftOf(work.trx, row.id), 'library')).items;
  const ancestors = await ancestorsOf(work, own);
  return { own, items: effectiveLibrary([...ancestors, { name: '', version: '', items: own }]).authored };
}

/** Moves or copies components to another library, in one step for both; `tryOnly` tells what would come along. */
const transfer = useCase('libraries.transfer', {
  needs: 'maintainer',
  kind: 'library',
  document: (input) => input.slug,
  async run(work, input, row) {
    const target = await named(work, 'library', input.to, 'maintainer');
    if (target.id === row.id) throw badRequest('Choose another library to transfer to.');
    const there = await libraryOf(work, target);
    let given: Transfer;
    try {
      given = transferOf(await libraryOf(work, row), there.items, input, work.newId);
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      throw badRequest(`${error.message}.`);
    }
    const { brought, mapped } = given;
    if (input.tryOnly) return { brought, mapped };
    const what = input.names.length === 1 ? input.names[0] : `${input.names.length} components`;
    for (const edit of given.there) {
      const item = edit.after as { kind: string; files?: Record<string, { order: string; hash: string }> };
      if (item.kind === 'asset')
        for (const { hash } of ordered(item.files ?? {}))
          await work.trx('document_files').insert({ document_id: target.id, hash }).onConflict().ignore();
    }
    await change(work, target, {
      id: work.newId('change'),
      label: `Add ${what} from ${row.name}`,
      edits: given.there,
    });
    if (given.here.length > 0)
      await change(work, row, {
        id: work.newId('change'),
        label: `Move ${what} to ${target.name}`,
        edits: given.here,
      });
    return { brought, mapped };
  },
});

export const transferUseCases = [transfer];
