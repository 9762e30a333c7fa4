import { isObject, type Json } from '../base/json/json';
import { TOKEN_TYPES } from './types/registry';
import type { Resolution } from './resolve';
import type { Context } from './system';

/** Where a token says which family is wanted, and with which weight. */
export interface FontUse {
  path: string;
  /** The first name of the list: what comes after it is only there for want of it. */
  family: string;
  /** 1..1000; a family alone asks for no weight. */
  weight: number | undefined;
  /** Whether the family's name stands in this token itself, rather than in one it refers to. */
  says: boolean;
  /** Contexts under which it is so; undefined: under all. */
  contexts: Context[] | undefined;
}

/** What every token asks of fonts: families by themselves, and text styles with their weights. */
export const fontUses = (resolution: Resolution): FontUse[] =>
  resolution.paths.flatMap((path) => fontUsesOf(resolution, path));

/** The same of one token. */
export function fontUsesOf(resolution: Resolution, path: string): FontUse[] {
  const uses: FontUse[] = [];
  const variants = resolution.variants(path);
  for (const { resolved, contexts } of variants) {
    if (resolved.failed || resolved.aliasOf !== undefined) continue;
    const within = variants.length > 1 ? contexts : undefined;
    if (resolved.type === 'fontFamily') {
      const family = firstFamily(resolved.value);
      if (family) uses.push({ path, family, weight: undefined, says: true, contexts: within });
    } else if (resolved.type === 'typography' && isObject(resolved.value)) {
      const family = firstFamily(resolved.value.get('fontFamily') ?? null);
      const weight = Number(TOKEN_TYPES.get('fontWeight')!.css(resolved.value.get('fontWeight') ?? 400));
      const authored = resolved.from.declaration.object.get('$value');
      const own = isObject(authored ?? null) ? (authored as Map<string, Json>).get('fontFamily') : undefined;
      const says = own !== undefined && !isReference(own);
      if (family && Number.isFinite(weight)) uses.push({ path, family, weight, says, contexts: within });
    }
  }
  return uses;
}

const isReference = (value: Json) =>
  (typeof value === 'string' && /^\{.*\}$/.test(value)) || (isObject(value) && value.has('$ref'));

const firstFamily = (value: Json): string | undefined => {
  const first = Array.isArray(value) ? value[0] : value;
  return typeof first === 'string' && first.trim() !== '' ? first : undefined;
};
