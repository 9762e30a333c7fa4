import type { ChildProcess } from 'node:child_process';
import path from 'node:path';
import { Readable } from 'node:stream';
import type { ReadableStream as WebStream } from 'node:stream/web';
import type { Knex } from 'knex';
import type { KeyAction } from '@/api/keys';
import { authorise, type Actor, type DocumentRow } from '../access/authorise';
import { forbidden, notFound, Problem } from '../http/problem';
import { ADDRESS_HEADER } from '../http/settings';
import { actorOfKey } from '../people/keys';
import { perform } from '../perform';
import { MAIN, repositoryFolder } from './folder';
import { branchesOf, httpBackend, requireGit } from './git';

/** What git may ask, and whether it writes; all else of the older protocol is not answered. */
const SERVICES: Record<string, 'read' | 'write'> = { 'git-upload-pack': 'read', 'git-receive-pack': 'write' };

/** A key is asked for as git asks people for a password. */
const signIn = (detail: string) =>
  new Problem(401, 'key', 'A key is needed', detail, { authenticate: 'Basic realm="Seedplan"' });

/** The key git was given: as the password, whatever the name. */
function keyIn(request: Request): string | undefined {
  const [, encoded] = /^Basic ([A-Za-z0-9+/=]+)$/i.exec(request.headers.get('authorization') ?? '') ?? [];
  if (encoded === undefined) return undefined;
  const given = Buffer.from(encoded, 'base64').toString('utf8');
  return given.slice(given.indexOf(':') + 1);
}

/**
 * Answers git over HTTP (its smart protocol, by git's own server): cloning and fetching by a key that may read, pushing by one
 * that may push, each as far as the person the key is of may. A push to the main branch is scanned.
 * @throws Problem 401, 403, 404 or 501
 */
export async function answerGit(knex: Knex, request: Request, repository: string, inner: string): Promise<Response> {
  requireGit();
  const url = new URL(request.url);
  const service = inner === 'info/refs' ? url.searchParams.get('service') : inner;
  const access = SERVICES[service ?? ''];
  const isAsked = request.method === (inner === 'info/refs' ? 'GET' : 'POST');
  const [, slug] = /^([a-z][a-z0-9-]{0,60})\.git$/.exec(repository) ?? [];
  if (slug === undefined || access === undefined || !isAsked) throw notFound('repository at this address');
  const key = keyIn(request);
  if (key === undefined) throw signIn('Give a key as the password. Create one on the page of your account.');
  const actor = await actorOfKey(knex, key, new Date().toISOString());
  if (!actor) throw signIn('This key is unknown or was revoked. Create another on the page of your account.');
  const allowed: KeyAction[] = access === 'write' ? ['push'] : ['clone', 'push'];
  if (actor.kind === 'person' && !allowed.some((action) => actor.key?.actions.includes(action)))
    throw forbidden(`This key may not ${access === 'write' ? 'push to' : 'clone'} repositories.`);
  const document: DocumentRow | undefined = await knex('documents').where({ slug, kind: 'product' }).first();
  await authorise(knex, actor, access === 'write' ? 'contributor' : 'viewer', document, `product called ${slug}`);
  const folder = await repositoryFolder(knex, document!.id);
  if (!folder) throw notFound(`repository of ${slug}`);
  const head = async () => (await branchesOf(folder)).find(({ name }) => name === MAIN)?.commit;
  const before = access === 'write' && inner !== 'info/refs' ? await head() : undefined;
  const after = async () => {
    if (access === 'read' || inner === 'info/refs') return;
    const now = await head();
    if (now !== undefined && now !== before) await perform(knex, 'repositories.scan', byThemselves(actor), { slug });
  };
  const header = (name: string) => request.headers.get(name) ?? '';
  const child = httpBackend({
    GIT_PROJECT_ROOT: path.dirname(folder),
    PATH_INFO: `/${path.basename(folder)}/${inner}`,
    QUERY_STRING: url.search.slice(1),
    REQUEST_METHOD: request.method,
    CONTENT_TYPE: header('content-type'),
    HTTP_CONTENT_ENCODING: header('content-encoding'),
    GIT_PROTOCOL: header('git-protocol'),
    REMOTE_ADDR: header(ADDRESS_HEADER),
    REMOTE_USER: (actor as { id: string }).id,
    ...(request.headers.has('content-length') && { CONTENT_LENGTH: header('content-length') }),
  });
  request.signal.addEventListener('abort', () => child.kill());
  if (request.body) Readable.fromWeb(request.body as WebStream).on('error', () => child.kill()).pipe(child.stdin!);
  else child.stdin!.end();
  // git may have ended before it read all that was sent.
  child.stdin!.on('error', () => {});
  return answerOf(child, after);
} // prettier-ignore

/** The person themselves: what a push sets off needs no right of its key. */
const byThemselves = (actor: Actor): Actor =>
  actor.kind === 'person' ? { kind: 'person', id: actor.id } : actor;

/** Most bytes of a CGI answer's head. */
const LONGEST_HEAD = 16_384;

/** The answer of a CGI program (RFC 3875, 6): its head, then its body as it comes. It ends once `after` is done. */
function answerOf(child: ChildProcess, after: () => Promise<void>): Promise<Response> {
  const failed = new Problem(502, 'git', 'git failed', 'git ended before it answered. Nothing was changed. Try again.'); // prettier-ignore
  return new Promise((resolve, reject) => {
    const out = child.stdout!;
    let head = Buffer.alloc(0);
    child.stderr!.resume();
    child.once('error', () => reject(failed));
    child.once('close', () => reject(failed));
    const onHead = (chunk: Buffer) => {
      head = Buffer.concat([head, chunk]);
      const end = head.indexOf('\r\n\r\n');
      if (end === -1) {
        if (head.length > LONGEST_HEAD) child.kill();
        return;
      }
      out.off('data', onHead);
      out.pause();
      const headers = new Headers({ 'cache-control': 'no-store' });
      let status = 200;
      for (const line of head.toString('latin1', 0, end).split('\r\n')) {
        const [, name, value] = /^([\w-]+): *(.*)$/.exec(line) ?? [];
        if (name?.toLowerCase() === 'status') status = Number.parseInt(value!, 10);
        else if (name) headers.set(name, value!);
      }
      resolve(new Response(bodyOf(child, head.subarray(end + 4), after), { status, headers }));
    };
    out.on('data', onHead);
  });
}

function bodyOf(child: ChildProcess, first: Buffer, after: () => Promise<void>): ReadableStream<Uint8Array> {
  const out = child.stdout!;
  return new ReadableStream<Uint8Array>({
    start(controller) {
      const give = (chunk: Buffer) => {
        controller.enqueue(new Uint8Array(chunk));
        if ((controller.desiredSize ?? 1) <= 0) out.pause();
      };
      if (first.length > 0) give(first);
      out.on('data', give);
      child.once('close', (code) => {
        // A refusal is said in git's protocol, and git ends with 1 all the same; killed, it did not come to its end.
        if (code === null) return controller.error(new Error('git was ended'));
        // What follows a push is begun before git is told that it is over; where that fails the push still stands.
        void after()
          .catch((error: unknown) => console.error(error))
          .finally(() => controller.close());
      });
    },
    pull: () => void out.resume(),
    cancel: () => void child.kill(),
  });
}
