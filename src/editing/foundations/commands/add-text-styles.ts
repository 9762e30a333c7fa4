import { jsonObject } from '@/core/base/json/json';
import { tokenObject } from '@/core/tokens/build';
import type { OpenLibrary } from '@/editing/session/open-library';
import { TEXT_ROLES, type TextRole } from '@/core/tokens/text-roles';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { roleStyles, sizeScale } from '@/editing/foundations/role-styles';

/** Makes the styles that a full set lacks: by a ratio, or, where that is null, of the sizes that are tokens already. */
export function addTextStyles(
  library: OpenLibrary,
  { roles, base, ratio }: { roles: TextRole[]; base: number; ratio: number | null },
  newId: NewId,
): Command {
  if (!(base >= 6 && base <= 100))
    return refuse(`A body size of ${base}px is out of range`, 'Choose one from 6 to 100px');
  if (ratio === null && !sizeScale(library))
    return refuse('The library has no scale of text sizes', 'Choose a ratio, or create a type scale first');
  if (ratio !== null && !(ratio > 1 && ratio <= 2))
    return refuse(`A ratio of ${ratio} is out of range`, 'Choose one above 1 and at most 2');
  const unknown = roles.find((role) => !TEXT_ROLES.includes(role));
  if (unknown !== undefined) return refuse(`${unknown} is no role`, `Choose among ${TEXT_ROLES.join(', ')}`);
  const taken = roleStyles(library, { roles, base, ratio }).find(({ path }) => library.tree.ids.has(path));
  if (taken)
    return refuse(`There is already a token or group at ${taken.path}`, 'Rename it, or leave that role out');
  return runCommand(library, newId, `Create ${roles.length} text styles`, (work) => {
    for (const { path, size, token, line, weight, family } of roleStyles(library, { roles, base, ratio }))
      work.declare(
        path,
        {},
        tokenObject(
          jsonObject([
            ['fontFamily', family.startsWith('{') ? family : [family]],
            ['fontSize', token === null ? jsonObject([['value', size], ['unit', 'px']]) : `{${token}}`],
            ['fontWeight', weight],
            ['letterSpacing', jsonObject([['value', 0], ['unit', 'px']])],
            ['lineHeight', Number((line / size).toFixed(4))],
          ]),
          'typography',
        ),
      );
  }); // prettier-ignore
}
