import {
  identifier,
  list,
  name,
  object,
  oneOf,
  order,
  pair,
  record,
  reference,
  text,
} from '../document/schema';

/** What several kinds of item say of styles. */
export const property = { type: 'string', pattern: '^(--)?[a-z][a-z0-9-]*$' };
export const styleValue = {
  anyOf: [
    object({ token: reference }),
    object({ raw: { type: 'string', maxLength: 2000, pattern: '^[^;{}<>]*$' } }),
  ],
};
export const condition = {
  anyOf: [
    object({ kind: oneOf('choice'), prop: identifier, is: { ...list(name), minItems: 1 } }),
    object({ kind: oneOf('flag'), prop: identifier, is: { type: 'boolean' } }),
    object({ kind: oneOf('state'), state: identifier }),
  ],
};
export const styleEntry = {
  anyOf: [
    object(
      {
        order,
        kind: oneOf('rule'),
        when: list(condition),
        part: identifier,
        declarations: list(pair(property, styleValue)),
        comment: text,
        text,
      },
      ['text'],
    ),
    object({ order, kind: oneOf('kept'), css: { type: 'string', maxLength: 50_000 } }),
  ],
};
/** The props something is shown with, by name. */
export const givenProps = record(text, identifier);
