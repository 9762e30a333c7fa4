import type { TObject, TSchema } from '@sinclair/typebox';

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

/**
 * An operation of `/api/v1`: routes, validation, the OpenAPI document and the TypeScript types of client and server are
 * made from its schemas. Its id is that of the use case it performs. `{name}` in a path is a parameter of the input.
 */
export interface Operation {
  id: string;
  method: Method;
  path: string;
  summary: string;
  /** Query parameters; each may be left out. */
  query?: Record<string, TSchema>;
  body?: TSchema;
  /**
   * Bytes instead of JSON: in the body of the request, as its input `bytes`; kept on the disk as they come, as its input
   * `upload`; or as the answer.
   */
  bytes?: 'in' | 'file' | 'out';
  /** The most bytes its body may hold; left out: 64 kB. */
  limit?: number;
  answer: TSchema;
}

/** Bytes of a body that brings files or many edits. */
export const LARGE_BODY = 6_000_000;

type ParameterNames<Path extends string> = Path extends `${string}{${infer Name}}${infer Rest}`
  ? Name | ParameterNames<Rest>
  : never;

/** An operation with what its schemas stand for: what a use case is given (path, query and body as one) and answers. */
export interface Declared<
  Id extends string,
  M extends Method,
  Path extends string,
  Input,
  Answer,
> extends Operation {
  id: Id;
  method: M;
  path: Path;
  /** Of types alone: nothing stands here when the program runs. */
  types?: { input: Input; answer: Answer };
}

/** Declares an operation, keeping the types its schemas stand for. */
export const operation = <
  const Id extends string,
  const M extends Method,
  const Path extends string,
  Answer extends TSchema,
  // eslint-disable-next-line @typescript-eslint/no-empty-object-type -- nothing is asked unless it is said
  Query extends Record<string, TSchema> = {},
  // eslint-disable-next-line @typescript-eslint/no-empty-object-type -- likewise
  Body extends TSchema = TObject<{}>,
>(
  declared: Pick<Operation, 'summary' | 'bytes' | 'limit'> & {
    id: Id;
    method: M;
    path: Path;
    query?: Query;
    body?: Body;
    answer: Answer;
  },
): Declared<
  Id,
  M,
  Path,
  { [Name in ParameterNames<Path>]: string } & {
    [Name in keyof Query]?: Query[Name]['static'];
  } & Body['static'],
  Answer['static']
> => declared;
