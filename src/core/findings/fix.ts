import type { Json } from '../base/json/json';

/** One value a fix sets: of a layer's declaration, or of what shows under contexts. */
export type FixSetting =
  | { layer: string; value: Json }
  | { when: Readonly<Record<string, string>>; type: string; value: Json }
  /** A member of a composite value, under the contexts named; undefined: wherever it is declared. */
  | { member: string; contexts: readonly Readonly<Record<string, string>>[] | undefined; value: Json };

/**
 * What would fix a finding at one click, as data: a check says what is to be done, and one command does it. `label` says it
 * in words.
 */
export type Fix = { label: string } & (
  | { intent: 'refer'; path: string; to: string; /** Only where it refers to this now. */ from?: string }
  | { intent: 'set'; path: string; settings: FixSetting[] }
  | { intent: 'remove'; path: string }
  /** A declaration of a component's rule is bound to a token. */
  | { intent: 'bind'; component: string; entry: string; property: string; to: string }
);
