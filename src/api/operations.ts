import { MOST_WIDTHS, NARROWEST, WIDEST } from './workspace';

/**
 * The operations of `/api/v1`: one entry each, from which routes, validation and the OpenAPI document are made. An
 * operation's id is that of the use case it performs. `{name}` in a path is a parameter of the input.
 */
export interface Operation {
  id: string;
  method: 'GET' | 'POST' | 'PUT' | 'DELETE';
  path: string;
  summary: string;
  /** Query parameters; all are text, `true` and `false` where the use case wants a flag. */
  query?: Record<string, object>;
  body?: object;
  /** Bytes instead of JSON: in the body of the request, as its input `bytes`, or as the answer. */
  bytes?: 'in' | 'out';
  answer: object;
}

const text = { type: 'string', maxLength: 20_000 };
const name = { type: 'string', minLength: 1, maxLength: 120, pattern: '\\S' };
const slug = { type: 'string', pattern: '^[a-z][a-z0-9-]{0,60}$' };
const version = { type: 'string', pattern: '^[0-9]+\\.[0-9]+\\.[0-9]+(-[0-9A-Za-z.-]+)?$' };
const id = { type: 'string', pattern: '^[A-Za-z0-9_-]{8,80}$' };
const flag = { type: 'boolean' };
const width = { type: 'integer', minimum: NARROWEST, maximum: WIDEST };
const list = (items: object) => ({ type: 'array', items });
const object = (properties: Record<string, object>, optional: string[] = []) => ({
  type: 'object',
  properties,
  required: Object.keys(properties).filter((key) => !optional.includes(key)),
  additionalProperties: false,
});
const open = (properties: Record<string, object>) => ({
  type: 'object',
  properties,
  required: Object.keys(properties),
});
const edit = object({
  kind: text,
  version: { type: 'integer', minimum: 1 },
  item: text,
  path: { type: 'string' },
  before: {},
  after: {},
});
const logged = open({
  id: text,
  sequence: { type: 'integer' },
  author: text,
  label: text,
  at: text,
  edits: list(edit),
});
const finding = open({
  code: text,
  level: { enum: ['error', 'warning', 'note'] },
  message: { type: 'string' },
});
const files = list(
  object({ name: { type: 'string', minLength: 1, maxLength: 300 }, text: { type: 'string' } }),
);
const items = list({ type: 'object' });
const heading = {
  document: open({ id: text, kind: { enum: ['library', 'product'] }, slug, name: text }),
  role: text,
  sequence: { type: 'integer' },
  items,
};

