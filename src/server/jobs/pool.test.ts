import { Problem } from '../http/problem';
import { aside, endTasks, runTasksBy } from './pool';
import type { Outcome } from './tasks';

/** The built thread is tried here: `bin/test` builds before it runs tests. */
const refusal = async (work: Promise<unknown>): Promise<Problem> => {
  const error = await work.then(
    () => undefined,
    (why: unknown) => why,
  );
  if (!(error instanceof Problem)) throw error ?? new Error('It was not refused');
  return error;
};
afterAll(endTasks);
const tokens = (count: number) =>
  JSON.stringify({
    $type: 'number',
    ...Object.fromEntries(Array.from({ length: count }, (_, i) => [`n${i}`, { $value: i }])),
  });
const files = (text: string) => ({ ancestors: [], items: [], files: [{ name: 'a.tokens.json', text }] });

test('a file is read in another thread, and this one goes on meanwhile', async () => {
  let turns = 0;
  const ticking = setInterval(() => (turns += 1), 5);
  const { edits, findings } = await aside('readFiles', files(tokens(20_000)), 'a.tokens.json');
  clearInterval(ticking);
  // The tokens, the layer they come in and the group that says their type.
  expect(edits).toHaveLength(20_002);
  expect(findings).toEqual([]);
  expect(turns).toBeGreaterThan(20);
});

test('what a file is refused for arrives as the same refusal', async () => {
  const bytes = new TextEncoder().encode('no drawing');
  expect(await refusal(aside('readUpload', { name: 'a.bin', bytes }, 'a.bin'))).toMatchObject({
    status: 400,
    code: 'bad-request',
    detail: expect.stringMatching(/^a\.bin is not a font, drawing or picture/),
  });
});

test('what takes too long is ended and said so, and the next is read', async () => {
  expect(await refusal(aside('readFiles', files(tokens(90_000)), 'a.tokens.json', 0.05))).toMatchObject({
    status: 400,
    detail: expect.stringMatching(/^a\.tokens\.json took more than 0\.05 seconds .* Send less at once/),
  });
  expect((await aside('readFiles', files(tokens(3)), 'a.tokens.json')).edits).toHaveLength(5);
});

test('what somebody waits for is read while a job goes on, and neither is charged for the other', async () => {
  let isOver = false;
  const job = aside('readFiles', files(tokens(90_000)), 'The repository', 600, { onProgress: () => {} });
  void job.then(() => (isOver = true));
  expect((await aside('readFiles', files(tokens(3)), 'a.tokens.json')).edits).toHaveLength(5);
  expect(isOver).toBe(false);
  expect((await job).edits).toHaveLength(90_002);
});

test('a job that is cancelled ends at once, and the next is taken', async () => {
  const stop = new AbortController();
  const job = aside('readFiles', files(tokens(90_000)), 'The repository', 600, { signal: stop.signal });
  setTimeout(() => stop.abort(), 50);
  await expect(job).rejects.toMatchObject({ name: 'AbortError' });
  const next = aside('readFiles', files(tokens(3)), 'The repository', 600, {
    signal: new AbortController().signal,
  });
  expect((await next).edits).toHaveLength(5);
});

describe('what the threads may say', () => {
  const says = (error: Error) => runTasksBy(() => Promise.reject(error));
  const ask = () => aside('readFiles', files('{}'), 'The files');

  test.each([
    [
      Object.assign(new Error('x'), { code: 'ERR_WORKER_OUT_OF_MEMORY' }),
      400,
      /^The files took more than 512 MB/,
    ],
    [new Error('Task queue is at limit'), 503, /Try again in a minute/],
  ])('%s is told in words', async (error, status, words) => {
    says(error);
    expect(await refusal(ask())).toMatchObject({ status, detail: expect.stringMatching(words) });
  });

  test('an error of the program is no refusal', async () => {
    says(new TypeError('x is not a function'));
    await expect(ask()).rejects.toBeInstanceOf(TypeError);
    runTasksBy(async () => ({ answer: 1 }) as Outcome);
    expect(await ask()).toBe(1);
  });
});
