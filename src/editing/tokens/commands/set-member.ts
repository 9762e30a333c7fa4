import { setField } from '@/core/document/edits';
import { declare } from '@/core/intake/import';
import { printedObject } from '@/core/tokens/token-tree';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type Command } from '@/editing/session/command';
import { ownToken } from '@/editing/tokens/own-token';

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
