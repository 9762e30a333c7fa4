import type { Knex } from 'knex';
import { answerProblems, bodyProblems, matchOperation, readQuery } from '@/api/match';
import type { Actor } from '../access/authorise';
import { databaseTarget, openDatabase } from '../db/connection';
import { troubleOf } from '../db/dialects/registry';
import { noteStorage } from '../db/storage';
import { logger } from '../logger';
import { admit, perform } from '../perform';
import { readBytes, readJsonBody, receiveFile } from './body';
import { actorOfKey } from '../people/keys';
import { personOf } from '../people/sessions';
import { badRequest, Problem } from './problem';
import { dataPolicy } from './policy';
import { problemBody } from './problem-body';
import { currentSession, holdSession } from './session-cookie';
import { sharedSoon } from '../shared';
import { ADDRESS_HEADER, askedOrigin, serverSettings } from './settings';
import { refuseOtherSites } from './site';

export function database(): Promise<Knex> {
  return sharedSoon('database', () => openDatabase(databaseTarget()));
}

/** Who a session is of, read anew each time it is asked. */
export async function actorOf(knex: Knex, session: string | undefined): Promise<Actor> {
  const person = session && (await personOf(knex, session, new Date().toISOString()));
  return person ? { kind: 'person', id: person } : { kind: 'nobody' };
}

export const currentActor = async (knex: Knex): Promise<Actor> => actorOf(knex, await currentSession());

/** Who a request is of: a machine by its key, else whoever is signed in. @throws Problem 401 for a key that is none */
async function requesting(knex: Knex, request: Request): Promise<Actor> {
  const [, key] = /^Bearer (\S+)$/i.exec(request.headers.get('authorization') ?? '') ?? [];
  if (key === undefined) return currentActor(knex);
  const actor = await actorOfKey(knex, key, new Date().toISOString());
  if (!actor) throw new Problem(401, 'key', 'Unknown key', 'This key is unknown or was revoked. Create another on the page of your account.');
  return actor;
} // prettier-ignore

function problemResponse(problem: Problem): Response {
  const { headers, body } = problemBody(problem);
  return new Response(body, {
    status: problem.status,
    headers: { ...headers, 'content-security-policy': dataPolicy },
  });
}

/** What the database says of a failure that is not the program's, in words. */
function storageProblem(error: unknown): Problem | undefined {
  switch (troubleOf(error)) {
    case 'full':
      return new Problem(
        507,
        'full',
        'The disk is full',
        'Nothing was stored. Whoever runs this program has to make room; then try again.',
      );
    case 'busy':
      return new Problem(503, 'busy', 'The database is busy', 'Nothing was stored. Try again in a moment.', {
        retryAfter: 1,
      });
    case 'gone':
      return new Problem(
        503,
        'gone',
        'The database cannot be reached',
        'Whether this was stored is not known. Reload the page to see, then try again.',
        { retryAfter: 2 },
      );
    case 'character':
      return badRequest('A text has the character U+0000 in it, which cannot be stored. Remove it.');
    case 'damaged':
      return new Problem(
        500,
        'damaged',
        'The database is damaged',
        'Nothing was stored. Whoever runs this program has to put a backup in its place.',
      );
    default:
      return undefined;
  }
}

/** Answers any failure: a refusal in its own words, anything else without a trace of the inside. */
export function failureResponse(error: unknown): Response {
  if (error instanceof Problem) return problemResponse(error);
  logger.error(error);
  const storage = storageProblem(error);
  // Another failure says nothing of the disk.
  if (storage) noteStorage(storage.code);
  return problemResponse(
    storage ??
      new Problem(
        500,
        'failure',
        'The program failed',
        'Nothing was changed. Try again; if it happens again, tell whoever runs this program.',
      ),
  );
}

/** Bytes somebody uploaded: never run, framed or guessed at by the browser. */
const bytesResponse = ({ bytes, mediaType }: { bytes: Buffer; mediaType: string }) =>
  new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': mediaType,
      'content-disposition': 'attachment',
      'content-security-policy': "default-src 'none'; sandbox",
      'x-content-type-options': 'nosniff',
      'cache-control': 'private, max-age=31536000, immutable',
    },
  });

/** The most bytes of a body whose operation says nothing else. */
const USUAL_LIMIT = 64_000;

function decoded(segment: string): string {
  try {
    return decodeURIComponent(segment);
  } catch {
    throw badRequest(
      'The address cannot be read: a % in it is not followed by a UTF-8 character in hexadecimal.',
    );
  }
}

/** Answers a request to `/api/v1`. */
export async function respond(request: Request, segments: string[]): Promise<Response> {
  try {
    const found = matchOperation(request.method, '/' + segments.map(decoded).join('/'));
    if (found === 'unknown')
      throw new Problem(
        404,
        'not-found',
        'Not found',
        'There is nothing at this address. See /api/v1/openapi.json.',
      );
    if (found === 'method')
      throw new Problem(405, 'method', 'Not possible', `This address does not answer ${request.method}.`);
    const { operation, parameters } = found;
    refuseOtherSites(request, serverSettings());
    const query = readQuery(operation, new URL(request.url).searchParams);
    if ('problems' in query) throw badRequest(query.problems.join('; '));

    const knex = await database();
    const actor = await requesting(knex, request);
    // Who asks is known, and let in, before anything they send is read.
    await admit(knex, operation.id, actor, parameters);
    const limit = operation.limit ?? USUAL_LIMIT;
    const { body, size } =
      operation.bytes === 'file'
        ? { body: { upload: await receiveFile(request, limit) }, size: 0 }
        : operation.bytes === 'in'
          ? { body: { bytes: await readBytes(request, limit) }, size: 0 }
          : operation.body
            ? await readJsonBody(request, limit)
            : { body: {}, size: 0 };
    const problems = bodyProblems(operation, body, size);
    if (problems.length > 0) throw badRequest(problems.join('; '), { problems });

    const input = {
      ...query.values,
      ...(body as object),
      ...parameters,
      session: (await currentSession()) ?? '',
      address: request.headers.get(ADDRESS_HEADER) ?? '',
      agent: request.headers.get('user-agent') ?? '',
      origin: askedOrigin((name) => request.headers.get(name), serverSettings()),
    };
    const answer = (await perform(knex, operation.id, actor, input)) as Record<string, unknown>;
    if (request.method !== 'GET') noteStorage(undefined);
    if (operation.bytes === 'out') return bytesResponse(answer as { bytes: Buffer; mediaType: string });
    if (typeof answer.session === 'string') {
      await holdSession(answer.session);
      delete answer.session;
    }
    if (operation.id === 'people.signOut') await holdSession(undefined);
    const wrong = answerProblems(operation, answer);
    if (wrong.length > 0) {
      // What was done is committed: in production the person is told so, and the fault is for the log.
      const fault = new Error(`${operation.id} answers out of shape: ${wrong.join('; ')}`);
      if (process.env.NODE_ENV !== 'production') throw fault;
      logger.error({ err: fault }, 'answer out of shape');
    }
    return Response.json(answer, {
      headers: { 'cache-control': 'no-store', 'content-security-policy': dataPolicy },
    });
  } catch (error) {
    return failureResponse(error);
  }
}
