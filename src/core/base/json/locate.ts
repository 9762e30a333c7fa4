import { readJson, placeOf, type Place } from './read';
import { pointerOf } from './pointer';

/**
 * Finds where JSON pointers (RFC 6901) stand in a text that is known to be JSON, in one pass for all of them. Of a
 * pointer that leads nowhere the nearest holder is given.
 */
export function locatePointers(text: string, pointers: Iterable<string>): Map<string, Place> {
  const wanted = new Set<string>();
  for (const pointer of pointers) {
    for (let at = pointer; ; at = at.slice(0, at.lastIndexOf('/'))) {
      if (wanted.has(at)) break;
      wanted.add(at);
      if (at === '') break;
    }
  }
  const offsets = new Map<string, number>([['', 0]]);
  const trail: (string | null)[] = [''];
  readJson(text, {
    enter(segment, offset) {
      const parent = trail.at(-1);
      const pointer = parent === null || parent === undefined ? null : parent + pointerOf([String(segment)]);
      const known = pointer !== null && wanted.has(pointer) ? pointer : null;
      if (known !== null) offsets.set(known, offset);
      trail.push(known);
    },
    leave() {
      trail.pop();
    },
  });
  const places = new Map<string, Place>();
  for (const pointer of wanted) {
    let at = pointer;
    while (!offsets.has(at)) at = at.slice(0, at.lastIndexOf('/'));
    places.set(pointer, placeOf(text, offsets.get(at)!));
  }
  return places;
}
