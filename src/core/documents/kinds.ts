import type { Item, ItemKindName, ItemOf } from './items';

/**
 * What the edits need to know of each kind of item: in which document it lives, and its fields, which is the grain of
 * conflict detection. `*` stands for an entry's id. The schema is JSON Schema 2020-12 and is checked by the server and
 * by imports before anything is stored.
 */
export interface ItemKind<K extends ItemKindName> {
  kind: K;
  document: 'library' | 'product';
  fields: string[];
  /** Fields an item may lack, and of which nothing but lacking it says that there is nothing. */
  lacking: string[];
  schema: object;
  /** What people call it. */
  title(item: ItemOf<K>): string;
}

export const ID_PATTERN = '^[a-z]{1,12}_[A-Za-z0-9_-]{1,64}$';
const text = { type: 'string', maxLength: 20_000 };
const id = { type: 'string', pattern: ID_PATTERN };
const nullable = (schema: object) => ({ anyOf: [schema, { type: 'null' }] });
const order = { type: 'string', minLength: 1, maxLength: 200 };
const object = (properties: Record<string, object>, optional: string[] = []) => ({
  type: 'object',
  properties,
  required: Object.keys(properties).filter((name) => !optional.includes(name)),
  additionalProperties: false,
});
const record = (value: object, names: object = { pattern: ID_PATTERN }) => ({
  type: 'object',
  propertyNames: names,
  additionalProperties: value,
});
const list = (items: object) => ({ type: 'array', items });
const pair = (...items: object[]) => ({
  type: 'array',
  prefixItems: items,
  items: false,
  minItems: items.length,
});
const reference = object({ id, path: text }, ['id']);
const oneOf = (...values: string[]) => ({ enum: values });
const name = { type: 'string', minLength: 1, maxLength: 200 };
const propName = { type: 'string', pattern: '^[a-z][a-zA-Z0-9-]{0,60}$' };
const declaration = object(
  {
    text: { type: 'string', maxLength: 500_000 },
    refs: list(pair(text, id)),
    at: order,
    tail: { type: 'integer', minimum: 1 },
  },
  ['at', 'tail'],
);
const condition = {
  anyOf: [
    object({ kind: oneOf('choice'), prop: propName, is: { ...list(name), minItems: 1 } }),
    object({ kind: oneOf('flag'), prop: propName, is: { type: 'boolean' } }),
    object({ kind: oneOf('state'), state: propName }),
  ],
};
const property = { type: 'string', pattern: '^(--)?[a-z][a-z0-9-]*$' };
const styleValue = {
  anyOf: [
    object({ token: reference }),
    object({ raw: { type: 'string', maxLength: 2000, pattern: '^[^;{}<>]*$' } }),
  ],
};
const styleEntry = {
  anyOf: [
    object(
      {
        order,
        kind: oneOf('rule'),
        when: list(condition),
        part: propName,
        declarations: list(pair(property, styleValue)),
        comment: text,
        text,
      },
      ['text'],
    ),
    object({ order, kind: oneOf('kept'), css: { type: 'string', maxLength: 50_000 } }),
  ],
};
const weight = { type: 'integer', minimum: 1, maximum: 1000 };
const fontFacts = object({
  family: name,
  weight: pair(weight, weight),
  italic: { type: 'boolean' },
  axes: list(
    object({
      tag: name,
      name,
      min: { type: 'number' },
      default: { type: 'number' },
      max: { type: 'number' },
    }),
  ),
  scripts: list(name),
  glyphs: { type: 'integer', minimum: 0 },
  licence: text,
  embedding: oneOf('installable', 'restricted', 'preview and print', 'editable'),
  noSubsetting: { type: 'boolean' },
  bitmapOnly: { type: 'boolean' },
});
const assetFile = object(
  {
    order,
    file: name,
    mediaType: name,
    hash: { type: 'string', pattern: '^[0-9a-f]{64}$' },
    size: { type: 'integer', minimum: 1 },
    context: nullable(id),
    font: nullable(fontFacts),
    svg: { type: 'string', maxLength: 200_000 },
  },
  ['svg'],
);
const nested = object(
  {
    component: reference,
    asset: reference,
    props: record(text, propName),
    passed: record(propName, propName),
  },
  ['component', 'asset'],
);
const behaviour = {
  anyOf: [
    object({
      order,
      kind: oneOf('timed'),
      part: propName,
      text,
      state: text,
      after: styleValue,
      does: text,
    }),
    object({ order, kind: oneOf('event'), part: propName, text, name, on: propName }),
    object({ order, kind: oneOf('note'), part: propName, text }),
  ],
};
const propKind = oneOf('choice', 'flag', 'text', 'slot');
const guideBlock = {
  anyOf: [
    object({ order, kind: oneOf('text'), markdown: { type: 'string', maxLength: 200_000 } }),
    object({ order, kind: oneOf('tokenTable'), group: reference }),
    object({ order, kind: oneOf('typeSpecimen'), group: reference, sample: text }),
    object({
      order,
      kind: oneOf('component', 'anatomy'),
      component: reference,
      props: record(text, propName),
    }),
  ],
};

