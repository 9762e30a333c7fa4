import { isObject, type Json, type JsonObject } from '../base/json/json';
import { contextText, type Context } from '../tokens/system';
import { writeJson } from '../base/json/write';
import type { Output } from './output';

/** The contexts of the layers for which DTCG has no place in the order of resolution. */
function combinedIn(root: Json | undefined): Context[] {
  const extensions = isObject(root ?? null) ? (root as JsonObject).get('$extensions') : undefined;
  const own = isObject(extensions ?? null) ? (extensions as JsonObject).get('app.seedplan') : undefined;
  const list = isObject(own ?? null) ? (own as JsonObject).get('combined') : undefined;
  return (Array.isArray(list) ? list : []).flatMap((entry) => {
    const when = isObject(entry) ? entry.get('when') : undefined;
    return isObject(when ?? null) ? [Object.fromEntries(when as JsonObject) as Context] : [];
  });
}

/** The token files as they were written: aliases, contexts and extensions kept. */
export const dtcg: Output = {
  name: 'dtcg',
  title: 'DTCG token files',
  about: 'The token files as authored, with aliases, contexts and extensions; reads back exactly.',
  language: 'json',
  write({ authored }) {
    const written = authored();
    return {
      files: written.map(({ name, json }) => ({ name, text: writeJson(json, 2) + '\n' })),
      findings: combinedIn(written[0]?.json).map((when) => ({
        code: 'combined-layer',
        level: 'note',
        message: `A layer for ${contextText(when) || 'every context'} is kept where only Seedplan reads it`,
        fix: 'Give each layer at most one context, base layers first, if other tools are to see its values',
      })),
    };
  },
};
