import type { Knex } from 'knex';
import { PREVIEW_WIDTHS } from '@/api/limits';
import { named, readable } from '../access/authorise';
import { badRequest } from '../http/problem';
import { offeredOf } from '../releases/standing';
import { useCase } from '../use-case';

/** The widths specimens are looked at in, narrow ones first. */
export async function previewWidths(trx: Knex): Promise<number[]> {
  const row = await trx('workspace').where({ key: 'previewWidths' }).first();
  return row ? (JSON.parse(row.value) as number[]) : [...PREVIEW_WIDTHS];
}

const setWidths = useCase('workspace.setWidths', {
  needs: 'administrator',
  async run({ trx }, input) {
    const widths = [...new Set(input.widths)].sort((a, b) => a - b);
    await trx('workspace')
      .insert({ key: 'previewWidths', value: JSON.stringify(widths) })
      .onConflict('key')
      .merge();
    return { widths };
  },
});

const STARTING = 'startingLibraries';

/** Ids of the libraries that new products are offered first. */
export async function startingLibraries(trx: Knex): Promise<string[]> {
  const row = await trx('workspace').where({ key: STARTING }).first();
  return row ? (JSON.parse(row.value) as string[]) : [];
}

const setStarting = useCase('workspace.setStarting', {
  needs: 'administrator',
  async run(work, { libraries }) {
    const ids: string[] = [];
    for (const slug of new Set(libraries)) {
      const library = await named(work, 'library', slug);
      if ((await offeredOf(work.trx, library.id)).releases.length === 0)
        throw badRequest(`${library.name} has no release yet, so that no product can be pinned to it.`);
      ids.push(library.id);
    }
    // What this administrator may not read stays as it is.
    for (const id of await startingLibraries(work.trx)) if (!(await readable(work, { id }))) ids.push(id);
    await work
      .trx('workspace')
      .insert({ key: STARTING, value: JSON.stringify(ids) })
      .onConflict('key')
      .merge();
    return {};
  },
});

export const settingsUseCases = [setWidths, setStarting];
