import { counted } from '@/core/base/words';
import { openDatabase, StartProblem } from '@/server/db/connection';
import { copyWorkspace, CopyProblem } from '@/server/db/copy';
import { dialectFor } from '@/server/db/dialects/registry';
import { readArguments, UsageError } from '../arguments';

/** Copies a workspace from one database to another, of whichever kind, and compares both. */
export async function run(words: string[]): Promise<number> {
  const { value } = readArguments(words, [], { values: { from: [], to: [] } });
  const [from, to] = ['from', 'to'].map((name) => {
    const given = value(name);
    if (given === undefined) throw new UsageError(`--${name} is missing.`);
    return given;
  }) as [string, string];
  const opened = [];
  try {
    const [source, target] = [dialectFor(from), dialectFor(to)];
    if (!source.isThere(from)) throw new CopyProblem(`There is no database ${source.told(from)}.`);
    const reading = await openDatabase(from);
    opened.push(reading);
    const writing = await openDatabase(to);
    opened.push(writing);
    const rows = await copyWorkspace(reading, writing);
    console.log(
      `Copied ${counted(rows, 'row')} from ${source.told(from)} to ${target.told(to)}; both hold the same.`,
    );
    return 0;
  } catch (error) {
    if (!(error instanceof CopyProblem || error instanceof StartProblem)) throw error;
    console.error(error.message);
    return 1;
  } finally {
    for (const knex of opened) await knex.destroy();
  }
}
