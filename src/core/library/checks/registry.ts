import { registryOf } from '../../base/registry';
import { worstFirst, type Finding } from '../../findings/finding';
import type { ItemChanged } from '../../document/changed';
import type { Item } from '../../document/item';
import type { LibraryCheck, LibraryCheckInput } from './check';
import { iconSizeMissing } from './icon-size-missing';
import { nameMissing } from './name-missing';

export const LIBRARY_CHECKS: ReadonlyMap<string, LibraryCheck> = registryOf(
  [nameMissing, iconSizeMissing],
  ({ code }) => code,
);

/** What the checks across kinds of items found of each item, so that after a change only other items are looked at. */
export class LibraryCheckResults {
  private constructor(
    private readonly reads: ReadonlyMap<LibraryCheck, readonly unknown[]>,
    private readonly found: ReadonlyMap<LibraryCheck, ReadonlyMap<string, Finding[]>>,
  ) {}

  /** @param before what was found of others, of which these items differ in `changed` alone */
  static of(
    input: LibraryCheckInput,
    before?: { results: LibraryCheckResults; changed: readonly ItemChanged[] },
  ): LibraryCheckResults {
    const reads = new Map([...LIBRARY_CHECKS.values()].map((check) => [check, check.reads(input)]));
    const found = new Map<LibraryCheck, Map<string, Finding[]>>();
    for (const [check, now] of reads) {
      const known = before?.results.reads.get(check)?.every((one, i) => one === now[i]);
      const own = new Map(known ? before!.results.found.get(check) : []);
      const put = (item: Item) => {
        const list = check.of(input, item);
        if (list.length > 0) own.set(item.id, list);
        else own.delete(item.id);
      };
      if (known)
        for (const change of before!.changed) {
          if (change.after) put(change.after);
          else own.delete(change.before!.id);
        }
      else for (const item of input.items.values()) put(item);
      found.set(check, own);
    }
    return new LibraryCheckResults(reads, found);
  }

  /** Worst first. */
  all(): Finding[] {
    return [...this.found.values()].flatMap((own) => [...own.values()].flat()).sort(worstFirst);
  }
}
