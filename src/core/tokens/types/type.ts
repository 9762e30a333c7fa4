import type { Json } from '../../base/json/json';

/** What is wrong with a value, and how to mend it. */
export interface ValueProblem {
  message: string;
  fix: string;
}

/** CSS text of a value; of a composite without a shorthand, an object of longhands. */
export type CssText = string | Record<string, string>;

/**
 * One DTCG token type (Format module 2025.10, sections 8 and 9): one file in this folder and one line in the registry.
 * `check` and `css` see values whose references have been replaced and whose older spelling has been modernised.
 */
export interface TokenType {
  name: string;
  check(value: Json): ValueProblem | undefined;
  css(value: Json): CssText;
  /** The type of a member, for references inside a composite; undefined where any or none may stand. */
  member?(place: readonly (string | number)[]): string | undefined;
  /** The present form of a value written in an older form; undefined where it is no older form. */
  normalise?(value: Json): Json | undefined;
}

export const problem = (message: string, fix: string): ValueProblem => ({ message, fix });

/** A value as a message shows it: short, one line. */
export function shown(value: Json | undefined): string {
  if (value === undefined) return 'nothing';
  if (value instanceof Map) return 'an object';
  if (Array.isArray(value)) return 'a list';
  const text = JSON.stringify(value);
  return text.length > 40 ? text.slice(0, 37) + '…"' : text;
}
