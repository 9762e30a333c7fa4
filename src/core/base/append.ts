/** Adds to the list that a map holds under a key; in constant time, however long the list. */
export function append<K, V>(lists: Map<K, V[]>, key: K, value: V): void {
  const list = lists.get(key);
  if (list) list.push(value);
  else lists.set(key, [value]);
}
