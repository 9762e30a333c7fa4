import type { TokenItem } from '@/core/tokens/items';
import { printedObject } from '@/core/tokens/token-tree';
import { jsonObject, type Json, type JsonObject } from '@/core/base/json/json';
import { aliasPath } from '@/core/tokens/references';
import { typeOf } from '@/core/tokens/normalise';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { atSource, pathProblem } from '@/editing/tokens/paths';

/**
 * Gives a raw value a token of its own, and refers to it from where it stood: a primitive below a purpose, or a purpose
 * above a primitive.
 */
export function promote(
  library: OpenLibrary,
  { path, layer, to }: { path: string; layer: string; to: string },
  newId: NewId,
): Command {
  return runCommand(library, newId, `Create token ${to} from the value of ${path}`, (work) => {
    const item = work.ownAt(path);
    if (item?.kind !== 'token' || !item.declarations[layer]) return atSource(path);
    const wrong = pathProblem(library, to);
    if (wrong) return wrong;
    const object = printedObject(item.declarations[layer]!, work.tree);
    const value = object.get('$value');
    if (value === undefined || (typeof value === 'string' && aliasPath(value) !== undefined))
      return refuse(`${path} refers to a token already`, 'There is no raw value here');
    const type = typeOf(library.resolution, path);
    work.declare(
      to,
      {},
      jsonObject([...(type ? ([['$type', type]] as [string, Json][]) : []), ['$value', value]]) as JsonObject,
    );
    work.redeclare(work.own.get(item.id) as TokenItem, layer, `{${to}}`);
    return undefined;
  });
}
