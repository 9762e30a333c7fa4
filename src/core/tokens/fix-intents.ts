import { parentPath } from './system';
import { isObject, type JsonObject } from '../base/json/json';
import { printedObject } from './token-tree';
import { typeOf } from './normalise';
import type { FixGround, FixOf } from './checks/check';

/** Lets a token refer to another of the same value; what else it says stays. */
export const referToOther: FixOf = (ground, { code, path, related }) => {
  const item = ground.ownToken(path);
  const to = related?.[0];
  if (!item || to === undefined || ground.resolution.chain(to, 0).includes(path!)) return undefined;
  // A space and a radius may be equal by chance: only within one family is one meant for the other.
  if (parentPath(path!) !== parentPath(to)) return undefined;
  // Of sizes even less than a px can be meant.
  if (code === 'near-duplicate' && typeOf(ground.resolution, to) !== 'color') return undefined;
  return { label: `${path} refers to ${to}`, intent: 'refer', path: path!, to };
};

/** What a deprecated token says is to be used in its place. */
export function replacementOf({ token, tree }: FixGround, path: string): string | undefined {
  for (const declaration of Object.values(token(path)?.declarations ?? {})) {
    const object = printedObject(declaration, tree);
    const extensions = object.get('$extensions');
    const own = isObject(extensions ?? null) ? (extensions as JsonObject).get('app.seedplan') : undefined;
    const named = isObject(own ?? null) ? (own as JsonObject).get('replacement') : undefined;
    if (typeof named === 'string') return tree.ids.has(named) ? named : undefined;
    // “Use color.text.quiet” says it too.
    const reason = object.get('$deprecated');
    const word =
      typeof reason === 'string'
        ? reason.match(/[\w$-]+(?:\.[\w$-]+)+/g)?.find((each) => tree.ids.has(each))
        : undefined;
    if (word !== undefined && word !== path) return word;
  }
  return undefined;
}
