import { setField } from '@/core/document/edits';
import { declare } from '@/core/intake/import';
import { printedObject } from '@/core/tokens/token-tree';
import { readJson } from '@/core/base/json/read';
import { writeJson } from '@/core/base/json/write';
import type { TokenItem } from '@/core/tokens/items';
import { withValue } from '@/core/tokens/typed-value';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type Command, type NewId } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { readFor } from '@/editing/tokens/read-for';
import { ownToken } from '@/editing/tokens/own-token';

/** What a layer says of a token, as typed. Of what is inherited, an override is made here; the ancestor is not touched. */
export function declareValue(
  library: OpenLibrary,
  { path, layer, text }: { path: string; layer: string; text: string },
  newId: NewId,
): Command {
  const token = ownToken(library, path);
  if (!token) return refuse(`There is no token ${path}`, 'It may have been renamed or removed');
  if (!library.own.items.has(layer))
    return refuse(
      'This layer is inherited',
      'Set the value in a layer of this library, or change it in the library it comes from',
    );
  const type = library.resolution.variants(path).find(({ resolved }) => !resolved.failed)?.resolved.type;
  const typed = readFor(library, text, type);
  if ('problem' in typed) return refuse(typed.problem, typed.fix);
  const old = token.effective.declarations[layer];
  const written = withValue(old && writeJson(printedObject(old, library.tree)), typed.value);
  const declaration = { ...old, ...declare(readJson(written) as never, library.tree.ids) };
  const label = `Set ${path} to ${text.trim().slice(0, 60)}`;
  return runCommand(library, newId, label, (work) => {
    if (token.own) work.apply(setField(token.own, `declarations/${layer}`, declaration));
    else work.add({ ...token.effective, declarations: { [layer]: declaration } });
    if (typed.beside) work.extend(work.ownAt(path) as TokenItem, layer, typed.beside);
  });
}
