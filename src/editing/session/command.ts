import type { Edit } from '@/core/document/edits';

/** The edits a gesture comes to, with what to call them; or what is wrong with it. */
export type Command =
  | { label: string; edits: Edit[] }
  /** `field`: the member of the input that is wrong, where it is one. */
  | { problem: string; fix: string; field?: string };
export type NewId = (prefix: string) => string;

export type Refused = Extract<Command, { problem: string }>;

export const refuse = (problem: string, fix: string, field?: string): Refused => ({
  problem,
  fix,
  ...(field !== undefined && { field }),
});
