import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { AnswerOf, Endpoint, IdOf, InputOf } from '@/api/operations';
import { requestOf } from '@/api/request';
import { ExpectedError } from '@/core/base/errors';

/** What the server says where it refuses (RFC 9457). */
interface CallProblem {
  title: string;
  detail: string;
  code: string;
  [more: string]: unknown;
}

/** A refusal with the server's own words, or that it cannot be reached. */
export class CallRefused extends ExpectedError {
  override readonly name = 'CallRefused';
  constructor(readonly report: CallProblem) {
    super(report.detail);
  }
}

const NO_CONNECTION: CallProblem = {
  code: 'offline',
  title: 'No connection',
  detail: 'The server cannot be reached. Nothing was saved. Try again.',
};
const NO_WORDS: CallProblem = {
  code: 'failure',
  title: 'The server failed',
  detail: 'The server could not answer. Try again; if it fails again, tell an administrator.',
};

async function answerOf<T>(request: Promise<Pick<Response, 'ok' | 'json'>>): Promise<T> {
  const response = await request.catch(() => {
    throw new CallRefused(NO_CONNECTION);
  });
  const answer: unknown = await response.json().catch(() => null);
  if (!response.ok) throw new CallRefused({ ...NO_WORDS, ...(answer as Partial<CallProblem> | null) });
  return answer as T;
}

/** Calls an operation of the API. @throws CallRefused */
export async function call<E extends Endpoint>(
  endpoint: E,
  input: InputOf<IdOf<E>>,
): Promise<AnswerOf<IdOf<E>>> {
  const { address, init } = requestOf(endpoint, input);
  return answerOf(fetch(address, init));
}

/** What an operation answers, asked again when what is asked changes; the last answer is shown meanwhile. */
export function useCall<E extends Endpoint>(endpoint: E, input: InputOf<IdOf<E>>, stamp?: unknown) {
  return useQuery({
    queryKey: [endpoint, input, stamp],
    queryFn: () => call(endpoint, input),
    placeholderData: keepPreviousData,
  });
}

/** The bytes of a file. @throws CallRefused */
export async function bytesAt(path: string): Promise<Uint8Array> {
  const response = await fetch(`/api/v1${path}`).catch(() => {
    throw new CallRefused(NO_CONNECTION);
  });
  if (!response.ok)
    throw new CallRefused({ ...NO_WORDS, ...((await response.json().catch(() => null)) as object) });
  return new Uint8Array(await response.arrayBuffer());
}

/** Sends a large file's bytes, telling the share that has gone out. @throws CallRefused */
export function sendFile<T = unknown>(
  path: string,
  body: Blob,
  tell: (share: number) => void,
  signal?: AbortSignal,
): Promise<T> {
  const answer = new Promise<Pick<Response, 'ok' | 'json'>>((resolve, reject) => {
    // Of what `fetch` sends no browser says how far it is.
    const request = new XMLHttpRequest();
    request.open('POST', `/api/v1${path}`);
    request.setRequestHeader('content-type', 'application/octet-stream');
    request.upload.onprogress = ({ loaded, total }) => tell(total > 0 ? loaded / total : 0);
    request.onload = () => {
      const { status, responseText } = request;
      resolve({ ok: status >= 200 && status < 300, json: async () => JSON.parse(responseText) });
    };
    request.onerror = request.onabort = () => reject(new Error('The connection was lost'));
    signal?.addEventListener('abort', () => request.abort(), { once: true });
    request.send(body);
  });
  return answerOf(answer);
}

/** Sends a file's bytes. @throws CallRefused */
export const upload = <T = unknown>(path: string, body: Blob): Promise<T> =>
  answerOf(
    fetch(`/api/v1${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body,
    }),
  );
