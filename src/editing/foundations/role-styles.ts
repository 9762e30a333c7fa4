import { isObject, type JsonObject } from '@/core/base/json/json';
import { authoredValue } from '@/core/tokens/references';
import { pxOf } from '@/core/tokens/types/dimension';
import { scaledSize, snappedLine } from '@/core/tokens/type-scale';
import type { OpenLibrary } from '@/editing/session/open-library';
import type { TextRole } from '@/core/tokens/text-roles';
import { textStyles } from '@/editing/foundations/queries/text-styles';

/** Where on a scale each role stands, from the size of the body text; headings are bold, what one presses is firm. */
export const PLACES: Readonly<Record<TextRole, { step: number; weight: number }>> = {
  h1: { step: 5, weight: 700 },
  h2: { step: 4, weight: 700 },
  h3: { step: 3, weight: 700 },
  h4: { step: 2, weight: 600 },
  h5: { step: 1, weight: 600 },
  h6: { step: 0, weight: 600 },
  'body large': { step: 1, weight: 400 },
  'body regular': { step: 0, weight: 400 },
  'body small': { step: -1, weight: 400 },
  label: { step: -1, weight: 600 },
  hint: { step: -1, weight: 400 },
  link: { step: 0, weight: 400 },
  button: { step: 0, weight: 600 },
};

/** The styles of the roles asked for, from a base size by a ratio; family and base follow the body text there is. */
export function roleStyles(
  library: OpenLibrary,
  { roles, base, ratio }: { roles: readonly TextRole[]; base: number; ratio: number },
): { role: TextRole; path: string; size: number; line: number; weight: number; family: string }[] {
  const group = textGroup(library);
  const { family, heading } = families(library);
  return roles.map((role) => {
    const { step, weight } = PLACES[role];
    const size = Math.max(12, scaledSize(base, ratio, step, 1));
    return {
      role,
      path: `${group}.${role.replace(' ', '-')}`,
      size,
      line: snappedLine(size, size > 1.5 * base ? 1.2 : 1.5, 4),
      weight,
      family: role.startsWith('h') && role !== 'hint' ? heading : family,
    };
  });
}

/** The group that most text styles stand in; `text` where there is none. */
export function textGroup(library: OpenLibrary): string {
  const counts = new Map<string, number>();
  for (const path of library.resolution.paths)
    if (library.resolution.value(path, 0)?.type === 'typography') {
      const group = path.split('.').slice(0, -1).join('.');
      counts.set(group, (counts.get(group) ?? 0) + 1);
    }
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] || 'text';
}

/** Families for text and for headings: as the styles there say, else the first family tokens, else the system's own. */
export function families(library: OpenLibrary): { family: string; heading: string } {
  const { resolution } = library;
  const said = (role: (name: string | undefined) => boolean) => {
    const style = textStyles(library, { lens: resolution.contexts[0] ?? {} }).styles.find((one) =>
      role(one.role),
    );
    const value = style && authoredValue(resolution.value(style.path, 0)!.from.declaration.object);
    const family = isObject(value ?? null) ? (value as JsonObject).get('fontFamily') : undefined;
    return typeof family === 'string' ? family : Array.isArray(family) ? String(family[0]) : undefined;
  };
  const token = resolution.paths.find((path) => resolution.value(path, 0)?.type === 'fontFamily');
  const family = said((role) => role?.startsWith('body') ?? false) ?? (token ? `{${token}}` : 'system-ui');
  return { family, heading: said((role) => /^h\d$/.test(role ?? '')) ?? family };
}

/** The size of the body text there is, in px; 16 where there is none. */
export function bodySize(library: OpenLibrary): number {
  const style = textStyles(library, { lens: library.resolution.contexts[0] ?? {} }).styles.find(
    ({ role }) => role === 'body regular',
  );
  const value = style && library.resolution.value(style.path, 0)?.value;
  const size = isObject(value ?? null) ? (value as JsonObject).get('fontSize') : undefined;
  return pxOf(size ?? null) || 16;
}

/** What making styles would make, before it is done. */
export function rolePreview(
  library: OpenLibrary,
  { roles, base, ratio }: { roles: readonly TextRole[]; base: number | null; ratio: number },
): { base: number; styles: ReturnType<typeof roleStyles> } {
  const size = base ?? bodySize(library);
  return { base: size, styles: roleStyles(library, { roles, base: size, ratio }) };
}
