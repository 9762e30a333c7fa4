import { cssProblem } from '@/core/components/css-problem';
import { withTokenValues } from '@/core/components/style';
import { styleValueOf } from '@/editing/components/own-component';
import { Bindings, type Binding } from '@/core/components/bindings';
import type { Context } from '@/core/tokens/system';
import type { OpenLibrary } from '@/editing/session/open-library';

/** What CSS makes nothing of in a value as it is typed; null where it is a value, or not told. */
export function valueNote(
  library: OpenLibrary,
  { property, typed }: { property: string; typed: string },
): { problem: string; fix: string } | null {
  const read = styleValueOf(library, typed);
  if (property === '' || typed.trim() === '' || 'refused' in read || 'token' in read.value) return null;
  const value = withTokenValues(read.value.raw, library.items, library.resolution, 0);
  const wrong = cssProblem(property, value);
  return wrong ? { problem: wrong.problem, fix: wrong.fix } : null;
}

const known = new WeakMap<object, Map<string, Bindings>>();

/** The tokens of a library as they can be bound to, looked at through a lens; kept for as long as no token changes. */
function bindingsOf({ resolution }: OpenLibrary, lens: Context): Bindings {
  const byLens = known.get(resolution) ?? new Map<string, Bindings>();
  known.set(resolution, byLens);
  const key = JSON.stringify(lens);
  let bindings = byLens.get(key);
  if (!bindings) byLens.set(key, (bindings = new Bindings(resolution, lens)));
  return bindings;
}

/** What a property of a component can be bound to, best first: near to a value typed, else meant for it, purposes first. */
export const bindings = (
  library: OpenLibrary,
  { property, typed, lens }: { property: string; typed: string; lens: Context },
): Binding[] => bindingsOf(library, lens).choices(property, typed).slice(0, 12);
