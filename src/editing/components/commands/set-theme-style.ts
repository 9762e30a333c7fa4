import type { StyleRule } from '@/core/components/definition';
import {
  elementLabel,
  isThemeElement,
  THEME_ELEMENTS,
  THEME_STATES,
  type ThemeElement,
} from '@/core/components/theme';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { behind, notOwn } from '@/editing/components/own-component';
import { ownTheme, stateOf } from '@/editing/components/own-theme';
import { withDeclarations } from '@/editing/components/typed-declarations';

/** What a theme says of an element, at rest or in a state, as declarations of CSS; none: nothing any more. */
export function setThemeStyle(
  library: OpenLibrary,
  {
    theme: name,
    element,
    state,
    text,
  }: { theme: string; element: string; state: string | null; text: string },
  newId: NewId,
): Command {
  const theme = ownTheme(library, name);
  if (!theme) return notOwn(name);
  if (!isThemeElement(element))
    return refuse(
      `A theme has no style for ${element}`,
      `Use one of ${Object.keys(THEME_ELEMENTS).join(', ')}`,
    );
  if (state !== null && !THEME_STATES.some((one) => one === state))
    return refuse(`There is no state ${state}`, `Use one of ${THEME_STATES.join(', ')}`);
  const [id, known] = Object.entries(theme.entries).find(
    ([, entry]) => entry.kind === 'rule' && entry.part === element && stateOf(entry) === state,
  ) ?? [newId('entry'), undefined];
  const blank: StyleRule = {
    order: known?.order ?? behind(theme.entries),
    kind: 'rule',
    when: state === null ? [] : [{ kind: 'state', state }],
    part: element,
    declarations: [],
    comment: '',
  };
  const read = withDeclarations(library, blank, text);
  if ('refused' in read) return read.refused;
  const where = `${elementLabel(element as ThemeElement)}${state === null ? '' : ` (${state})`}`;
  return runCommand(library, newId, `Edit ${where} of theme ${name}`, (work) =>
    work.set(theme.id, `entries/${id}`, read.rule.declarations.length === 0 ? null : read.rule),
  );
}
