import { shared, sharedSoon } from './shared';

test('what is shared is made once; what could not be made is made anew by who asks next', async () => {
  let made = 0;
  const one = () => shared('test of shared', () => ({ made: ++made }));
  expect(one()).toBe(one());
  expect(made).toBe(1);

  let asked = 0;
  const open = () => sharedSoon('test of sharedSoon', () => (++asked === 1 ? Promise.reject(new Error('gone')) : Promise.resolve('open'))); // prettier-ignore
  const [first, beside] = await Promise.allSettled([open(), open()]);
  // Whoever asks meanwhile waits for the same.
  expect([first.status, beside.status, asked]).toEqual(['rejected', 'rejected', 1]);
  expect([await open(), await open(), asked]).toEqual(['open', 'open', 2]);
});
