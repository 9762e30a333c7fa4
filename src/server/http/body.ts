import { bytesText } from '@/core/base/words';
import { receive, UploadRefused, type Uploaded } from '@/files/uploads';
import { newId } from '../new-id';
import { badRequest, Problem } from './problem';

/** Lists and objects in each other; no item needs a third of it. */
const DEEPEST = 100;

const tooLarge = (limit: number) =>
  new Problem(
    413,
    'too-large',
    'Too large',
    `This request may hold ${bytesText(limit)}. Send less at once, or use the command line.`,
  );

/** @throws Problem 413 where a request says itself that it is too large */
function refuseLarge(request: Request, limit: number): void {
  if (Number(request.headers.get('content-length') ?? 0) > limit) throw tooLarge(limit);
}

/** Keeps a body on the disk as it comes. @throws Problem 413, 400 or 507 */
export async function receiveFile(request: Request, limit: number): Promise<Uploaded> {
  refuseLarge(request, limit);
  try {
    const uploaded = await receive(request.body, { name: newId('upload'), limit });
    if (uploaded.size === 0) throw badRequest('The file is empty. Choose another one.');
    return uploaded;
  } catch (error) {
    if (!(error instanceof UploadRefused)) throw error;
    if (error.why === 'large') throw tooLarge(limit);
    throw new Problem(
      507,
      'full',
      'There is no room',
      'More files wait to be read than this program keeps. Wait until they are read, then try again.',
    );
  }
}

/** Reads a body up to a number of bytes. @throws Problem 413 */
export async function readBytes(request: Request, limit: number): Promise<Buffer> {
  refuseLarge(request, limit);
  const reader = request.body?.getReader();
  const chunks: Uint8Array[] = [];
  let size = 0;
  for (let chunk = await reader?.read(); chunk && !chunk.done; chunk = await reader?.read()) {
    size += chunk.value.length;
    if (size > limit) {
      await reader?.cancel();
      throw tooLarge(limit);
    }
    chunks.push(chunk.value);
  }
  return Buffer.concat(chunks);
}

/** Reads a body of JSON. @throws Problem 400 or 413 */
export async function readJsonBody(
  request: Request,
  limit: number,
): Promise<{ body: unknown; size: number }> {
  const bytes = await readBytes(request, limit);
  if (bytes.length === 0) return { body: {}, size: 0 };
  if (depthOf(bytes) > DEEPEST) throw badRequest(`The body is nested deeper than ${DEEPEST} levels.`);
  try {
    return { body: JSON.parse(bytes.toString('utf8')), size: bytes.length };
  } catch {
    throw badRequest('The body is not JSON.');
  }
}

const [QUOTE, BACKSLASH, OPEN_LIST, CLOSE_LIST, OPEN_OBJECT, CLOSE_OBJECT] = [...'"\\[]{}'].map((one) =>
  one.charCodeAt(0),
);

/** How deep lists and objects of a JSON text stand in each other, before it is parsed: parsers and checks recurse. */
function depthOf(text: Uint8Array): number {
  let depth = 0;
  let deepest = 0;
  for (let i = 0; i < text.length; i++) {
    const byte = text[i];
    if (byte === QUOTE) {
      for (i++; i < text.length && text[i] !== QUOTE; i++) if (text[i] === BACKSLASH) i++;
    } else if (byte === OPEN_LIST || byte === OPEN_OBJECT) deepest = Math.max(deepest, ++depth);
    else if (byte === CLOSE_LIST || byte === CLOSE_OBJECT) depth--;
  }
  return deepest;
}
