import { itemsOf } from '@/core/document/item';
import { ordersAfter } from '@/core/document/order';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { notOwn } from '@/editing/components/own-component';
import { ownTheme } from '@/editing/components/own-theme';

/** Creates a theme, or names and describes one anew; `copy`: one whose styles it begins with. */
export function putTheme(
  library: OpenLibrary,
  {
    theme,
    name,
    description = '',
    copy,
  }: { theme?: string; name: string; description?: string; copy?: string },
  newId: NewId,
): Command {
  const own = theme === undefined ? undefined : ownTheme(library, theme);
  if (theme !== undefined && !own) return notOwn(theme);
  const said = name.trim();
  if (said === '' || said.length > 100)
    return refuse('A theme has a name', 'Write up to 100 characters, such as Quiet');
  const themes = itemsOf(library.items, 'theme');
  if (themes.some((other) => other.name === said && other.id !== own?.id))
    return refuse(`There is a theme ${said} already`, 'Choose another name');
  if (own)
    return runCommand(library, newId, `Edit theme ${own.name}`, (work) => {
      work.set(own.id, 'name', said);
      work.set(own.id, 'description', description.trim());
    });
  const source = copy === undefined ? undefined : themes.find((other) => other.name === copy);
  if (copy !== undefined && !source) return refuse(`There is no theme ${copy}`, 'Choose one from the list');
  return runCommand(library, newId, `Create theme ${said}`, (work) =>
    work.add({
      id: newId('theme'),
      kind: 'theme',
      name: said,
      description: description.trim(),
      entries: Object.fromEntries(
        Object.values(source?.entries ?? {}).map((entry) => [newId('entry'), entry]),
      ),
      order: ordersAfter(
        themes
          .map(({ order }) => order)
          .sort()
          .at(-1) ?? null,
        1,
      )[0]!,
    }),
  );
}
