import type { Json, JsonObject } from '../base/json/json';
import type { Finding } from '../findings/finding';
import type { TokenReference } from './references';
import type { Context } from './system';

/** What one source says of one token, its references found once. */
export interface CompiledDeclaration {
  object: JsonObject;
  value: Json;
  type: string | undefined;
  alias: { reference: TokenReference; target: number | undefined } | undefined;
  references: { reference: TokenReference; target: number | undefined }[];
  /** What a value without references comes to, once known to be right. */
  outcome: ResolvedToken | undefined;
}

/** A declaration with the conditions under which it counts. */
export interface Candidate {
  source: number;
  when: Context;
  /** The axes named by `when`, bit i for axis i. */
  bits: number;
  declaration: CompiledDeclaration;
  /** Path of the group from which the token was taken over by `$extends`. */
  inheritedFrom?: string;
}

/** What is wrong with a token under one combination, before it is known under how many. */
export interface Problem {
  code: string;
  message: string;
  fix: string;
  level: Finding['level'];
}

/** A token's value under one combination of contexts, every reference replaced. */
export interface ResolvedToken {
  type: string;
  value: Json;
  /** The declaration that won. */
  from: Candidate;
  /** Where the whole value is a reference: the token it refers to. */
  aliasOf: number | undefined;
  /** Set where the token has no value; what is wrong is among the findings. */
  failed?: Problem;
}