function define<K extends ItemKindName>(
  kind: K,
  document: 'library' | 'product',
  properties: Record<string, object>,
  title: (item: ItemOf<K>) => string,
  /** Fields that came later: an item without one has nothing there. */
  optional: string[] = [],
): [string, ItemKind<ItemKindName>] {
  const fields = Object.entries(properties)
    .filter(([field]) => field !== 'order')
    .map(([field, schema]) =>
      'additionalProperties' in schema && 'propertyNames' in schema ? `${field}/*` : field,
    );
  const schema = object({ id, kind: oneOf(kind), ...properties }, optional);
  const lacking = optional.filter((field) => !('anyOf' in properties[field]!));
  return [
    kind,
    {
      kind,
      document,
      fields,
      lacking,
      schema,
      title: title as (item: Item) => string,
    } as ItemKind<ItemKindName>,
  ];
}

export const ITEM_KINDS: ReadonlyMap<string, ItemKind<ItemKindName>> = new Map([
  define(
    'token',
    'library',
    { order, name, parent: nullable(id), declarations: record(declaration), redirects: list(text) },
    (i) => i.name,
  ),
  define(
    'group',
    'library',
    { order, name: text, parent: nullable(id), declarations: record(declaration), redirects: list(text) },
    (i) => i.name,
  ),
  define('axis', 'library', { order, name, description: text, default: nullable(id) }, (i) => i.name),
  define('context', 'library', { order, axis: id, name }, (i) => i.name),
  define('layer', 'library', { order, name, when: list(pair(id, id)), file: nullable(text) }, (i) => i.name),
  define(
    'resolver',
    'library',
    { file: name, text: { type: 'string' }, places: list(pair(text, id)) },
    (i) => i.file,
  ),
  define(
    'pairing',
    'library',
    { order, text: reference, surface: reference, needs: { type: 'number', minimum: 1, maximum: 21 } },
    (i) => `${i.text.path} on ${i.surface.path}`,
  ),
  define('recipe', 'library', { order, name, family: text, parameters: text }, (i) => i.name),
  define(
    'component',
    'library',
    {
      order,
      name: propName,
      description: text,
      rank: nullable(id),
      visibility: oneOf('released', 'internal'),
      deprecation: nullable(object({ reason: text, replacement: nullable(reference) })),
      template: { type: 'string', maxLength: 200_000 },
      states: list(propName),
      parts: record(
        object(
          {
            order,
            name: propName,
            shows: oneOf('text', 'icon', 'nothing'),
            description: text,
            adjustable: list(property),
          },
          ['adjustable'],
        ),
      ),
      props: record(
        object(
          {
            order,
            name: propName,
            kind: propKind,
            values: list(propName),
            default: text,
            description: text,
            accepts: list(reference),
            most: { type: 'integer', minimum: 1 },
            holds: list(nested),
          },
          ['accepts', 'most', 'holds'],
        ),
      ),
      entries: record(styleEntry),
      guards: record(
        object(
          {
            order,
            when: list(condition),
            part: propName,
            property,
            value: text,
            note: text,
            under: record(text, name),
          },
          ['under'],
        ),
      ),
      excluded: record(object({ order, when: { ...list(condition), minItems: 1 }, why: text })),
      bases: list(reference),
      variationOf: nullable(reference),
      behaviours: record(behaviour),
      script: { type: 'string', maxLength: 100_000 },
      code: nullable(
        object({ file: name, props: list(object({ name, kind: propKind, values: list(text) })) }),
      ),
    },
    (i) => i.name,
    ['excluded', 'bases', 'variationOf', 'behaviours', 'script', 'code'],
  ),
  define('ruleSet', 'library', { order, name, entries: record(styleEntry) }, (i) => i.name),
  define(
    'styleSheet',
    'library',
    { order, name, css: { type: 'string', maxLength: 500_000 } },
    (i) => i.name,
  ),
  define(
    'asset',
    'library',
    { order, name, role: oneOf('font', 'icon', 'logo', 'picture'), files: record(assetFile) },
    (i) => i.name,
  ),
  define('guide', 'library', { order, name, title: text, blocks: record(guideBlock) }, (i) => i.title),
  define('rank', 'library', { order, name }, (i) => i.name),
  define(
    'acceptedFinding',
    'library',
    { code: name, path: text, reason: text },
    (i) => `${i.code} at ${i.path}`,
  ),
  define('parent', 'library', { library: reference, version: name }, (i) => `${i.library.path} ${i.version}`),
  define(
    'pin',
    'product',
    { library: reference, version: name, policy: oneOf('ask', 'patches', 'minors'), held: record(name) },
    (i) => `${i.library.path} ${i.version}`,
  ),
  define(
    'screen',
    'product',
    { order, name, title: text, width: { type: 'number', minimum: 100, maximum: 10_000 } },
    (i) => i.title,
  ),
  define(
    'placement',
    'product',
    {
      order,
      screen: id,
      parent: nullable(id),
      slot: nullable(propName),
      component: reference,
      props: record(text, propName),
      overrides: record(object({ part: propName, property, value: styleValue })),
    },
    (i) => i.component.path,
  ),
  define('goal', 'product', { order, name, target: { type: 'number' } }, (i) => i.name),
]);

export function kindOf(item: Item): ItemKind<ItemKindName> {
  return ITEM_KINDS.get(item.kind)!;
}

/** Whether `path` names a field of this kind: the grain at which two people's edits collide. */
export function isField(kind: ItemKind<ItemKindName>, path: string): boolean {
  const [first, entry, ...rest] = path.split('/');
  if (rest.length > 0) return false;
  return kind.fields.includes(entry === undefined ? first! : `${first}/*`);
}
