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

/** Adds the tokens of an inset, `values` in the order of its form: sizes or `{references}`. */
export function addInset(
  library: OpenLibrary,
  { path, form, values }: { path: string; form: InsetForm; values: string[] },
  newId: NewId,
): Command {
  const tokens = INSET_FORMS[form].map((name, i) => ({
    path: name === '' ? path.trim() : `${path.trim()}.${name}`,
    type: 'dimension',
    text: values[i] ?? '',
  }));
  return addAll(library, newId, path.trim(), `Add the inset ${path.trim()}`, tokens);
}

/** Adds what a layout grid is from one width upward. */
export function addGridStep(
  library: OpenLibrary,
  {
    grid,
    name,
    from,
    columns,
    margin,
    gutter,
  }: { grid: string; name: string; from: string; columns: string; margin: string; gutter: string },
  newId: NewId,
): Command {
  const path = `${grid.trim()}.${name.trim()}`;
  const count = Number(columns);
  if (!Number.isInteger(count) || count < 1 || count > 48)
    return refuse(`${columns || 'Nothing'} is not a number of columns`, 'Use a whole number from 1 to 48');
  const tokens = [
    ...(from.trim() === '' ? [] : [{ path: `${path}.from`, type: 'dimension', text: from }]),
    { path: `${path}.columns`, type: 'number', text: columns },
    { path: `${path}.margin`, type: 'dimension', text: margin },
    { path: `${path}.gutter`, type: 'dimension', text: gutter },
  ];
  return addAll(library, newId, path, `Add ${name.trim()} to the layout grid ${grid.trim()}`, tokens);
}

function addAll(
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
