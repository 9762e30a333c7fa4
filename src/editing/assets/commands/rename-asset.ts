import type { ComponentDefinition, Condition, Nested, Prop } from '@/core/components/definition';
import { withCellsRenamed } from '@/core/components/data-table';
import { valueRenamedInTemplate } from '@/core/components/part-names';
import { itemsOf } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { NAME, ownAsset } from '@/editing/assets/own-asset';

/**
 * Gives an asset another name; choices that name icons (`passed.icon` of a slot's piece) follow, with the rules, guards, template,
 * rows of data and pieces of other components that speak of the value.
 */
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
    const renamed = new Map<string, Set<string>>();
    for (const component of itemsOf(work.own, 'component')) {
      const choices = iconChoices(component, from);
      if (choices.size === 0) continue;
      renamed.set(component.id, choices);
      work.put(withIconRenamed(component, choices, from, name));
    }
    for (const component of itemsOf(work.own, 'component')) {
      const pieces = withPiecesRenamed(component, renamed, from, name);
      const sets = (owner: ComponentDefinition, prop: string) => renamed.get(owner.id)?.has(prop) ?? false;
      const next = withCellsRenamed(pieces, sets, { from, to: name }, work.items);
      if (next !== component) work.put(next);
    }
  });
}

/** Names of the choices of a component that choose among icons, one of them this one. */
function iconChoices(component: ComponentDefinition, icon: string): Set<string> {
  const props = Object.values(component.props);
  const naming = new Set(
    props.flatMap(({ holds = [] }) =>
      holds.flatMap(({ asset, passed }) => (asset && passed.icon ? [passed.icon] : [])),
    ),
  );
  return new Set(
    props
      .filter(({ name, kind, values }) => kind === 'choice' && naming.has(name) && values.includes(icon))
      .map(({ name }) => name),
  );
}

/** A component whose choice of icons has one by its new name, wherever the choice is spoken of in it. */
function withIconRenamed(
  component: ComponentDefinition,
  choices: ReadonlySet<string>,
  from: string,
  to: string,
): ComponentDefinition {
  const each = (values: string[]) => values.map((value) => (value === from ? to : value));
  const condition = (one: Condition): Condition =>
    one.kind === 'choice' && choices.has(one.prop) ? { ...one, is: each(one.is) } : one;
  const mapped = <T extends { when: Condition[] }>(record: Record<string, T>): Record<string, T> =>
    Object.fromEntries(
      Object.entries(record).map(([id, one]) => [id, { ...one, when: one.when.map(condition) }]),
    );
  return {
    ...component,
    template: [...choices].reduce(
      (template, prop) => valueRenamedInTemplate(template, prop, from, to),
      component.template,
    ),
    props: Object.fromEntries(
      Object.entries(component.props).map(([id, prop]) => [
        id,
        choices.has(prop.name)
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

/** A component whose nested pieces name the icon anew where they are given it by a choice that has it by its new name. */
function withPiecesRenamed(
  component: ComponentDefinition,
  renamed: ReadonlyMap<string, ReadonlySet<string>>,
  from: string,
  to: string,
): ComponentDefinition {
  const piece = (one: Nested): Nested => {
    const choices = renamed.get(one.component?.id ?? '');
    const given = Object.entries(one.props).filter(([prop, value]) => choices?.has(prop) && value === from);
    return given.length === 0
      ? one
      : { ...one, props: { ...one.props, ...Object.fromEntries(given.map(([prop]) => [prop, to])) } };
  };
  const props = Object.entries(component.props).map(([id, prop]): [string, Prop] => {
    const holds = prop.holds?.map(piece);
    return [id, holds?.some((one, i) => one !== prop.holds![i]) ? { ...prop, holds } : prop];
  });
  return props.some(([id, prop]) => prop !== component.props[id])
    ? { ...component, props: Object.fromEntries(props) }
    : component;
}
