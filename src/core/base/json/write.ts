import { isObject, type Json, type JsonText } from './json';

/**
 * Writes JSON without recursion, members in the order they stand.
 * @param indent spaces a level; 0 writes the compact form that items store.
 */
export function writeJson(json: Json, indent = 0): JsonText {
  const parts: string[] = [];
  const colon = indent ? ': ' : ':';
  type Open = { next: () => { key?: string; value: Json } | undefined; close: string; first: boolean };
  const stack: Open[] = [];
  const begin = (value: Json): void => {
    if (Array.isArray(value)) {
      if (value.length === 0) return void parts.push('[]');
      let index = 0;
      // Lists of plain numbers (colour components, curves) read better on one line.
      if (
        indent &&
        value.every((item) => typeof item === 'number' || typeof item === 'string' || item === null)
      ) {
        return void parts.push('[' + value.map((item) => JSON.stringify(item)).join(', ') + ']');
      }
      parts.push('[');
      stack.push({
        next: () => (index < value.length ? { value: value[index++]! } : undefined),
        close: ']',
        first: true,
      });
    } else if (isObject(value)) {
      if (value.size === 0) return void parts.push('{}');
      const entries = value.entries();
      parts.push('{');
      stack.push({
        next: () => {
          const entry = entries.next();
          return entry.done ? undefined : { key: entry.value[0], value: entry.value[1] };
        },
        close: '}',
        first: true,
      });
    } else parts.push(JSON.stringify(value));
  };
  begin(json);
  for (let open = stack.at(-1); open; open = stack.at(-1)) {
    const item = open.next();
    if (!item) {
      stack.pop();
      if (indent) parts.push('\n', ' '.repeat(indent * stack.length));
      parts.push(open.close);
      continue;
    }
    if (!open.first) parts.push(',');
    open.first = false;
    if (indent) parts.push('\n', ' '.repeat(indent * stack.length));
    if (item.key !== undefined) parts.push(JSON.stringify(item.key), colon);
    begin(item.value);
  }
  return parts.join('');
}
