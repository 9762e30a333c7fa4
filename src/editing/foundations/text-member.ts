import type { FixSetting } from '@/core/findings/fix';
import { isObject, type Json, type JsonObject } from '@/core/base/json/json';
import { cssLine } from '@/core/tokens/css-text';
import { authoredValue } from '@/core/tokens/references';
import type { Resolution } from '@/core/tokens/resolve';
import type { Context } from '@/core/tokens/system';
import type { OpenLibrary } from '@/editing/session/open-library';
import type { DraftTransaction } from '@/editing/session/draft-transaction';

type MemberSetting = Extract<FixSetting, { member: string }>;

/**
 * Sets a member of a text style under the contexts named and no others, by a weight token of that value where there is one.
 */
export function setTextMemberUnder(
  library: OpenLibrary,
  work: DraftTransaction,
  path: string,
  { member, contexts, value: to }: MemberSetting,
): void {
  const { resolution } = library;
  const resolved = resolution.token(path, contexts?.[0] ?? 0);
  if (work.ownAt(path)?.kind !== 'token' || !resolved) return;
  const value = authoredValue(resolved.from.declaration.object);
  if (!isObject(value ?? null)) return;
  const token = typeof to === 'number' ? weightToken(resolution, to) : undefined;
  const next: Json = token === undefined ? to : `{${token}}`;
  const changed = new Map([...(value as JsonObject), [member, next]] as [string, Json][]);
  const when = { ...resolved.from.when, ...(contexts && sharedBy(resolution, path, contexts)) };
  const same = Object.keys(when).length === Object.keys(resolved.from.when).length;
  const object = same ? new Map(resolved.from.declaration.object) : (new Map() as JsonObject);
  if (!same) object.set('$type', 'typography');
  work.declare(path, when, object.set('$value', changed));
}

/** The first token that is this weight in every context. */
const weightToken = (resolution: Resolution, weight: number): string | undefined =>
  resolution.paths.find((path) => {
    const lines = resolution
      .variants(path)
      .map(({ resolved }) => (resolved.failed || resolved.type !== 'fontWeight' ? '' : cssLine(resolved)));
    return lines.join() === String(weight);
  });

/** What contexts have in common, of the axes a token varies by. */
function sharedBy(resolution: Resolution, path: string, contexts: readonly Context[]): Context {
  return Object.fromEntries(
    resolution.variesBy(path).flatMap((axis) => {
      const named = new Set(contexts.map((context) => context[axis]!));
      return named.size === 1 ? [[axis, [...named][0]!]] : [];
    }),
  );
}
