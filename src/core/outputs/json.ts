import { jsonObject, type Json, type JsonObject } from '../base/json/json';
import { writeJson } from '../base/json/write';
import { defaultContext } from '../tokens/system';
import { leftOut, type Output } from './output';

/** DTCG with every reference replaced, under one combination of contexts (the defaults where none is named). */
export const json: Output = {
  name: 'json',
  title: 'JSON, resolved',
  about: 'A DTCG token file with every reference replaced, for one combination of contexts.',
  language: 'json',
  singleContext: true,
  write({ resolution, context }) {
    const at = resolution.numberOf(context ?? defaultContext(resolution.system.axes));
    const root: JsonObject = new Map();
    for (const path of resolution.paths) {
      const resolved = resolution.value(path, at);
      if (!resolved) continue;
      let holder = root;
      const segments = path.split('.');
      for (const segment of segments.slice(0, -1)) {
        let next = holder.get(segment);
        if (!(next instanceof Map)) holder.set(segment, (next = new Map()));
        holder = next;
      }
      const description: Json | undefined = resolved.from.declaration.object.get('$description');
      const deprecated: Json | undefined = resolved.from.declaration.object.get('$deprecated');
      const token = jsonObject([
        ['$type', resolved.type],
        ['$value', resolved.value],
        ['$description', description],
        ['$deprecated', deprecated],
      ]);
      holder.set(segments.at(-1)!, token);
    }
    return {
      files: [{ name: 'tokens.json', text: writeJson(root, 2) + '\n' }],
      findings: leftOut(resolution),
    };
  },
};
