import type { OpenLibrary } from '@/editing/session/open-library';
import { type NewId, type Command } from '@/editing/session/command';
import { INSET_FORMS, InsetForm, addAll } from '@/editing/foundations/insets';

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
