import { addItem, removeItem, setField } from '@/core/document/edits';
import { declare } from '@/core/intake/import';
import type { TokenItem } from '@/core/tokens/items';
import { printedObject } from '@/core/tokens/token-tree';
import { readJson } from '@/core/base/json/read';
import { writeJson } from '@/core/base/json/write';
import { aliasPath } from '@/core/tokens/references';
import { nameProblem } from '@/core/tokens/read';
import { readTyped, withValue } from '@/core/tokens/typed-value';
import type { OpenLibrary } from '@/editing/session/open-library';
import { tokenObject } from '@/core/tokens/build';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

function ownToken(
  library: OpenLibrary,
  path: string,
): { effective: TokenItem; own: TokenItem | undefined } | undefined {
  const id = library.tree.ids.get(path);
  const effective = id === undefined ? undefined : library.items.get(id);
  if (effective?.kind !== 'token') return undefined;
  const own = library.own.items.get(effective.id);
  return { effective, own: own?.kind === 'token' ? own : undefined };
}

/** What a layer says of a token, as typed. Of what is inherited, an override is made here; the ancestor is not touched. */
export function declareValue(
  library: OpenLibrary,
  { path, layer, text }: { path: string; layer: string; text: string },
): Command {
  const token = ownToken(library, path);
  if (!token) return refuse(`There is no token ${path}`, 'It may have been renamed or removed');
  if (!library.own.items.has(layer))
    return refuse(
      'This layer is inherited',
      'Set the value in a layer of this library, or change it in the library it comes from',
    );
  const type = library.resolution.variants(path).find(({ resolved }) => !resolved.failed)?.resolved.type;
  const typed = readTyped(text, type);
  if ('problem' in typed) return refuse(typed.problem, typed.fix);
  const target = typeof typed.value === 'string' ? aliasPath(typed.value) : undefined;
  if (target !== undefined && !library.tree.ids.has(target))
    return refuse(`There is no token ${target}`, 'Choose one from the list, or type a value');
  const old = token.effective.declarations[layer];
  const written = withValue(old && writeJson(printedObject(old, library.tree)), typed.value);
  const declaration = { ...old, ...declare(readJson(written) as never, library.tree.ids) };
  const label = `Set ${path} to ${text.trim().slice(0, 60)}`;
  if (token.own) return { label, edits: [setField(token.own, `declarations/${layer}`, declaration)] };
  return { label, edits: [addItem({ ...token.effective, declarations: { [layer]: declaration } })] };
}

/** Takes away what a layer says, so that a weaker one shows again. */
export function removeOverride(
  library: OpenLibrary,
  { path, layer }: { path: string; layer: string },
): Command {
  const own = ownToken(library, path)?.own;
  if (!own?.declarations[layer]) return refuse('This layer says nothing of it', 'Nothing to take away');
  if (Object.keys(own.declarations).length === 1)
    return { label: `Remove ${path}`, edits: [removeItem(own)] };
  return { label: `Clear ${path} in one layer`, edits: [setField(own, `declarations/${layer}`, null)] };
}

/** Sets or clears one `$` member of a token in the first layer of this library that speaks of it. */
export function setMember(
  library: OpenLibrary,
  { path, member, text }: { path: string; member: '$description' | '$deprecated'; text: string },
): Command {
  const own = ownToken(library, path)?.own;
  const [layer, declaration] = Object.entries(own?.declarations ?? {})[0] ?? [];
  if (!own || !layer || !declaration)
    return refuse(`${path} is inherited`, 'Change it in the library it comes from');
  const object = new Map(printedObject(declaration, library.tree));
  if (text.trim() === '') object.delete(member);
  else object.set(member, text.trim());
  const label =
    member === '$description'
      ? `Describe ${path}`
      : text.trim() === ''
        ? `Undeprecate ${path}`
        : `Deprecate ${path}`;
  return {
    label,
    edits: [setField(own, `declarations/${layer}`, { ...declaration, ...declare(object, library.tree.ids) })],
  };
}

/** A new token, in a group that is made where it does not exist yet. */
export function addToken(
  library: OpenLibrary,
  { path, type, text }: { path: string; type: string; text: string },
  newId: NewId,
): Command {
  const segments = path.trim().split('.');
  const wrong = segments.map(nameProblem).find(Boolean);
  if (wrong) return refuse(wrong, 'Write the path as group.name');
  if (library.tree.ids.has(path.trim()))
    return refuse(`There is already a token or group at ${path.trim()}`, 'Choose another path');
  const typed = readTyped(text, type);
  if ('problem' in typed) return refuse(typed.problem, typed.fix);
  return runCommand(library, newId, `Add ${path.trim()}`, (work) => {
    work.declare(path.trim(), {}, tokenObject(typed.value, type));
  });
}
