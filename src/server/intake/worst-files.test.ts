import { testWorkspace, type TestWorkspace } from '@/testing/server';
import { worstFiles } from '@/testing/worst-files';
import { Problem } from '../http/problem';
import { perform } from '../perform';

let workspace: TestWorkspace;
beforeAll(async () => {
  workspace = await testWorkspace();
});
afterAll(() => workspace.close());

/** What the server answers to one file, tried: how many findings, or the refusal. */
async function tried(name: string, text: string): Promise<number | string> {
  try {
    const { findings } = (await perform(workspace.knex, 'libraries.import', workspace.actors.owner!, {
      slug: 'lib',
      files: [{ name, text }],
      tryOnly: true,
    })) as { findings: unknown[] };
    return findings.length;
  } catch (error) {
    // Anything but a refusal in words would be a 5xx.
    if (!(error instanceof Problem) || error.status >= 500) throw error;
    return error.detail;
  }
}

test.each(Object.entries(worstFiles))(
  '%s: tried, the file is answered, and stores nothing',
  async (_, make) => {
    const { kind, text } = make(1);
    const before = (await workspace.knex('items').count({ count: '*' }))[0]!.count;
    const answer = await tried(kind === 'tokens' ? 'a.tokens.json' : 'icons/a-16.svg', text);
    expect(['number', 'string']).toContain(typeof answer);
    if (typeof answer === 'string') expect(answer).not.toMatch(/\bat \S+:\d+|undefined|stack/i);
    expect((await workspace.knex('items').count({ count: '*' }))[0]!.count).toBe(before);
  },
);

test('more tokens and groups than one request may hold up others with are refused, with how many and what to do', async () => {
  const text = `{${Array.from({ length: 100_001 }, (_, i) => `"g${i}":{}`).join(',')}}`;
  expect(await tried('a.tokens.json', text)).toMatch(
    /^a\.tokens\.json holds 100,00\d tokens and groups; 100,000 is the most for one file\. Split it/,
  );
});
