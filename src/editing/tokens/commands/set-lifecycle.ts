import { declare } from '@/core/intake/import';
import type { TokenItem } from '@/core/tokens/items';
import { printedObject } from '@/core/tokens/token-tree';
import { type Json } from '@/core/base/json/json';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { atSource } from '@/editing/tokens/paths';

/** What a token is beside its value: tier, visibility, deprecation with replacement and date. */
interface Standing {
  tier?: 'primitive' | 'semantic' | 'component' | '';
  visibility?: 'released' | 'internal';
  deprecated?: { reason: string; replacement: string; date: string } | null;
}

export function setLifecycle(
  library: OpenLibrary,
  { paths, ...standing }: { paths: string[] } & Standing,
  newId: NewId,
): Command {
  const what =
    standing.deprecated !== undefined
      ? standing.deprecated
        ? 'Deprecate'
        : 'Undeprecate'
      : standing.visibility === 'internal'
        ? 'Make internal:'
        : standing.visibility === 'released'
          ? 'Include in releases:'
          : 'Set the tier of';
  const label = `${what} ${paths.length === 1 ? paths[0] : `${paths.length} tokens`}`;
  return runCommand(library, newId, label, (work) => {
    for (const path of paths) {
      const item = work.ownAt(path);
      const layer = Object.keys(item?.declarations ?? {})[0];
      if (!item || layer === undefined) return atSource(path);
      const members: Record<string, Json | undefined> = {};
      if (standing.tier !== undefined) members['tier'] = standing.tier === '' ? undefined : standing.tier;
      if (standing.visibility !== undefined)
        members['visibility'] = standing.visibility === 'internal' ? 'internal' : undefined;
      if (standing.deprecated !== undefined) {
        const { reason = '', replacement = '', date = '' } = standing.deprecated ?? {};
        if (replacement !== '' && !work.tree.ids.has(replacement))
          return refuse(`There is no token ${replacement}`, 'Choose one from the list');
        if (replacement === path) return refuse('A token cannot replace itself', 'Pick another');
        if (date !== '' && !/^\d{4}-\d{2}-\d{2}$/.test(date))
          return refuse(`“${date}” is no date`, 'Write it as 2027-03-31');
        members['replacement'] = replacement || undefined;
        members['retires'] = date || undefined;
        const object = new Map(printedObject(item.declarations[layer]!, work.tree));
        if (standing.deprecated)
          object.set('$deprecated', reason || (replacement ? `Use ${replacement}` : true));
        else object.delete('$deprecated');
        work.set(item.id, `declarations/${layer}`, {
          ...item.declarations[layer]!,
          ...declare(object, work.tree.ids),
        });
      }
      work.extend(work.own.get(item.id) as TokenItem, layer, members);
    }
    return undefined;
  });
}
