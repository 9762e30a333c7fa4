import type { Problem } from './problem';

/** A problem as it is sent: RFC 9457. */
export const problemBody = ({ status, code, title, detail, more }: Problem) => ({
  headers: {
    'content-type': 'application/problem+json',
    'cache-control': 'no-store',
    ...(typeof more.authenticate === 'string' && { 'www-authenticate': more.authenticate }),
    ...(typeof more.retryAfter === 'number' && { 'retry-after': String(more.retryAfter) }),
  },
  body: JSON.stringify({ type: `about:blank#${code}`, title, status, detail, code, ...more }),
});
