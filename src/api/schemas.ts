import { Type, type TSchema } from '@sinclair/typebox';
import type { Edit } from '@/core/document/edits';
import type { Item } from '@/core/document/item';

const exact = { additionalProperties: false } as const;

export const Text = Type.String({ maxLength: 20_000 });
export const LongText = Type.String();
export const Name = Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' });
export const Slug = Type.String({ pattern: '^[a-z][a-z0-9-]{0,60}$' });
export const Version = Type.String({ pattern: '^[0-9]+\\.[0-9]+\\.[0-9]+(-[0-9A-Za-z.-]+)?$' });
export const Email = Type.String({ format: 'email' });
export const Password = Type.String({ minLength: 10, maxLength: 500 });
/** An id made by a client. */
export const FreshId = Type.String({ pattern: '^[A-Za-z0-9_-]{8,80}$' });
export const Flag = Type.Boolean();
export const Whole = Type.Integer();
/** An object of these members and no others. */
export const exactly = <P extends Record<string, TSchema>>(members: P) => Type.Object(members, exact);
export const optional = Type.Optional;
export const list = Type.Array;
export const oneOf = <const Values extends readonly string[]>(...values: Values) =>
  Type.Unsafe<Values[number]>({ enum: values });
export const nullable = <S extends TSchema>(schema: S) => Type.Union([schema, Type.Null()]);
export const Nothing = exactly({});
/** Why a release is no longer offered, and who said so. */
export const Withdrawal = exactly({ reason: Text, by: Text, at: Text });

export const Role = oneOf('viewer', 'contributor', 'maintainer', 'owner');

/** Items have schemas by kind, held when they are stored; here they are told as they stand. */
export const ItemValue = Type.Unsafe<Item>({ type: 'object', required: ['id', 'kind'] });

export const EditValue = Type.Unsafe<Edit>(
  exactly({
    kind: Text,
    version: Type.Integer({ minimum: 1 }),
    item: Text,
    path: LongText,
    before: Type.Unknown(),
    after: Type.Unknown(),
  }),
);

export const LoggedChange = exactly({
  id: Text,
  sequence: Whole,
  author: Text,
  label: Text,
  at: Text,
  edits: list(EditValue),
  undoes: optional(Text),
});

export const FindingValue = exactly({
  code: Text,
  level: oneOf('error', 'warning', 'note'),
  message: LongText,
  path: optional(LongText),
  component: optional(LongText),
  related: optional(list(LongText)),
  at: optional(
    exactly({
      file: optional(LongText),
      pointer: optional(LongText),
      line: optional(Type.Number()),
      column: optional(Type.Number()),
    }),
  ),
  fix: optional(LongText),
  context: optional(Type.Record(Type.String(), Type.String())),
});

/** A file of an output: its text, or the uploaded file that stands in its place. */
export const WrittenFile = exactly({
  name: Type.String({ minLength: 1, maxLength: 300 }),
  text: LongText,
  stored: optional(exactly({ hash: Text, size: Whole })),
});

export const SentFiles = list(
  exactly({ name: Type.String({ minLength: 1, maxLength: 300 }), text: LongText }),
);

/** A library's release with what it inherits. */
export const Generation = exactly({ name: Text, version: LongText, items: list(ItemValue) });

/** Of whichever document is opened. */
export const openedDocument = {
  document: exactly({
    id: Text,
    kind: oneOf('library', 'product'),
    slug: Text,
    name: Text,
    about: LongText,
    team: Text,
  }),
  role: Role,
  sequence: Whole,
  items: list(ItemValue),
  log: list(LoggedChange),
  people: list(exactly({ id: Text, name: Text })),
};

export const Problem = Type.Object({
  type: Text,
  title: Text,
  status: Whole,
  detail: LongText,
  code: Text,
});
