/** A set with a member put in, or taken out where it was in: for lists in which one ticks. */
export function toggled<T>(set: ReadonlySet<T>, member: T): Set<T> {
  const next = new Set(set);
  if (!next.delete(member)) next.add(member);
  return next;
}
