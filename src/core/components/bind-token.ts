import type { FixOf } from '../tokens/checks/check';
import type { ComponentFixGround } from './checks/check';

/** Binds the declaration a finding points at to the token it names. */
export const bindToken: FixOf<ComponentFixGround> = (ground, { component: name, related, at }) => {
  const [, , entry, property] = at?.pointer?.split('/') ?? [];
  const component = name === undefined ? undefined : ground.ownComponent(name);
  const to = related?.[0];
  if (!component || to === undefined || !ground.tree.ids.has(to)) return undefined;
  if (entry === undefined || property === undefined || !component.entries[entry]) return undefined;
  return {
    label: `${property} becomes {${to}}`,
    intent: 'bind',
    component: component.id,
    entry,
    property,
    to,
  };
};
