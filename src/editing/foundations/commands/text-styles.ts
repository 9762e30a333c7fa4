import { isObject, jsonObject, type Json, type JsonObject } from '@/core/base/json/json';
import { tokenObject } from '@/core/tokens/build';
import { authoredValue } from '@/core/tokens/references';
import type { Context } from '@/core/tokens/system';
import { pxOf } from '@/core/tokens/types/dimension';
import { readTyped } from '@/core/tokens/typed-value';
import { scaledSize, snappedLine } from '@/core/tokens/type-scale';
import type { OpenLibrary } from '@/editing/session/open-library';
import { ROLES, TEXT_MEMBER_TYPES, textStyles, type Role, type TextMember } from '../queries/text-styles';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/**
 * Sets one member of a text style in the layer that decides it through the lens, all other members kept. A
 * line height may be typed as a length: it is stored as its share of the size, which is what the format holds.
 */
export function setTextMember(
  library: OpenLibrary,
  { path, member, text, lens }: { path: string; member: TextMember; text: string; lens: Context },
  newId: NewId,
): Command {
  const resolved = library.resolution.value(path, lens);
  const value = resolved && authoredValue(resolved.from.declaration.object);
  if (resolved?.type !== 'typography' || !isObject(value ?? null))
    return refuse(`${path} is an alias of another token`, 'Change that one, or give this a value of its own');
  const typed = readMember(text.trim(), member, resolved.value);
  if ('problem' in typed) return refuse(typed.problem, typed.fix);
  return runCommand(library, newId, `Set ${member} of ${path}`, (work) => {
    if (typeof typed.value === 'string' && /^\{.*\}$/.test(typed.value)) {
      const target = typed.value.slice(1, -1);
      if (!library.tree.ids.has(target))
        return refuse(`There is no token ${target}`, 'Choose one from the list, or type a value');
    }
    const object = new Map(resolved.from.declaration.object);
    object.set('$value', new Map([...(value as JsonObject), [member, typed.value]]));
    work.declare(path, resolved.from.when, object);
    return undefined;
  });
}

function readMember(
  text: string,
  member: TextMember,
  style: Json,
): { value: Json } | { problem: string; fix: string } {
  const length = /^[\d.]+(px|rem)$/.test(text) ? readTyped(text, 'dimension') : undefined;
  if (member !== 'lineHeight' || !length || 'problem' in length)
    return readTyped(text, TEXT_MEMBER_TYPES[member]);
  const share = pxOf(length.value) / pxOf((isObject(style) && style.get('fontSize')) || null);
  return Number.isFinite(share)
    ? { value: Number(share.toFixed(4)) }
    : {
        problem: 'The size is not known, so a length says no share of it',
        fix: 'Write the line height as a number',
      };
}

/** Where on a scale each role stands, from the size of the body text; headings are bold, what one presses is firm. */
const PLACES: Readonly<Record<Role, { step: number; weight: number }>> = {
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
function roleStyles(
  library: OpenLibrary,
  { roles, base, ratio }: { roles: readonly Role[]; base: number; ratio: number },
): { role: Role; path: string; size: number; line: number; weight: number; family: string }[] {
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

/** Makes the styles that a full set lacks. */
export function addTextStyles(
  library: OpenLibrary,
  { roles, base, ratio }: { roles: Role[]; base: number; ratio: number },
  newId: NewId,
): Command {
  if (!(base >= 6 && base <= 100))
    return refuse(`A body size of ${base}px is out of range`, 'Choose one from 6 to 100px');
  if (!(ratio > 1 && ratio <= 2))
    return refuse(`A ratio of ${ratio} is out of range`, 'Choose one above 1 and at most 2');
  const unknown = roles.find((role) => !ROLES.includes(role));
  if (unknown !== undefined) return refuse(`${unknown} is no role`, `Choose among ${ROLES.join(', ')}`);
  const taken = roleStyles(library, { roles, base, ratio }).find(({ path }) => library.tree.ids.has(path));
  if (taken)
    return refuse(`There is already a token or group at ${taken.path}`, 'Rename it, or leave that role out');
  return runCommand(library, newId, `Create ${roles.length} text styles`, (work) => {
    for (const { path, size, line, weight, family } of roleStyles(library, { roles, base, ratio }))
      work.declare(
        path,
        {},
        tokenObject(
          jsonObject([
            ['fontFamily', family.startsWith('{') ? family : [family]],
            ['fontSize', jsonObject([['value', size], ['unit', 'px']])],
            ['fontWeight', weight],
            ['letterSpacing', jsonObject([['value', 0], ['unit', 'px']])],
            ['lineHeight', Number((line / size).toFixed(4))],
          ]),
          'typography',
        ),
      );
  }); // prettier-ignore
}

/** The group that most text styles stand in; `text` where there is none. */
function textGroup(library: OpenLibrary): string {
  const counts = new Map<string, number>();
  for (const path of library.resolution.paths)
    if (library.resolution.value(path, 0)?.type === 'typography') {
      const group = path.split('.').slice(0, -1).join('.');
      counts.set(group, (counts.get(group) ?? 0) + 1);
    }
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] || 'text';
}

/** Families for text and for headings: as the styles there say, else the first family tokens, else the system's own. */
function families(library: OpenLibrary): { family: string; heading: string } {
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
function bodySize(library: OpenLibrary): number {
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
  { roles, base, ratio }: { roles: readonly Role[]; base: number | null; ratio: number },
): { base: number; styles: ReturnType<typeof roleStyles> } {
  const size = base ?? bodySize(library);
  return { base: size, styles: roleStyles(library, { roles, base: size, ratio }) };
}
