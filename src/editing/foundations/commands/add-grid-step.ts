import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { addAll } from '@/editing/foundations/insets';

/** Adds what a layout grid is from one width upward. */
export function addGridStep(
  library: OpenLibrary,
  {
    grid,
    name,
    from,
    columns,
    margin,
    gutter,
  }: { grid: string; name: string; from: string; columns: string; margin: string; gutter: string },
  newId: NewId,
): Command {
  const path = `${grid.trim()}.${name.trim()}`;
  const count = Number(columns);
  if (!Number.isInteger(count) || count < 1 || count > 48)
    return refuse(`${columns || 'Nothing'} is not a number of columns`, 'Use a whole number from 1 to 48');
  const tokens = [
    ...(from.trim() === '' ? [] : [{ path: `${path}.from`, type: 'dimension', text: from }]),
    { path: `${path}.columns`, type: 'number', text: columns },
    { path: `${path}.margin`, type: 'dimension', text: margin },
    { path: `${path}.gutter`, type: 'dimension', text: gutter },
  ];
  return addAll(library, newId, path, `Add ${name.trim()} to the layout grid ${grid.trim()}`, tokens);
}
