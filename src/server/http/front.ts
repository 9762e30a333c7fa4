import { randomBytes } from 'node:crypto';
import type { IncomingMessage, RequestListener, ServerResponse } from 'node:http';
import onHeaders from 'on-headers';
import { dataPolicy, pagePolicy, partPolicy } from './policy';
import { Problem } from './problem';
import { problemBody } from './problem-body';
import { ADDRESS_HEADER, askedHost, isOwnHost, type ServerSettings } from './settings';

/** Headers that say what a proxy saw; believed only of one's own. */
const FORWARDED = /^(forwarded|x-forwarded-.*|x-real-ip|x-seedplan-.*)$/;

/** Whether the server is being stopped: what is under way is finished, and nothing new is begun. */
export interface Running {
  stopping: boolean;
}

/**
 * What every request passes before the application sees it: whether it is for this host, where it comes from, and what the
 * browser is to refuse of the answer.
 */
export function front(answer: RequestListener, settings: ServerSettings, running: Running): RequestListener {
  return (request, response) => {
    const { pathname, problem } = addressOf(request);
    harden(request, response, pathname);
    if (problem) return refuse(response, problem);
    const from = settings.behindProxy
      ? header(request, 'x-forwarded-for')?.split(',').at(-1)?.trim()
      : undefined;
    const host = askedHost((name) => header(request, name), settings);
    if (!settings.behindProxy)
      for (const name of Object.keys(request.headers)) if (FORWARDED.test(name)) delete request.headers[name];
    request.headers[ADDRESS_HEADER] = from || request.socket.remoteAddress || '';
    if (!isOwnHost(host, settings))
      return refuse(
        response,
        new Problem(
          421,
          'host',
          'Another host',
          `This program does not answer to the host ${JSON.stringify(host.slice(0, 100))}. Whoever runs it can name that host in SEEDPLAN_HOSTS.`,
        ),
      );
    if (running.stopping && request.method !== 'GET' && request.method !== 'HEAD') {
      response.setHeader('connection', 'close');
      return refuse(
        response,
        new Problem(
          503,
          'stopping',
          'The program is being stopped',
          'Nothing was stored. Try again when it runs again.',
        ),
      );
    }
    return answer(request, response);
  };
}

const header = (request: IncomingMessage, name: string): string | undefined => {
  const value = request.headers[name];
  return Array.isArray(value) ? value[0] : value;
};

function addressOf({ url = '/' }: IncomingMessage): { pathname: string; problem?: Problem } {
  const pathname = url.split('?')[0]!;
  try {
    decodeURIComponent(pathname);
    return { pathname };
  } catch {
    return {
      pathname,
      problem: new Problem(
        400,
        'bad-request',
        'This cannot be done as asked',
        'The address cannot be read: a % in it is not followed by a UTF-8 character in hexadecimal.',
      ),
    };
  }
}

/** Every answer has a policy: its own, or that of its kind. Next reads a page's nonce from the request. */
function harden(request: IncomingMessage, response: ServerResponse, pathname: string): void {
  delete request.headers['content-security-policy'];
  let policy = dataPolicy;
  if (/^\/(_next\/static|fonts)\//.test(pathname)) policy = partPolicy;
  else if (!/^\/(api|preview)(\/|$)/.test(pathname)) {
    policy = pagePolicy(randomBytes(16).toString('base64'));
    request.headers['content-security-policy'] = policy;
  }
  onHeaders(response, () => {
    if (!response.hasHeader('content-security-policy')) response.setHeader('content-security-policy', policy);
    response.setHeader('x-content-type-options', 'nosniff');
    if (!response.hasHeader('referrer-policy')) response.setHeader('referrer-policy', 'same-origin');
  });
}

function refuse(response: ServerResponse, problem: Problem): void {
  const { headers, body } = problemBody(problem);
  response.writeHead(problem.status, headers).end(body);
}
