import { itemsOf } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';
import type { NewId, Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { notOwn } from '@/editing/components/own-component';
import { ownTheme } from '@/editing/components/own-theme';

/** Removes a theme; what followed it follows none. */
export function removeTheme(library: OpenLibrary, { theme: name }: { theme: string }, newId: NewId): Command {
  const theme = ownTheme(library, name);
  if (!theme) return notOwn(name);
  return runCommand(library, newId, `Remove theme ${name}`, (work) => {
    for (const component of itemsOf(work.own, 'component'))
      if (component.theme && (component.theme.id ?? theme.id) === theme.id)
        work.set(component.id, 'theme', null);
    work.remove(theme.id);
  });
}
