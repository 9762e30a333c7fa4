import type { AnswerOf } from '@/api/operations';
import { failureResponse } from '@/server/http/http';
import { Problem } from '@/server/http/problem';
import { asPerson } from '@/server/http/session';

/**
 * Pages of a library's published guides: `/published/LIBRARY` leads to the newest release, below it each has an address that
 * stays. They run no script and load nothing that is not of the site.
 */
const POLICY =
  "default-src 'none'; style-src 'self' 'unsafe-inline'; font-src 'self'; img-src 'self' data:; base-uri 'none'; form-action 'none'; frame-ancestors 'none'";
const TYPES: Record<string, string> = { html: 'text/html; charset=utf-8', css: 'text/css; charset=utf-8' };

const answer = (body: BodyInit, type: string): Response =>
  new Response(body, {
    headers: {
      'content-type': type,
      'content-security-policy': POLICY,
      'x-content-type-options': 'nosniff',
      'referrer-policy': 'no-referrer',
      'cache-control': 'private, no-cache',
    },
  });

export async function GET(
  request: Request,
  { params }: { params: Promise<{ slug: string; path?: string[] }> },
): Promise<Response> {
  const { slug, path = [] } = await params;
  const [version, ...rest] = path;
  try {
    const site = await asPerson<AnswerOf<'guides.site'>>('guides.site', { slug, ...(version && { version }) });
    // An address without a file's name is that of the first page: links of it are relative to its folder.
    if (rest.length === 0)
      return new Response(null, {
        status: 302,
        headers: { location: `/published/${encodeURIComponent(slug)}/${site.version}/index.html` },
      });
    const name = rest.join('/');
    const file = site.files.find((one) => one.name === name);
    if (!file)
      throw new Problem(404, 'not-found', 'Not found', `The guides of ${slug} ${site.version} have no page ${name}.`);
    if (!file.stored) return answer(file.text, TYPES[name.split('.').at(-1)!] ?? 'text/plain; charset=utf-8');
    const { bytes, mediaType } = await asPerson<{ bytes: Buffer; mediaType: string }>('files.read', { hash: file.stored.hash });
    return answer(new Uint8Array(bytes), mediaType);
  } catch (error) {
    // Sending somebody to sign in is thrown, too.
    if ((error as { digest?: string }).digest?.startsWith('NEXT_')) throw error;
    return failureResponse(error);
  }
} // prettier-ignore
