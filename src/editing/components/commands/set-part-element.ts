import { isThemeElement, THEME_ELEMENTS } from '@/core/components/theme';
import { ordersAfter } from '@/core/document/order';
import { ordered } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { notOwn, ownComponent, partProblem, usedComponent } from '@/editing/components/own-component';

/** Which element of a theme a part is: `none`, or null: as its tag says. */
export function setPartElement(
  library: OpenLibrary,
  { component: name, part, element }: { component: string; part: string; element: string | null },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const used = usedComponent(library, name);
  if (!component || !used) return notOwn(name);
  const problem = partProblem(used, part);
  if (problem) return problem;
  if (element !== null && element !== 'none' && !isThemeElement(element))
    return refuse(
      `A theme has no style for ${element}`,
      `Use one of ${Object.keys(THEME_ELEMENTS).join(', ')}, none`,
    );
  const known = ordered(component.parts).find((one) => one.name === part);
  const {
    id = newId('part'),
    element: _was,
    ...rest
  } = known ?? {
    order: ordersAfter(ordered(component.parts).at(-1)?.order ?? null, 1)[0]!,
    name: part,
    shows: 'nothing' as const,
    description: '',
  };
  return runCommand(library, newId, `Set theme element of ${part} in ${name}`, (work) =>
    work.set(component.id, `parts/${id}`, { ...rest, ...(element !== null && { element }) }),
  );
}
