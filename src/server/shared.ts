/** State shared by the whole process: Next bundles routes apart, so a module's own variable would exist several times. */
export function shared<T>(name: string, make: () => T): T {
  const holder = ((globalThis as { seedplan?: Map<string, unknown> }).seedplan ??= new Map());
  if (!holder.has(name)) holder.set(name, make());
  return holder.get(name) as T;
}