export const OPERATIONS: readonly Operation[] = [
  {
    id: 'people.welcome',
    method: 'GET',
    path: '/welcome',
    summary: 'What a visitor who is not signed in may know',
    answer: open({ workspace: text, demo: flag, empty: flag, people: list(open({ id: text, name: text })) }),
  },
  {
    id: 'workspace.setUp',
    method: 'POST',
    path: '/workspace',
    summary: 'Set up an empty workspace with its first owner',
    body: object({
      workspace: name,
      name,
      email: { type: 'string', format: 'email' },
      password: { type: 'string', minLength: 10, maxLength: 500 },
      team: name,
    }),
    answer: object({}),
  },
  {
    id: 'workspace.setWidths',
    method: 'PUT',
    path: '/workspace/widths',
    summary: 'Set the preview widths',
    body: object({ widths: { ...list(width), minItems: 1, maxItems: MOST_WIDTHS } }),
    answer: open({ widths: list(width) }),
  },
  {
    id: 'people.signIn',
    method: 'POST',
    path: '/session',
    summary: 'Sign in with email and password',
    body: object({ email: text, password: text }),
    answer: object({}),
  },
  {
    id: 'people.signInDemo',
    method: 'POST',
    path: '/session/demo',
    summary: 'Sign in as one of the demo people',
    body: object({ person: text }),
    answer: object({}),
  },
  { id: 'people.signOut', method: 'DELETE', path: '/session', summary: 'Sign out', answer: object({}) },
  {
    id: 'people.me',
    method: 'GET',
    path: '/me',
    summary: 'Who is signed in',
    answer: open({
      person: open({ id: text, name: text, administrator: flag }),
      teams: list(open({ name: text, role: text })),
      unread: { type: 'integer' },
      workspace: open({ widths: list(width) }),
    }),
  },
  {
    id: 'people.add',
    method: 'POST',
    path: '/people',
    summary: 'Add a person',
    body: object(
      {
        name,
        email: { type: 'string', format: 'email' },
        password: { type: 'string', minLength: 10, maxLength: 500 },
        about: text,
        memberships: list(
          object({ team: name, role: { enum: ['viewer', 'contributor', 'maintainer', 'owner'] } }),
        ),
      },
      ['about'],
    ),
    answer: open({ id: text }),
  },
  {
    id: 'documents.list',
    method: 'GET',
    path: '/documents',
    summary: 'The libraries and products the caller may read',
    answer: open({ documents: list(open({ kind: text, slug, name: text })) }),
  },
  {
    id: 'libraries.create',
    method: 'POST',
    path: '/libraries',
    summary: 'Create a library',
    body: object(
      {
        name,
        slug,
        team: text,
        about: text,
        visibility: { enum: ['workspace', 'team'] },
        parent: object({ slug, version }),
      },
      ['team', 'about', 'visibility', 'parent'],
    ),
    answer: open({ slug }),
  },
  {
    id: 'libraries.open',
    method: 'GET',
    path: '/libraries/{slug}',
    summary: 'A library’s draft, with what it inherits and who uses it',
    answer: open({ ...heading, log: list(logged) }),
  },
  {
    id: 'libraries.import',
    method: 'POST',
    path: '/libraries/{slug}/import',
    summary: 'Import files into a library, or preview the import',
    body: object({ files, tryOnly: flag }, ['tryOnly']),
    answer: open({ counts: { type: 'object' }, findings: list(finding), changed: { type: 'integer' } }),
  },
  {
    id: 'documents.change',
    method: 'POST',
    path: '/documents/{slug}/changes',
    summary: 'Apply a change set to a draft or product',
    body: object({
      id,
      label: { type: 'string', minLength: 1, maxLength: 300 },
      edits: { ...list(edit), minItems: 1, maxItems: 20_000 },
    }),
    answer: logged,
  },
  {
    id: 'documents.history',
    method: 'GET',
    path: '/documents/{slug}/changes',
    summary: 'The change sets of a draft or product',
    query: { since: { type: 'integer', minimum: 0 } },
    answer: open({ sequence: { type: 'integer' }, changeSets: list(logged) }),
  },
  {
    id: 'documents.undo',
    method: 'POST',
    path: '/documents/{slug}/undo',
    summary: 'Undo or redo the caller’s own last change',
    body: object({ id, redo: flag, partly: flag }, ['redo', 'partly']),
    answer: logged,
  },
  {
    id: 'releases.list',
    method: 'GET',
    path: '/libraries/{slug}/releases',
    summary: 'The releases of a library, newest first',
    answer: open({ releases: list(open({ version, at: text, author: text, notes: { type: 'string' } })) }),
  },
  {
    id: 'releases.publish',
    method: 'POST',
    path: '/libraries/{slug}/releases',
    summary: 'Release a draft, without the excluded items',
    body: object({ sequence: { type: 'integer' }, version, leftOut: list(text), summary: text }),
    answer: open({ id: text, version }),
  },
  {
    id: 'outputs.write',
    method: 'POST',
    path: '/libraries/{slug}/outputs',
    summary: 'Export tokens in one format',
    body: object(
      {
        format: text,
        version: text,
        context: { type: 'object', additionalProperties: text },
        prefix: { type: 'string', pattern: '^[a-z][a-z0-9-]{0,30}$' },
        ids: flag,
      },
      ['version', 'context', 'prefix', 'ids'],
    ),
    answer: open({ files, findings: list(finding) }),
  },
  {
    id: 'products.create',
    method: 'POST',
    path: '/products',
    summary: 'Create a product with its first pin',
    body: object({ name, slug, team: text, about: text, library: slug, version }, [
      'team',
      'about',
      'version',
    ]),
    answer: open({ slug }),
  },
  {
    id: 'products.open',
    method: 'GET',
    path: '/products/{slug}',
    summary: 'A product, with the releases it is pinned to and newer ones',
    answer: open({
      ...heading,
      libraries: list(
        open({ slug, name: text, pinned: open({ version, items }), newer: list(open({ version, items })) }),
      ),
    }),
  },
  {
    id: 'products.import',
    method: 'POST',
    path: '/products/{slug}/import',
    summary: 'Import screens into a product',
    body: object({ files }),
    answer: open({ changed: { type: 'integer' }, findings: list(finding) }),
  },
  {
    id: 'products.take',
    method: 'POST',
    path: '/products/{slug}/pins',
    summary: 'Upgrade to another release of a library',
    body: object({ library: slug, version, id }),
    answer: logged,
  },
  {
    id: 'inbox.list',
    method: 'GET',
    path: '/inbox',
    summary: 'The inbox',
    answer: open({ notices: list(open({ id: text, title: text, href: text, read: flag })) }),
  },
  {
    id: 'inbox.read',
    method: 'PUT',
    path: '/inbox/{notice}',
    summary: 'Mark a message read or unread',
    body: object({ read: flag }),
    answer: object({}),
  },
  {
    id: 'libraries.transfer',
    method: 'POST',
    path: '/libraries/{slug}/transfer',
    summary: 'Move or copy components to another library, with what they need',
    body: object(
      {
        names: { ...list(name), minItems: 1 },
        to: slug,
        mode: { enum: ['copy', 'move'] },
        needs: { enum: ['map', 'bring'] },
        tryOnly: { type: 'boolean' },
      },
      ['tryOnly'],
    ),
    answer: open({ brought: list(text), mapped: list(text) }),
  },
  {
    id: 'files.store',
    method: 'POST',
    path: '/libraries/{slug}/files',
    summary: 'Store a font, drawing or picture for a library’s assets; the body is its bytes',
    query: { name, as: { enum: ['icon', 'logo', 'picture'] } },
    bytes: 'in',
    answer: open({
      file: name,
      hash: text,
      mediaType: text,
      size: { type: 'integer' },
      font: { type: ['object', 'null'] },
      notes: list(text),
    }),
  },
  {
    id: 'files.read',
    method: 'GET',
    path: '/files/{hash}',
    summary: 'The bytes of a stored file',
    bytes: 'out',
    answer: {},
  },
];

export const PROBLEM_SCHEMA = open({
  type: text,
  title: text,
  status: { type: 'integer' },
  detail: { type: 'string' },
  code: text,
});
