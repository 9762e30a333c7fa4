import type { JsonObject } from '../../base/json/json';
import type { Context } from '../system';

/** A token as a recipe makes it. */
export interface Generated {
  /** Below the family's group. */
  path: string;
  object: JsonObject;
  /** The contexts it is for; none: everywhere. */
  when: Context;
}

export interface Outcome {
  tokens: Generated[];
  /** What cannot hold, and the nearest that can. With one among them nothing is stored. */
  problems: { problem: string; fix: string }[];
  /** What should be known before it is stored. */
  warnings: string[];
}

/** A way of generating a family of tokens: one file here and one line in the registry. */
export interface RecipeKind<P extends object = object> {
  kind: string;
  label: string;
  /** The group a family of this kind usually is. */
  family: string;
  /** What to start from. */
  standard: P;
  /** Generates the family; whatever the parameters hold, nothing is thrown. */
  generate(parameters: P): Outcome;
}

/** Parameters with everything that is missing, or of another type, taken from the standard ones. */
export function completed<P extends object>(standard: P, given: unknown): P {
  const result = { ...standard } as Record<string, unknown>;
  if (typeof given !== 'object' || given === null) return result as P;
  for (const [name, value] of Object.entries(standard)) {
    const said = Object.hasOwn(given, name) ? (given as Record<string, unknown>)[name] : undefined;
    const fits =
      value === null || (Array.isArray(value) ? Array.isArray(said) : typeof said === typeof value);
    if (said !== undefined && fits) result[name] = said;
  }
  return result as P;
}
