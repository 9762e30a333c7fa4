import { counted } from '@/core/base/words';
import type { Edit } from '@/core/document/edits';
import type { DocumentRow } from '../access/authorise';
import { keepFile } from '../assets/files';
import { change } from '../documents/change';
import { draftOf, loadDocument } from '../documents/store';
import { badRequest } from '../http/problem';
import { ancestorsOf } from '../releases/store';
import type { Work } from '../use-case';
import type { FilesAsked, FilesRead } from './read-files';

/** Edits of one change set; more become several, each undone by itself. */
const MOST_EDITS = 5_000;

/** What files are held against: a library as it stands, and what it inherits. */
export async function heldAgainst(work: Work, row: DocumentRow): Promise<Omit<FilesAsked, 'files'>> {
  const { items } = await loadDocument(work.trx, await draftOf(work.trx, row.id), 'library');
  const ancestors = await ancestorsOf(work, items);
  return {
    items: [...items.values()],
    ancestors: ancestors.map(({ name, version, items: of }) => ({ name, version, items: [...of.values()] })),
  };
}

/** @throws Problem 400 where something in the files is wrong */
export function refuseErrors({ findings }: FilesRead): void {
  const errors = findings.filter(({ level }) => level === 'error');
  if (errors.length > 0) throw badRequest(`${errors[0]!.message}. Nothing was changed.`, { findings });
}

/** Stores what was read of files, with the drawings these name. */
export async function storeImport(
  work: Work,
  row: DocumentRow,
  { edits, drawings }: FilesRead,
  names: readonly string[],
): Promise<void> {
  for (const drawing of drawings) await keepFile(work.trx, row.id, drawing);
  const what = `Import ${names.length === 1 ? names[0] : counted(names.length, 'file')}`;
  const parts: Edit[][] = [];
  for (let at = 0; at < edits.length; at += MOST_EDITS) parts.push(edits.slice(at, at + MOST_EDITS));
  for (const [at, part] of parts.entries()) {
    const label = parts.length === 1 ? what : `${what}, part ${at + 1} of ${parts.length}`;
    await change(work, row, { id: work.newId('change'), label, edits: part });
  }
}
