import type { JsonObject } from '@/core/base/json/json';
import { tokenObject } from '@/core/tokens/build';
import { nameProblem } from '@/core/tokens/read';
import { readTyped } from '@/core/tokens/typed-value';
import { SIDES } from '@/core/tokens/spacing-sets';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** The tokens each form of an inset is made of; all sides are one token at the path itself. */
export const INSET_FORMS = {
  'all sides': [''],
  'block and inline': ['block', 'inline'],
  'single sides': [...SIDES],
} as const;

export type InsetForm = keyof typeof INSET_FORMS;

export function addAll(
  library: OpenLibrary,
  newId: NewId,
  path: string,
  label: string,
  tokens: { path: string; type: string; text: string }[],
): Command {
  const wrong = path.split('.').map(nameProblem).find(Boolean);
  if (wrong) return refuse(wrong, 'Write the path as group.name');
  if (library.tree.ids.has(path))
    return refuse(`There is already a token or group at ${path}`, 'Choose another name');
  const made: { path: string; object: JsonObject }[] = [];
  for (const token of tokens) {
    const typed = readTyped(token.text, token.type);
    if ('problem' in typed) return refuse(typed.problem, typed.fix);
    made.push({ path: token.path, object: tokenObject(typed.value, token.type) });
  }
  return runCommand(library, newId, label, (work) => {
    for (const token of made) work.declare(token.path, {}, token.object);
  });
}
