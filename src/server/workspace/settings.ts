import type { Knex } from 'knex';
import { PREVIEW_WIDTHS } from '@/api/limits';
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

export const settingsUseCases = [setWidths];
