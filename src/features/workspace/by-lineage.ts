import type { DocumentEntry } from '@/ui/frame/types';

type Entry = Pick<DocumentEntry, 'name' | 'parent'>;

/** Each library before those that inherit from it. */
export function byLineage<E extends Entry>(libraries: readonly E[]): E[] {
  const sorted = new Set<E>();
  const add = (one: E) => {
    if (sorted.has(one)) return;
    sorted.add(one);
    libraries.filter(({ parent }) => parent?.slice(0, parent.lastIndexOf(' ')) === one.name).forEach(add);
  };
  const names = new Set(libraries.map(({ name }) => name));
  libraries
    .filter(({ parent }) => parent === null || !names.has(parent.slice(0, parent.lastIndexOf(' '))))
    .forEach(add);
  // Whoever stands in a circle of names comes last.
  libraries.forEach(add);
  return [...sorted];
}
