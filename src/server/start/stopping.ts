import { shared } from '../shared';

const ends = () => shared('stopping', () => new Set<() => void | Promise<void>>());

/** Something that would hold the program open (a stream, the database) and how it is ended; answers how to forget it. */
export function endWhenStopping(end: () => void | Promise<void>): () => void {
  ends().add(end);
  return () => void ends().delete(end);
}

/** Ends all of it. */
export async function stopAll(): Promise<void> {
  await Promise.all([...ends()].map(async (end) => end()));
}
