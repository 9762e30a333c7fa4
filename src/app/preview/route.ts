import { createHash } from 'node:crypto';
import { PREVIEW_SCRIPT } from './script';

const hash = createHash('sha256').update(PREVIEW_SCRIPT).digest('base64');

/**
 * The page every specimen is drawn in. It runs one script of ours, known by hash, reaches no network, and is sandboxed
 * both by the frame that holds it and by its own policy.
 */
export function GET(request: Request): Response {
  // A component's own script is run from text; the frame of one that has none is not allowed to.
  const live = new URL(request.url).searchParams.has('live') ? " 'unsafe-eval'" : '';
  const html = `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Specimen</title><style id="sheet"></style></head><body><script>${PREVIEW_SCRIPT}</script></body></html>`;
  return new Response(html, {
    headers: {
      'content-type': 'text/html; charset=utf-8',
      'content-security-policy': `sandbox allow-scripts; default-src 'none'; script-src 'sha256-${hash}'${live}; style-src 'unsafe-inline'; img-src data:; font-src data:; base-uri 'none'; form-action 'none'; frame-ancestors 'self'`,
      'x-content-type-options': 'nosniff',
      'x-dns-prefetch-control': 'off',
      'referrer-policy': 'no-referrer',
      'cache-control': 'no-cache',
    },
  });
}
