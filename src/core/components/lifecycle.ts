import type { ComponentDefinition } from './definition';

/** Why a component is not to be used any more, and what is to be used in its place. */
export interface Deprecation {
  reason: string;
  replacement: string | null;
}

export const deprecationOf = ({ deprecation }: ComponentDefinition): Deprecation | null =>
  deprecation && { reason: deprecation.reason, replacement: deprecation.replacement?.path ?? null };

/** `deprecated: two buttons did the same. Use button instead` */
export function deprecationText({ reason, replacement }: Deprecation): string {
  const why = reason.replace(/\.$/, '');
  return ['deprecated', why && `: ${why}`, replacement && `. Use ${replacement} instead`]
    .filter(Boolean)
    .join('');
}
