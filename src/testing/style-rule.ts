import type { StyleRule } from '@/core/components/definition';
import { parseConditions } from '@/core/components/condition';

/** For tests: a rule as one writes it; `{path}` is a token, anything else a raw value. */
export const styleRule = (
  order: string,
  when: string,
  part: string,
  style: Record<string, string>,
): StyleRule => ({
  order,
  kind: 'rule',
  when: parseConditions(when),
  part,
  comment: '',
  declarations: Object.entries(style).map(([property, text]) => [
    property,
    text.startsWith('{') ? { token: { path: text.slice(1, -1) } } : { raw: text },
  ]),
});
