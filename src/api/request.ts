import type { Endpoint } from './operations';

/** What goes over the wire for an operation: its input, parted into path, query of a GET, and body. */
export function requestOf(endpoint: Endpoint, input: object): { address: string; init: RequestInit } {
  const [method, pattern] = endpoint.split(' ') as [string, string];
  const rest = new Map(Object.entries(input));
  const path = pattern.replace(/\{(\w+)\}/g, (_, name: string) => {
    const value = encodeURIComponent(String(rest.get(name)));
    rest.delete(name);
    return value;
  });
  const given = [...rest].filter(([, value]) => value !== undefined);
  if (method === 'GET') {
    const query = new URLSearchParams(given.map(([name, value]) => [name, String(value)])).toString();
    return { address: `/api/v1${path}${query && `?${query}`}`, init: { method } };
  }
  return {
    address: `/api/v1${path}`,
    init: {
      method,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(Object.fromEntries(given)),
    },
  };
}
