import { requestOf } from './request';

test('the parameters of a path go into it, escaped; the rest is the body, without what is not there', () => {
  const { address, init } = requestOf('POST /libraries/{slug}/releases', {
    slug: 'a/../b c',
    version: '1.0.0',
    leftOut: [],
    summary: undefined,
  });
  expect(address).toBe('/api/v1/libraries/a%2F..%2Fb%20c/releases');
  expect(init.method).toBe('POST');
  expect(JSON.parse(init.body as string)).toEqual({ version: '1.0.0', leftOut: [] });
});

test('what a GET is asked beside its path is its query', () => {
  const { address, init } = requestOf('GET /documents/{slug}/changes', { slug: 'keel', since: 5 });
  expect(address).toBe('/api/v1/documents/keel/changes?since=5');
  expect(init).toEqual({ method: 'GET' });
  expect(requestOf('GET /documents', {}).address).toBe('/api/v1/documents');
});
