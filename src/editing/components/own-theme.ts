import type { StyleRule } from '@/core/components/definition';
import type { ThemeItem } from '@/core/components/theme';
import { itemsOf } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';

export const ownTheme = (library: OpenLibrary, name: string): ThemeItem | undefined =>
  itemsOf(library.own.items, 'theme').find((theme) => theme.name === name);

/** The state a rule of a theme is for; null: at rest. */
export function stateOf({ when }: Pick<StyleRule, 'when'>): string | null {
  const [first] = when;
  return first?.kind === 'state' ? first.state : null;
}
