/** Pieces of JSON Schema 2020-12 that the schemas of items are made of. */
export const ID_PATTERN = '^[a-z]{1,12}_[A-Za-z0-9_-]{1,64}$';
export const text = { type: 'string', maxLength: 20_000 };
export const id = { type: 'string', pattern: ID_PATTERN };
/** The key of a place among siblings. */
export const order = { type: 'string', minLength: 1, maxLength: 200 };
export const name = { type: 'string', minLength: 1, maxLength: 200 };
/** A name that HTML and CSS take as it is: of a component, part, prop, value or state. */
export const identifier = { type: 'string', pattern: '^[a-z][a-zA-Z0-9-]{0,60}$' };
export const nullable = (schema: object) => ({ anyOf: [schema, { type: 'null' }] });
export const object = (properties: Record<string, object>, optional: readonly string[] = []) => ({
  type: 'object',
  properties,
  required: Object.keys(properties).filter((field) => !optional.includes(field)),
  additionalProperties: false,
});
/** Entries by id, or by what `names` says of them. */
export const record = (value: object, names: object = { pattern: ID_PATTERN }) => ({
  type: 'object',
  propertyNames: names,
  additionalProperties: value,
});
export const list = (items: object) => ({ type: 'array', items });
export const pair = (...items: object[]) => ({
  type: 'array',
  prefixItems: items,
  items: false,
  minItems: items.length,
});
export const reference = object({ id, path: text }, ['id']);
export const oneOf = (...values: string[]) => ({ enum: values });
