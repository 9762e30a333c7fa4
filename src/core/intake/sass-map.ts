import valueParser, { type Node } from 'postcss-value-parser';
import { splitAtCommas } from '../base/css/css-value';

/** The entries of a Sass map, nested ones with all their keys; undefined where the text is no map. */
export function entriesOfMap(text: string): [string[], string][] | undefined {
  const nodes = valueParser(text).nodes.filter((node) => node.type !== 'space' && node.type !== 'comment');
  const [only] = nodes;
  if (nodes.length !== 1 || only?.type !== 'function' || only.value !== '') return undefined;
  const entries: [string[], string][] = [];
  for (const part of splitAtCommas(only.nodes)) {
    const colon = part.findIndex((node: Node) => node.type === 'div' && node.value === ':');
    if (part.every((node) => node.type === 'space' || node.type === 'comment')) continue;
    if (colon === -1) return undefined;
    const key = valueParser
      .stringify(part.slice(0, colon))
      .trim()
      .replace(/^["']|["']$/g, '');
    const value = valueParser
      .stringify(part.slice(colon + 1))
      .replace(/\/\/[^\n]*\n/g, '')
      .trim();
    const inner = entriesOfMap(value);
    if (!inner) entries.push([[key], value]);
    else for (const [keys, text_] of inner) entries.push([[key, ...keys], text_]);
  }
  return entries.length > 0 ? entries : undefined;
}
