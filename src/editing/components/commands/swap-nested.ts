import { named } from '@/core/components/compose';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent } from '@/editing/components/own-component';
import { type NewId, type Command } from '@/editing/session/command';
import { setSlot } from '@/editing/components/commands/set-slot';
import { PieceDraft } from '@/editing/components/slot-draft';

/** Puts another piece into a slot in place of the one that stands there, its props kept where the new one has them. */
export function swapNested(
  library: OpenLibrary,
  {
    component,
    prop: propName,
    at,
    name,
    icon,
  }: { component: string; prop: string; at: number; name: string; icon: boolean },
  newId: NewId,
): Command {
  const found = ownComponent(library, component);
  const prop = Object.values(found?.props ?? {}).find((other) => other.name === propName);
  if (!found || !prop) return notOwn(`${propName} of ${component}`);
  const inner = icon ? undefined : named(library.items, 'component', { path: name });
  const has = new Set(Object.values(inner?.props ?? {}).map((one) => one.name));
  const drafts = (prop.holds ?? []).map(({ component: piece, asset, props, passed }, i): PieceDraft => {
    const stays = i !== at;
    const keep = <T>(record: Record<string, T>) =>
      stays || icon ? record : Object.fromEntries(Object.entries(record).filter(([key]) => has.has(key)));
    return {
      name: stays
        ? ((named(library.items, 'component', piece) ?? named(library.items, 'asset', asset))?.name ?? '')
        : name,
      icon: stays ? asset !== undefined : icon,
      props: keep(props),
      passed: icon && !stays ? {} : keep(passed),
    };
  });
  if (at >= drafts.length) drafts.push({ name, icon, props: {}, passed: {} });
  const accepts = (prop.accepts ?? []).map((one) => named(library.items, 'component', one)?.name ?? one.path);
  return setSlot(
    library,
    { component, prop: propName, accepts, most: prop.most ?? null, holds: drafts },
    newId,
  );
}
