import { referencesIn } from '@/core/tokens/references';
import type { Typed } from '@/core/tokens/typed-composite';
import { readTyped } from '@/core/tokens/typed-value';
import type { OpenLibrary } from '@/editing/session/open-library';

/** A value as typed for a token of this library: each `{path}` in it leads to something that is there. */
export function readFor(library: OpenLibrary, text: string, type: string | undefined): Typed {
  const typed = readTyped(text, type);
  if ('problem' in typed) return typed;
  const missing = referencesIn(typed.value).find(
    ({ pointer, path }) => !pointer && !library.tree.ids.has(path),
  );
  return missing
    ? { problem: `There is no token ${missing.path}`, fix: 'Choose one from the list, or type a value' }
    : typed;
}
