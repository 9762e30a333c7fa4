import { isObject, type Json, type JsonObject } from '@/core/base/json/json';
import { TEXT_ROLES, textRoleOf, type TextRole } from '@/core/tokens/text-roles';
import { authoredValue } from '@/core/tokens/references';
import { cssText } from '@/core/tokens/css-text';
import { type Context, lastName, parentPath } from '@/core/tokens/system';
import { ownExtension } from '@/core/tokens/tier';
import type { OpenLibrary } from '@/editing/session/open-library';

export interface TextStyle {
  path: string;
  name: string;
  /** The role it fills, where its name says one. */
  role: string | undefined;
  css: Record<string, string>;
  /** Each member as authored: a value as one types it, or `{path}`; empty where the whole is a reference. */
  members: Partial<Record<TextMember, string>>;
  /** What DTCG has no word for: letter case, paragraph spacing, sizes per breakpoint. */
  letterCase: string;
  paragraphSpacing: string;
  sizes: { from: string; size: string }[];
  own: boolean;
}

/** The members of a text style that can be set by themselves, with the type each is read as. */
export const TEXT_MEMBER_TYPES = {
  fontFamily: 'fontFamily',
  fontSize: 'dimension',
  fontWeight: 'fontWeight',
  lineHeight: 'number',
  letterSpacing: 'dimension',
} as const;
export type TextMember = keyof typeof TEXT_MEMBER_TYPES;
const TEXT_MEMBERS = Object.keys(TEXT_MEMBER_TYPES) as TextMember[];

interface TextStylesView {
  styles: TextStyle[];
  /** Roles that no style fills. */
  missing: TextRole[];
  /** Grounds text can be looked at on: surfaces by purpose, the lightest and the darkest. */
  backdrops: { path: string; css: string; ink: string }[];
}

/** Every typography token as a text style under the lens, and what a full set would still need. */
export function textStyles(library: OpenLibrary, { lens }: { lens: Context }): TextStylesView {
  const { resolution } = library;
  const styles = resolution.paths.flatMap((path): TextStyle[] => {
    const resolved = resolution.value(path, lens);
    if (resolved?.type !== 'typography') return [];
    const css = cssText(resolved);
    const object = resolved.from.declaration.object;
    return [
      {
        path,
        name: lastName(path) === '$root' ? parentPath(path) : path,
        role: textRoleOf(path),
        css: typeof css === 'string' ? {} : css,
        members: membersOf(authoredValue(object)),
        letterCase: said(object, 'letterCase'),
        paragraphSpacing: said(object, 'paragraphSpacing'),
        sizes: sizesOf(object),
        own: library.own.items.has(library.tree.ids.get(path) ?? ''),
      },
    ];
  });
  const filled = new Set(styles.map((style) => style.role));
  const backdrops = library
    .pairings()
    .flatMap(({ text, surface }) => {
      const [a, b] = [resolution.value(text, lens), resolution.value(surface, lens)];
      return a && b ? [{ path: surface, css: String(cssText(b)), ink: String(cssText(a)) }] : [];
    })
    .filter((backdrop, i, all) => all.findIndex((other) => other.path === backdrop.path) === i);
  return { styles, missing: TEXT_ROLES.filter((role) => !filled.has(role)), backdrops };
}

function membersOf(value: Json | undefined): TextStyle['members'] {
  if (!isObject(value ?? null)) return {};
  return Object.fromEntries(
    TEXT_MEMBERS.flatMap((member) => {
      const said = (value as JsonObject).get(member);
      if (said === undefined) return [];
      const reference = typeof said === 'string' && /^\{.*\}$/.test(said);
      return [[member, reference ? said : memberText(said, member)]];
    }),
  );
}

function memberText(value: Json, member: TextMember): string {
  const css = cssText({ type: TEXT_MEMBER_TYPES[member], value });
  return typeof css === 'string' ? css : '';
}

function said(object: JsonObject, name: string): string {
  const value = ownExtension(object, name);
  if (typeof value === 'string') return value;
  return isObject((value ?? null) as never) ? quantityText(value as JsonObject) : '';
}

const quantityText = (value: JsonObject) => `${String(value.get('value'))}${String(value.get('unit'))}`;

function sizesOf(object: JsonObject): TextStyle['sizes'] {
  const sizes = ownExtension(object, 'sizes');
  if (!isObject((sizes ?? null) as never)) return [];
  return [...(sizes as JsonObject)].flatMap(([from, size]) =>
    isObject(size) ? [{ from, size: quantityText(size) }] : [],
  );
}
