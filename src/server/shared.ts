const holder = (): Map<string, unknown> =>
  ((globalThis as { seedplan?: Map<string, unknown> }).seedplan ??= new Map());

/** State shared by the whole process: Next bundles routes apart, so a module's own variable would exist several times. */
export function shared<T>(name: string, make: () => T): T {
  const all = holder();
  if (!all.has(name)) all.set(name, make());
  return all.get(name) as T;
}

/** The same of what is waited for: what could not be made is made anew by who asks next. */
export function sharedSoon<T>(name: string, make: () => Promise<T>): Promise<T> {
  return shared(name, () => {
    const made = make();
    made.catch(() => holder().delete(name));
    return made;
  });
}
