import { readFile } from 'node:fs/promises';
import path from 'node:path';

/** The fonts that ship with the program, by the names specimens ask for. */
const FONTS: Record<string, string> = {
  'archivo.woff2': '@fontsource-variable/archivo/files/archivo-latin-wght-normal.woff2',
  'bricolage-grotesque.woff2':
    '@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-latin-wght-normal.woff2',
  'commit-mono.woff2': '@fontsource/commit-mono/files/commit-mono-latin-400-normal.woff2',
};

export async function GET(
  _request: Request,
  { params }: { params: Promise<{ file: string }> },
): Promise<Response> {
  const { file } = await params;
  const found = Object.hasOwn(FONTS, file) ? FONTS[file] : undefined;
  if (!found) return new Response('There is no such font.', { status: 404 });
  const bytes = await readFile(path.join(process.cwd(), 'node_modules', found));
  return new Response(new Uint8Array(bytes), {
    headers: { 'content-type': 'font/woff2', 'cache-control': 'public, max-age=86400' },
  });
}
