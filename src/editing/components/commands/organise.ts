import { counted } from '@/core/base/words';
import { named } from '@/core/components/compose';
import { moveEntry } from '@/core/document/edits';
import type { ComponentDefinition } from '@/core/components/definition';
import { byOrder, itemsOf } from '@/core/document/item';
import { orderBetween, ordersAfter } from '@/core/document/order';
import type { OpenLibrary } from '@/editing/session/open-library';
import { nameProblem, notOwn, ownComponent } from './own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand, type DraftTransaction } from '@/editing/session/draft-transaction';

const inRank = (work: DraftTransaction, rank: string | null) =>
  itemsOf(work.own, 'component')
    .filter((component) => component.rank === rank)
    .sort(byOrder);

/** The rank of this name, made where there is none; null for an empty name. */
function rankNamed(work: DraftTransaction, name: string): string | null {
  if (name === '') return null;
  const known = itemsOf(work.items, 'rank').find((rank) => rank.name === name);
  if (known) return known.id;
  const id = work.newId('rank');
  const last = itemsOf(work.items, 'rank').sort(byOrder).at(-1)?.order ?? null;
  work.add({ id, kind: 'rank', name, order: ordersAfter(last, 1)[0]! });
  return id;
}

/** Puts components into a rank, before another one or at its end. */
export function rankComponents(
  library: OpenLibrary,
  { names, rank, before }: { names: string[]; rank: string; before?: string },
  newId: NewId,
): Command {
  const found = names.map((name) => ownComponent(library, name));
  const missing = names.find((_, i) => !found[i]);
  if (missing !== undefined) return notOwn(missing);
  if (rank.length > 60 || /[\n<>]/.test(rank))
    return refuse('That is not a name for a rank', 'Use a short word, such as basic');
  const one = names.length === 1 ? names[0]! : `${names.length} components`;
  return runCommand(library, newId, `Put ${one} into ${rank || 'no rank'}`, (work) => {
    const id = rankNamed(work, rank.trim());
    for (const component of found as ComponentDefinition[]) {
      const there = inRank(work, id).filter((other) => !names.includes(other.name) || other.rank !== id);
      const others = there.filter((other) => other.id !== component.id);
      const next = before === undefined ? undefined : others.find((other) => other.name === before);
      const after = next ? others[others.indexOf(next) - 1] : others.at(-1);
      work.set(component.id, 'rank', id);
      const order = orderBetween(after?.order ?? null, next?.order ?? null);
      if (component.rank !== id || before !== undefined)
        work.apply(moveEntry(work.own.get(component.id)!, '', order));
    }
  });
}

export function renameRank(
  library: OpenLibrary,
  { rank, name }: { rank: string; name: string },
  newId: NewId,
): Command {
  const own = itemsOf(library.own.items, 'rank').find((other) => other.name === rank);
  if (!own) return notOwn(rank);
  if (name.trim() === '') return refuse('A rank has a name', 'Write one, such as basic');
  if (itemsOf(library.items, 'rank').some((other) => other.name === name.trim()))
    return refuse(`There is a rank ${name.trim()} already`, 'Choose another name');
  return runCommand(library, newId, `Rename the rank ${rank} to ${name.trim()}`, (work) =>
    work.set(own.id, 'name', name.trim()),
  );
}

interface Tidied {
  name: string;
  from: string;
  to: string;
}

/**
 * Where components would stand by their names: `list-row` after `list`, in its rank. A component joins the rank of the
 * longest other name that its own begins with, hyphen by hyphen; within a rank they stand by name.
 */
export function groupedRanks(library: OpenLibrary): Tidied[] {
  const all = itemsOf(library.items, 'component');
  const names = new Map(itemsOf(library.items, 'rank').map(({ id, name }) => [id, name]));
  const byName = new Map(all.map((component) => [component.name, component]));
  return all.flatMap((component) => {
    if (!library.own.items.has(component.id)) return [];
    const words = component.name.split('-');
    for (let length = words.length - 1; length > 0; length--) {
      const family = byName.get(words.slice(0, length).join('-'));
      if (!family || family.rank === component.rank || family.rank === null) continue;
      return [
        {
          name: component.name,
          from: names.get(component.rank ?? '') ?? '',
          to: names.get(family.rank) ?? '',
        },
      ];
    }
    return [];
  });
}

