import type { Resolution } from './resolve';
import { spacingSets } from './spacing-sets';
import { textRoleOf } from './text-roles';

const known = new WeakMap<Resolution, ReadonlySet<string>>();

/**
 * Tokens that have a meaning by where they stand and how they are called, so that they are in use though nothing refers to
 * them: what layout grids and insets are made of, and text styles that fill a role.
 */
export function readByName(resolution: Resolution): ReadonlySet<string> {
  let found = known.get(resolution);
  if (!found) known.set(resolution, (found = readByNameIn(resolution)));
  return found;
}

function readByNameIn(resolution: Resolution): Set<string> {
  const { insets, grids } = spacingSets(resolution, resolution.contexts[0] ?? {});
  const found = new Set<string>();
  for (const { sides } of insets) for (const { path } of Object.values(sides)) found.add(path);
  for (const { steps } of grids)
    for (const { path } of steps)
      for (const name of ['columns', 'margin', 'gutter', 'from']) found.add(`${path}.${name}`);
  for (const path of resolution.paths)
    if (resolution.value(path, 0)?.type === 'typography' && textRoleOf(path) !== undefined) found.add(path);
  return found;
}
