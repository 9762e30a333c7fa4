import type { Edit } from '@/core/document/edits';

/** The edits a gesture comes to, with what to call them; or what is wrong with it. */
export type Command = { label: string; edits: Edit[] } | { problem: string; fix: string };
export type NewId = (prefix: string) => string;

export const refuse = (problem: string, fix: string): Command => ({ problem, fix });
