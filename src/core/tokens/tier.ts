import { isObject, type JsonObject } from '../base/json/json';
import type { Candidate } from './compiled';
import { perToken } from './facet';
import type { Resolution } from './resolve';
import { parentPath } from './system';

export type Tier = 'primitive' | 'semantic' | 'component';

/** Which to offer first: purposes; what is one component's own is seldom meant for another. */
export const TIER_RANK: Readonly<Record<Tier, number>> = { semantic: 0, primitive: 1, component: 2 };

export function ownExtension(object: JsonObject | undefined, name: string): unknown {
  const extensions = object?.get('$extensions');
  const own = isObject(extensions) ? extensions.get('app.seedplan') : undefined;
  return isObject(own) ? own.get(name) : undefined;
}

/**
 * A token's tier: as said on it or its nearest group under `app.seedplan`; else, by its declaration in the default
 * layer, primitive for a literal and semantic for an alias.
 */
export function tierOf(resolution: Resolution, path: string): Tier {
  const token = resolution.index.numbers.get(path);
  return token === undefined ? tierAt(resolution, path, []) : resolution.facet(TIERS)[token]!;
}

/** Of each token its tier. */
export const TIERS = perToken(
  (resolution, path, token) => tierAt(resolution, path, resolution.index.candidates[token]!),
  true,
);

function tierAt(resolution: Resolution, path: string, candidates: readonly Candidate[]): Tier {
  const said = candidates
    .map(({ declaration }) => ownExtension(declaration.object, 'tier'))
    .find((tier) => tier !== undefined);
  if (isTier(said)) return said;
  for (let at = parentPath(path); ; at = parentPath(at)) {
    for (const source of resolution.system.sources) {
      const tier = ownExtension(source.groups.get(at), 'tier');
      if (isTier(tier)) return tier;
    }
    if (at === '') break;
  }
  const standard = candidates.find(({ when }) => Object.keys(when).length === 0) ?? candidates[0];
  return standard?.declaration.alias ? 'semantic' : 'primitive';
}

const isTier = (tier: unknown): tier is Tier =>
  tier === 'primitive' || tier === 'semantic' || tier === 'component';

/** The deprecation of a token: its own, or its nearest group's; undefined where there is none. */
export function deprecationOf(resolution: Resolution, path: string): true | string | undefined {
  const token = resolution.index.numbers.get(path);
  const read = (object: JsonObject | undefined) => {
    const value = object?.get('$deprecated');
    return value === true || typeof value === 'string' || value === false ? value : undefined;
  };
  const own =
    token === undefined
      ? []
      : resolution.index.candidates[token]!.map(({ declaration }) => read(declaration.object));
  const said = own.find((value) => value !== undefined);
  if (said !== undefined) return said === false ? undefined : said;
  for (let at = parentPath(path); at !== ''; at = parentPath(at)) {
    for (const source of resolution.system.sources) {
      const value = read(source.groups.get(at));
      if (value !== undefined) return value === false ? undefined : value;
    }
  }
  return undefined;
}

/** Whether a token is kept internal (`visibility` under `app.seedplan`). */
export function isInternal(resolution: Resolution, path: string): boolean {
  const token = resolution.index.numbers.get(path);
  return (
    token !== undefined &&
    resolution.index.candidates[token]!.some(
      ({ declaration }) => ownExtension(declaration.object, 'visibility') === 'internal',
    )
  );
}

export function descriptionOf(resolution: Resolution, path: string): string {
  const token = resolution.index.numbers.get(path);
  const texts =
    token === undefined
      ? []
      : resolution.index.candidates[token]!.map(({ declaration }) => declaration.object.get('$description'));
  return (texts.find((text) => typeof text === 'string') as string | undefined) ?? '';
}
