/** Calls an operation of the API from a page; a refusal is thrown with the server's own words. */
export async function call<T = unknown>(
  method: 'GET' | 'POST' | 'PUT' | 'DELETE',
  path: string,
  body?: unknown,
): Promise<T> {
  const response = await fetch(`/api/v1${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    ...(body !== undefined && { body: JSON.stringify(body) }),
  });
  const answer: unknown = await response.json().catch(() => ({}));
  if (!response.ok) throw new CallRefused(answer as { title: string; detail: string; code: string });
  return answer as T;
}

export class CallRefused extends Error {
  constructor(readonly report: { title: string; detail: string; code: string; [more: string]: unknown }) {
    super(report.detail ?? 'The server did not answer.');
  }
}
