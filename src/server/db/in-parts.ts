/** As many rows go into one statement: a database takes only so many values. */
const AT_ONCE = 200;

/** Does something with many rows, so many at a time. */
export async function inParts<T>(rows: readonly T[], each: (part: T[]) => Promise<unknown>): Promise<void> {
  for (let from = 0; from < rows.length; from += AT_ONCE) await each(rows.slice(from, from + AT_ONCE));
}
