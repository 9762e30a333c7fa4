import { createServer, request as ask, type IncomingHttpHeaders, type RequestListener } from 'node:http';
import type { AddressInfo } from 'node:net';
import { front, type Running } from './front';
import { dataPolicy, nonceOf } from './policy';
import { serverSettings } from './settings';

interface Answer {
  status: number;
  headers: IncomingHttpHeaders;
  body: string;
}
const closing: (() => void)[] = [];
afterAll(() => closing.forEach((close) => close()));

/** A server with the front before `inner`, and how to ask it: as a client would that is no browser and may lie. */
async function standing(
  env: Record<string, string> = {},
  inner: RequestListener = (request, response) => response.end(JSON.stringify(request.headers)),
  running: Running = { stopping: false },
) {
  const server = createServer(front(inner, serverSettings(env), running));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  closing.push(() => server.close());
  const { port } = server.address() as AddressInfo;
  return (path: string, headers: Record<string, string> = {}, method = 'GET') =>
    new Promise<Answer>((resolve, reject) => {
      const sent = ask({ port, host: '127.0.0.1', path, method, headers: { host: `127.0.0.1:${port}`, ...headers }, agent: false }, (response) => {
        let body = '';
        response.on('data', (part) => (body += part));
        response.on('end', () => resolve({ status: response.statusCode!, headers: response.headers, body }));
      }); // prettier-ignore
      sent.on('error', reject);
      sent.end();
    });
}

test('it answers to the loopback address and to the hosts it was told, and to no other', async () => {
  const tell = await standing({ SEEDPLAN_HOSTS: 'design.example, other.example:8443' });
  for (const host of [
    'localhost',
    'LOCALHOST:4310',
    '[::1]:4310',
    'design.example',
    'design.example:443',
    'other.example:8443',
  ])
    expect([host, (await tell('/', { host })).status]).toEqual([host, 200]);
  for (const host of [
    'evil.example',
    'other.example',
    'design.example.evil.example',
    '127.0.0.1.evil.example',
  ]) {
    const { status, body, headers } = await tell('/', { host });
    expect([host, status, headers['content-type']]).toEqual([host, 421, 'application/problem+json']);
    expect(JSON.parse(body)).toMatchObject({
      code: 'host',
      detail: expect.stringContaining('SEEDPLAN_HOSTS'),
    });
  }
});

test('what a proxy says is believed where one is configured, and else is not even passed on', async () => {
  const said = {
    'x-forwarded-host': 'evil.example', 'x-forwarded-for': '203.0.113.9', 'x-forwarded-proto': 'https',
    forwarded: 'for=203.0.113.9', 'x-real-ip': '203.0.113.9', 'x-seedplan-address': '203.0.113.9',
  }; // prettier-ignore
  const alone = JSON.parse((await (await standing())('/', said)).body) as Record<string, string>;
  expect(JSON.stringify(alone)).not.toMatch(/evil|203\.0/);
  expect(alone['x-seedplan-address']).toBe('127.0.0.1');

  const behind = await standing({ SEEDPLAN_BEHIND_PROXY: 'true', SEEDPLAN_HOSTS: 'design.example' });
  expect((await behind('/', said)).status).toBe(421);
  // The last address is the one the proxy added: those before it are what the client sent.
  const passed = await behind('/', {
    ...said,
    'x-forwarded-host': 'design.example',
    'x-forwarded-for': '10.0.0.1, 203.0.113.9',
  });
  expect(JSON.parse(passed.body)).toMatchObject({
    'x-seedplan-address': '203.0.113.9',
    'x-forwarded-host': 'design.example',
  });
});

test('every answer has a policy: its own, or that of its kind', async () => {
  const tell = await standing({}, (request, response) => {
    if (request.url === '/api/own') response.setHeader('content-security-policy', 'sandbox');
    if (request.url!.startsWith('/early')) response.writeHead(404, { 'content-type': 'text/html' });
    if (request.url === '/throws') response.writeHead(500);
    response.end(request.headers['content-security-policy'] ?? '');
  });
  const policy = async (path: string) => (await tell(path)).headers['content-security-policy'] as string;
  expect(await policy('/api/own')).toBe('sandbox');
  for (const path of ['/api/v1/me', '/api', '/preview?live']) expect(await policy(path)).toBe(dataPolicy);
  for (const path of ['/', '/libraries/keel', '/early', '/throws', '/previews', '/apis']) {
    const { headers, body } = await tell(path);
    const sent = headers['content-security-policy'] as string;
    expect(sent).toMatch(
      /^default-src 'self'; script-src 'self' 'nonce-[\w+/]{22}=='; .*connect-src 'self'.*form-action 'self'; frame-ancestors 'none'$/,
    );
    // The application is told the nonce it is to write, whatever the client would have it believe.
    expect(body).toBe(sent);
  }
  expect(nonceOf(await policy('/'))).not.toBe(nonceOf(await policy('/')));
  const { body } = await tell('/x', { 'content-security-policy': "script-src 'nonce-guessed'" });
  expect(body).not.toContain('guessed');
  for (const path of ['/_next/static/a.js', '/fonts/a.woff2'])
    expect(await policy(path)).not.toMatch(/nonce|unsafe-eval/);
});

test('an address that cannot be read is a problem, whichever page it would be', async () => {
  const tell = await standing();
  for (const path of ['/libraries/%E0%A4%A', '/%', '/api/v1/libraries/%ff'])
    expect(await tell(path)).toMatchObject({ status: 400, body: expect.stringContaining('cannot be read') });
});

test('while it is being stopped, reading goes on and writing is refused', async () => {
  const running = { stopping: false };
  const tell = await standing({}, undefined, running);
  expect((await tell('/api/v1/documents', {}, 'POST')).status).toBe(200);
  running.stopping = true;
  for (const method of ['POST', 'PUT', 'DELETE'])
    expect(await tell('/api/v1/documents', {}, method)).toMatchObject({
      status: 503,
      headers: { connection: 'close' },
      body: expect.stringContaining('Nothing was stored'),
    });
  expect((await tell('/api/v1/me')).status).toBe(200);
});
