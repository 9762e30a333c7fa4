import { isObject, type Json, type JsonObject } from '@/core/base/json/json';
import { authoredValue } from '@/core/tokens/references';
import type { Context } from '@/core/tokens/system';
import { pxOf } from '@/core/tokens/types/dimension';
import { readTyped } from '@/core/tokens/typed-value';
import type { OpenLibrary } from '@/editing/session/open-library';
import { TEXT_MEMBER_TYPES, type TextMember } from '@/editing/foundations/queries/text-styles';
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
