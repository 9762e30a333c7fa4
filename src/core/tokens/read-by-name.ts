import { perTypes } from './facet';
import type { Resolution } from './resolve';
import { spacingSets } from './spacing-sets';
import { textRoleOf } from './text-roles';

/**
 * Tokens that have a meaning by where they stand and how they are called, so that they are in use though nothing refers to
 * them: what layout grids and insets are made of, and text styles that fill a role.
 */
export const readByName = (resolution: Resolution): ReadonlySet<string> => resolution.facet(READ_BY_NAME);

const READ_BY_NAME = perTypes<ReadonlySet<string>>(readByNameIn);

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
