import { append } from '@/core/base/append';
import { isObject, type JsonObject } from '@/core/base/json/json';
import { authoredValue } from '@/core/tokens/references';
import { parentPath } from '@/core/tokens/system';
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

/** Sizes of text that the library has as tokens. */
export interface SizeScale {
  /** The group they stand in. */
  group: string;
  /** Smallest first, in CSS pixels. */
  sizes: { path: string; px: number }[];
}

/** As many sizes make a scale. */
const SCALE = 3;

/** The scale of text sizes there is: the group that most lengths named as sizes of text stand in, or that text styles refer to. */
export function sizeScale(library: OpenLibrary): SizeScale | undefined {
  const { resolution } = library;
  const used = new Set(
    textStyles(library, { lens: resolution.contexts[0] ?? {} }).styles.flatMap(({ members }) =>
      members.fontSize?.startsWith('{') ? [members.fontSize.slice(1, -1)] : [],
    ),
  );
  const groups = new Map<string, SizeScale['sizes']>();
  for (const path of resolution.paths) {
    const resolved = resolution.value(path, 0);
    if (resolved?.type !== 'dimension') continue;
    if (!used.has(path) && !/(font|text|type)\W?(.*\W)?sizes?\b/i.test(parentPath(path))) continue;
    const px = pxOf(resolved.value);
    if (px !== undefined && px > 0) append(groups, parentPath(path), { path, px });
  }
  const [best] = [...groups].sort(([, a], [, b]) => b.length - a.length);
  if (!best || best[1].length < SCALE) return undefined;
  return { group: best[0], sizes: best[1].sort((a, b) => a.px - b.px) };
}

/** The size of a step of the scale there is, counted from the one nearest to the base. */
function sizeAt({ sizes }: SizeScale, base: number, step: number): SizeScale['sizes'][number] {
  const off = ({ px }: { px: number }) => Math.abs(px - base);
  const zero = sizes.reduce((best, one, i) => (off(one) < off(sizes[best]!) ? i : best), 0);
  return sizes[Math.min(sizes.length - 1, Math.max(0, zero + step))]!;
}

interface RoleStyle {
  role: TextRole;
  path: string;
  size: number;
  /** The token the size is; null: it is a value of its own. */
  token: string | null;
  line: number;
  weight: number;
  family: string;
}

/**
 * The styles of the roles asked for, from a base size by a ratio, or, where that is null, by the scale of sizes there is; family
 * and base follow the body text there is.
 */
export function roleStyles(
  library: OpenLibrary,
  { roles, base, ratio }: { roles: readonly TextRole[]; base: number; ratio: number | null },
): RoleStyle[] {
  const scale = ratio === null ? sizeScale(library) : undefined;
  const group = textGroup(library);
  const { family, heading } = families(library);
  return roles.map((role) => {
    const { step, weight } = PLACES[role];
    const there = scale && sizeAt(scale, base, step);
    const size = there?.px ?? Math.max(12, scaledSize(base, ratio ?? RATIO, step, 1));
    return {
      role,
      path: `${group}.${role.replace(' ', '-')}`,
      size,
      token: there?.path ?? null,
      line: snappedLine(size, size > 1.5 * base ? 1.2 : 1.5, 4),
      weight,
      family: role.startsWith('h') && role !== 'hint' ? heading : family,
    };
  });
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
function bodySize(library: OpenLibrary): number {
  const style = textStyles(library, { lens: library.resolution.contexts[0] ?? {} }).styles.find(
    ({ role }) => role === 'body regular',
  );
  const value = style && library.resolution.value(style.path, 0)?.value;
  const size = isObject(value ?? null) ? (value as JsonObject).get('fontSize') : undefined;
  return pxOf(size ?? null) || 16;
}

/** Where there is no scale to take sizes from: a major third. */
const RATIO = 1.25;

/** What making styles would make, before it is done. */
export function rolePreview(
  library: OpenLibrary,
  { roles, base, ratio }: { roles: readonly TextRole[]; base: number | null; ratio: number | null },
): { base: number; styles: RoleStyle[]; scale: { group: string; sizes: number } | null } {
  const size = base ?? bodySize(library);
  const scale = sizeScale(library);
  return {
    base: size,
    styles: roleStyles(library, { roles, base: size, ratio }),
    scale: scale ? { group: scale.group, sizes: scale.sizes.length } : null,
  };
}
