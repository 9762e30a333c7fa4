import type { Edit } from '@/core/document/edits';

/** The edits a gesture comes to, with what to call them; or what is wrong with it. */
export type Plan = { label: string; edits: Edit[] } | { problem: string; fix: string };
export type NewId = (prefix: string) => string;

export const refuse = (problem: string, fix: string): Plan => ({ problem, fix });
