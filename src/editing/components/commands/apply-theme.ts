import { counted } from '@/core/base/words';
import { named } from '@/core/components/compose';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { notOwn, ownComponent } from '@/editing/components/own-component';

/** Components follow a theme from now on, instead of the one they followed; null: none. */
export function applyTheme(
  library: OpenLibrary,
  { theme: name, components }: { theme: string | null; components: string[] },
  newId: NewId,
): Command {
  const theme = name === null ? undefined : named(library.items, 'theme', { path: name });
  if (name !== null && !theme) return refuse(`There is no theme ${name}`, 'Choose one from the list');
  if (components.length === 0) return refuse('No component is chosen', 'Choose those that are to follow it');
  const own = components.map((one) => ownComponent(library, one));
  const missing = components.find((_, i) => !own[i]);
  if (missing !== undefined) return notOwn(missing);
  const about = components.length === 1 ? components[0]! : counted(components.length, 'component');
  return runCommand(
    library,
    newId,
    theme ? `Apply theme ${theme.name} to ${about}` : `Remove theme from ${about}`,
    (work) => {
      for (const component of own)
        work.set(component!.id, 'theme', theme ? { id: theme.id, path: theme.name } : null);
    },
  );
}
