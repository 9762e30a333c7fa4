import { documentOf } from '@/core/document/change-set';
import type { Document } from '@/core/document/item';
import { importEdits } from '@/core/intake/import';
import { applyChangeSet } from '@/core/kinds/registry';
import { openTokens } from '@/core/tokens/open';

/** For tests: a library made by importing a token file, or imported into once more. */
export function imported(
  file: string,
  files: Record<string, string>,
  document: Document = documentOf('d', 'library', []),
): Document {
  let n = document.items.size;
  const opened = openTokens(file, files[file]!, (name) => files[name]);
  const { edits } = importEdits(document.items, opened, file, (prefix) => `${prefix}_${++n}`);
  const result = applyChangeSet(document, { edits });
  if ('clashes' in result) throw new Error(JSON.stringify(result.clashes[0]));
  return result.document;
}
