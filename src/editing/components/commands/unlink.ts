import { themeOf } from '@/core/components/compose';
import { withoutThemeRules } from '@/core/components/theme';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent, usedComponent } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Cuts a variation loose: all it took over becomes its own. */
export function unlink(
  library: OpenLibrary,
  { component: name }: { component: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const used = usedComponent(library, name);
  if (!component || !used) return notOwn(name);
  if (!component.variationOf) return refuse(`${name} varies nothing`, 'There is nothing to cut');
  const source = component.variationOf.path;
  return runCommand(library, newId, `Cut ${name} loose from ${source}`, (work) => {
    work.remove(component.id);
    const theme = themeOf(component, library.effective.authored);
    work.add({
      ...withoutThemeRules(used),
      variationOf: null,
      bases: [],
      ...(theme && { theme: { id: theme.id, path: theme.name } }),
    });
  });
}