/** Puts components where their names say, and orders each rank by name. */
export function groupComponents(library: OpenLibrary, _: Record<string, never>, newId: NewId): Command {
  return runCommand(library, newId, 'Tidy components by name', (work) => {
    for (const { name, to } of groupedRanks(library)) {
      const component = ownComponent(library, name)!;
      work.set(component.id, 'rank', rankNamed(work, to));
    }
    const ranks = new Set(itemsOf(work.own, 'component').map(({ rank }) => rank));
    for (const rank of ranks) {
      const there = inRank(work, rank);
      const wanted = [...there].sort((a, b) => (a.name < b.name ? -1 : 1));
      if (wanted.every((component, i) => component === there[i])) continue;
      const orders = ordersAfter(null, wanted.length);
      wanted.forEach((component, i) => work.moveTo(component.id, orders[i]!));
    }
  });
}

/** Keeps components out of releases or lets them in; deprecates them, or takes that back. */
export function setComponentLifecycle(
  library: OpenLibrary,
  {
    names,
    visibility,
    deprecation,
  }: {
    names: string[];
    visibility?: 'released' | 'internal';
    deprecation?: { reason: string; replacement: string | null } | null;
  },
  newId: NewId,
): Command {
  const missing = names.find((name) => !ownComponent(library, name));
  if (missing !== undefined) return notOwn(missing);
  const replacement = deprecation?.replacement
    ? named(library.items, 'component', { path: deprecation.replacement })
    : undefined;
  if (deprecation?.replacement && !replacement)
    return refuse(`There is no component ${deprecation.replacement}`, 'Choose one from the list');
  if (replacement && names.includes(replacement.name))
    return refuse(`${replacement.name} cannot be replaced by itself`, 'Choose another component');
  const what =
    deprecation === null
      ? 'Undeprecate'
      : deprecation
        ? 'Deprecate'
        : visibility === 'internal'
          ? 'Keep out of releases:'
          : 'Let into releases:';
  return runCommand(library, newId, `${what} ${names.join(', ')}`, (work) => {
    for (const name of names) {
      const component = ownComponent(library, name)!;
      if (visibility) work.set(component.id, 'visibility', visibility);
      if (deprecation !== undefined)
        work.set(
          component.id,
          'deprecation',
          deprecation && {
            reason: deprecation.reason.trim(),
            replacement: replacement ? { id: replacement.id, path: replacement.name } : null,
          },
        );
    }
  });
}

/** Removes components that nothing uses; one that is used names its uses. */
export function removeComponents(
  library: OpenLibrary,
  { names }: { names: string[] },
  newId: NewId,
): Command {
  const found = names.map((name) => ownComponent(library, name));
  const missing = names.find((_, i) => !found[i]);
  if (missing !== undefined) return notOwn(missing);
  const going = new Set(found.map((component) => component!.id));
  for (const component of found) {
    const uses = library
      .reach()
      .direct(component!.id)
      .filter((use) => !going.has(use.by));
    if (uses.length > 0)
      return refuse(
        `${component!.name} is used in ${counted(uses.length, 'place')}`,
        'Deprecate it with a replacement, or remove it of those first',
      );
  }
  return runCommand(library, newId, `Remove ${names.join(', ')}`, (work) => {
    for (const id of going) work.remove(id);
  });
}

/** Gives a component another name; what refers to it follows. */
export function renameComponent(
  library: OpenLibrary,
  { component: from, name }: { component: string; name: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, from);
  if (!component) return notOwn(from);
  const refused = nameProblem(library, name, component.id);
  if (refused) return refused;
  return runCommand(library, newId, `Rename ${from} to ${name}`, (work) =>
    work.set(component.id, 'name', name),
  );
}
