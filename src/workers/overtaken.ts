import type { ProblemReport } from '@/api/document-protocol';
import type { LoggedChangeSet } from '@/core/document/change-set';
import { equal, fieldOf, type Edit } from '@/core/document/edits';
import type { Items } from '@/core/document/item';

/** What one began from, and what has come since. */
interface Since {
  /** What others have stored since one began. */
  others: readonly LoggedChangeSet[];
  /** The document as it stands. */
  items: Items;
  personName(id: string): string;
}

/** What somebody else has set meanwhile in a field that planned edits set too; undefined where nothing has to be asked. */
export function overtaken(
  planned: { label: string; edits: Edit[] },
  { others, items, personName }: Since,
): ProblemReport | undefined {
  for (const [at, edit] of planned.edits.entries()) {
    if (edit.kind !== 'set') continue;
    const by = others.findLast(({ edits }) =>
      edits.some((other) => other.item === edit.item && meets(other.path, edit.path)),
    );
    const item = items.get(edit.item);
    const present = item && fieldOf(item, edit.path);
    if (!by || equal(present, edit.after)) continue;
    const author = personName(by.author);
    return {
      code: 'moved-on',
      title: 'Edited by someone else while you typed',
      detail: `${author} changed this value while you typed. Choose which one to keep.`,
      planned,
      clashes: [
        {
          edit: at,
          item: edit.item,
          path: edit.path,
          reason: 'moved-on',
          message: '',
          expected: null,
          present: present ?? null,
          wanted: edit.after,
          author,
          at: by.at,
        },
      ],
    };
  }
  return undefined;
}

const meets = (a: string, b: string) => a === b || a.startsWith(`${b}/`) || b.startsWith(`${a}/`);
