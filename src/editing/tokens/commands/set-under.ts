import { printedObject } from '@/core/tokens/token-tree';
import { type JsonObject } from '@/core/base/json/json';
import { writeJson } from '@/core/base/json/write';
import { readJson } from '@/core/base/json/read';
import { aliasPath } from '@/core/tokens/references';
import type { TokenItem } from '@/core/tokens/items';
import { typeOf } from '@/core/tokens/normalise';
import type { OpenLibrary } from '@/editing/session/open-library';
import { readFor } from '@/editing/tokens/read-for';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand, type DraftTransaction } from '@/editing/session/draft-transaction';

interface Setting {
  when: Record<string, string>;
  text: string;
}

/** Sets a value under contexts for which this library may have no layer yet; others besides, in the same change. */
export function setUnder(
  library: OpenLibrary,
  { path, also = [], ...first }: Setting & { path: string; also?: Setting[] },
  newId: NewId,
): Command {
  const under = Object.values(first.when).join(' and ') || 'every context';
  return runCommand(library, newId, `Set ${path} under ${under}`, (work) => {
    for (const setting of [first, ...also]) {
      const refused = setOne(library, work, path, setting);
      if (refused) return refused;
    }
    return undefined;
  });
}

function setOne(
  library: OpenLibrary,
  work: DraftTransaction,
  path: string,
  { when, text }: Setting,
): Command | undefined {
  const id = work.tree.ids.get(path);
  const item = id === undefined ? undefined : work.items.get(id);
  if (item?.kind !== 'token')
    return refuse(`There is no token ${path}`, 'It may have been renamed or removed');
  const typed = readFor(library, text, typeOf(library.resolution, path));
  if ('problem' in typed) return refuse(typed.problem, typed.fix);
  const alias = typeof typed.value === 'string' && aliasPath(typed.value) !== undefined;
  const layer = work.layer(when, item);
  const old = item.declarations[layer];
  const object = old ? new Map(printedObject(old, library.tree)) : (readJson('{}') as JsonObject);
  object.delete('$ref');
  object.set('$value', typed.value);
  if (!old && !alias && typeof typed.value !== 'string') {
    const type = typeOf(library.resolution, path);
    if (type) object.set('$type', type);
  }
  work.declare(path, when, readJson(writeJson(object)) as JsonObject);
  if (typed.beside) work.extend(work.ownAt(path) as TokenItem, layer, typed.beside);
  return undefined;
}
