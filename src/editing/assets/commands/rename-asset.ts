import type { ComponentDefinition, Condition, Prop } from '@/core/components/definition';
import { itemsOf } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { NAME, ownAsset } from '@/editing/assets/own-asset';

/** Gives an asset another name; choices that name icons (`passed.icon` of a slot's piece) follow, with the rules and pieces that speak of the value. */
export function renameAsset(
  library: OpenLibrary,
  { asset: from, name }: { asset: string; name: string },
  newId: NewId,
): Command {
  const asset = ownAsset(library, from);
  if (!asset) return notOwn(from);
  if (!NAME.test(name))
    return refuse(`“${name}” is not a name for an asset`, 'Use small letters, digits and hyphens');
  if (itemsOf(library.items, 'asset').some((other) => other.name === name && other.id !== asset.id))
    return refuse(`There is an asset ${name} already`, 'Choose another name');
  return runCommand(library, newId, `Rename ${from} to ${name}`, (work) => {
    work.set(asset.id, 'name', name);
    for (const component of itemsOf(work.own, 'component')) {
      const next = withIconRenamed(component, from, name);
      if (next !== component) work.put(next);
    }
  });
}

/** A component whose choice of icons has one by its new name, wherever the choice is spoken of in it. */
function withIconRenamed(component: ComponentDefinition, from: string, to: string): ComponentDefinition {
  const naming = new Set(
    Object.values(component.props).flatMap(({ holds = [] }) =>
      holds.flatMap(({ asset, passed }) => (asset && passed.icon ? [passed.icon] : [])),
    ),
  );
  const isNaming = ({ name, kind, values }: Prop) =>
    kind === 'choice' && naming.has(name) && values.includes(from);
  if (!Object.values(component.props).some(isNaming)) return component;
  const each = (values: string[]) => values.map((value) => (value === from ? to : value));
  const condition = (one: Condition): Condition =>
    one.kind === 'choice' && naming.has(one.prop) ? { ...one, is: each(one.is) } : one;
  const mapped = <T extends { when: Condition[] }>(record: Record<string, T>): Record<string, T> =>
    Object.fromEntries(
      Object.entries(record).map(([id, one]) => [id, { ...one, when: one.when.map(condition) }]),
    );
  return {
    ...component,
    props: Object.fromEntries(
      Object.entries(component.props).map(([id, prop]) => [
        id,
        isNaming(prop)
          ? { ...prop, values: each(prop.values), default: prop.default === from ? to : prop.default }
          : prop,
      ]),
    ),
    entries: Object.fromEntries(
      Object.entries(component.entries).map(([id, entry]) => [
        id,
        entry.kind === 'rule' ? { ...entry, when: entry.when.map(condition) } : entry,
      ]),
    ),
    guards: mapped(component.guards),
    ...(component.excluded && { excluded: mapped(component.excluded) }),
  };
}
