import { Problem } from './problem';
import { askedHost, type ServerSettings } from './settings';

const OTHER_SITE = new Problem(403, 'origin', 'Not allowed', 'This request comes from another site.');

/**
 * Requests come from the application's own pages, or from no page at all (the command line). What the browser says of
 * the site is believed first (Fetch Metadata), then the origin.
 * @throws Problem 403
 */
export function refuseOtherSites(request: Request, settings: ServerSettings): void {
  const site = request.headers.get('sec-fetch-site');
  const opened = request.method === 'GET' && request.headers.get('sec-fetch-mode') === 'navigate';
  if (site !== null && site !== 'same-origin' && site !== 'none' && !opened) throw OTHER_SITE;
  if (request.method === 'GET') return;
  const origin = request.headers.get('origin');
  if (origin === null) return;
  const host = askedHost((name) => request.headers.get(name), settings);
  if (!URL.canParse(origin) || new URL(origin).host !== host) throw OTHER_SITE;
}
