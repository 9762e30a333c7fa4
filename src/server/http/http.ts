import path from 'node:path';
import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { getIronSession } from 'iron-session';
import type { Knex } from 'knex';
import { cookies } from 'next/headers';
import pino from 'pino';
import { answerProblems, bodyProblems, matchOperation, readQuery } from '@/api/match';
import type { Actor } from '../access/authorise';
import { dataFolder, openDatabase } from '../db/connection';
import { perform } from '../perform';
import { badRequest, Problem } from './problem';
import { shared } from '../shared';

const logger = shared('logger', () => pino({ name: 'seedplan', level: process.env.LOG_LEVEL ?? 'warn' }));

export function database(): Promise<Knex> {
  return shared('database', () => openDatabase(dataFolder()));
}

/** The key that seals cookies: made once for a data folder and kept in it. */
function sealingKey(): string {
  return shared('sealing-key', () => {
    const file = path.join(dataFolder(), 'session-key');
    if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600, flag: 'wx' });
    return readFileSync(file, 'utf8').trim();
  });
}

async function cookie() {
  return getIronSession<{ session?: string }>(await cookies(), {
    cookieName: 'seedplan',
    password: sealingKey(),
    cookieOptions: {
      httpOnly: true,
      sameSite: 'lax',
      secure: process.env.SEEDPLAN_SECURE_COOKIES === 'true',
      path: '/',
    },
  });
}

/** Who asks: the cookie holds a session id only; everything else is read anew for each request. */
export async function currentActor(knex: Knex): Promise<Actor> {
  const { session } = await cookie();
  if (!session) return { kind: 'nobody' };
  const row = await knex('sessions')
    .where({ id: session })
    .where('expires_at', '>', new Date().toISOString())
    .first();
  return row ? { kind: 'person', id: row.person_id } : { kind: 'nobody' };
}

const LARGEST_BODY = 6 * 1024 * 1024;

function problemResponse(problem: Problem): Response {
  const { status, code, title, detail, more } = problem;
  return new Response(JSON.stringify({ type: `about:blank#${code}`, title, status, detail, code, ...more }), {
    status,
    headers: { 'content-type': 'application/problem+json', 'cache-control': 'no-store' },
  });
}

/** Answers any failure: a refusal in its own words, anything else without a trace of the inside. */
export function failureResponse(error: unknown): Response {
  if (error instanceof Problem) return problemResponse(error);
  logger.error(error);
  return problemResponse(
    new Problem(
      500,
      'failure',
      'The program failed',
      'Nothing was changed. Try again; if it happens again, tell whoever runs this program.',
    ),
  );
}

/** Writes must come from the application's own pages. */
function checkOrigin(request: Request): void {
  const origin = request.headers.get('origin');
  if (origin === null) return;
  const host = request.headers.get('x-forwarded-host') ?? request.headers.get('host');
  if (origin === 'null' || new URL(origin).host !== host)
    throw new Problem(403, 'origin', 'Not allowed', 'This request comes from another site.');
}

async function readBytes(request: Request): Promise<Buffer> {
  const declared = Number(request.headers.get('content-length') ?? 0);
  const tooLarge = () =>
    new Problem(
      413,
      'too-large',
      'Too large',
      `A request may hold ${LARGEST_BODY / 1024 / 1024} MB. Send the files in parts, or use the command line.`,
    );
  if (declared > LARGEST_BODY) throw tooLarge();
  const reader = request.body?.getReader();
  const chunks: Uint8Array[] = [];
  let size = 0;
  for (let chunk = await reader?.read(); chunk && !chunk.done; chunk = await reader?.read()) {
    size += chunk.value.length;
    if (size > LARGEST_BODY) throw tooLarge();
    chunks.push(chunk.value);
  }
  return Buffer.concat(chunks);
}

async function readBody(request: Request): Promise<unknown> {
  const bytes = await readBytes(request);
  try {
    return JSON.parse(bytes.toString('utf8') || '{}');
  } catch {
    throw badRequest('The body is not JSON.');
  }
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

/** Answers a request to `/api/v1`. */
export async function respond(request: Request, segments: string[]): Promise<Response> {
  try {
    const found = matchOperation(request.method, '/' + segments.map(decodeURIComponent).join('/'));
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
    if (request.method !== 'GET') checkOrigin(request);
    const query = readQuery(operation, new URL(request.url).searchParams);
    if ('problems' in query) throw badRequest(query.problems.join('; '));
    const body =
      operation.bytes === 'in'
        ? { bytes: await readBytes(request) }
        : operation.body
          ? await readBody(request)
          : {};
    const problems = bodyProblems(operation, body);
    if (problems.length > 0) throw badRequest(problems.join('; '), { problems });

    const knex = await database();
    const actor = await currentActor(knex);
    const held = await cookie();
    const input = {
      ...query.values,
      ...(body as object),
      ...parameters,
      ...(operation.id === 'people.signOut' && { session: held.session }),
    };
    const answer = (await perform(knex, operation.id, actor, input)) as Record<string, unknown>;
    if (operation.bytes === 'out') return bytesResponse(answer as { bytes: Buffer; mediaType: string });
    if (typeof answer.session === 'string') {
      held.session = answer.session;
      await held.save();
      delete answer.session;
    }
    if (operation.id === 'people.signOut') held.destroy();
    const wrong = answerProblems(operation, answer);
    if (wrong.length > 0) {
      // What was done is committed: in production the person is told so, and the fault is for the log.
      const fault = new Error(`${operation.id} answers out of shape: ${wrong.join('; ')}`);
      if (process.env.NODE_ENV !== 'production') throw fault;
      logger.error({ err: fault }, 'answer out of shape');
    }
    return Response.json(answer, { headers: { 'cache-control': 'no-store' } });
  } catch (error) {
    return failureResponse(error);
  }
}
