import { passwordProblem } from './passwords';

// Kinds of password that guessing begins with (NIST SP 800-63B, 5.1.1.2: common ones, repetitive or sequential characters,
// words of the context such as the name of the user).
test.each([
  ['short', 'at least 10 characters'],
  ['aaaaaaaaaaaa', 'one character'],
  ['1234567890', 'row'],
  ['9876543210', 'row'],
  ['abcdefghijkl', 'row'],
  ['qwertyuiop', 'row'],
  ['Password123', 'often'],
  ['  Password123  ', 'often'],
  ['iloveyou123', 'often'],
  ['marit@keel.example', 'address'],
  ['MARIT@KEEL.EXAMPLE1', 'address'],
  ['maritmaritmarit', 'address'],
  ['abcabcabcabc', 'repeats'],
])('%s is told apart from a password', (password, why) => {
  expect(passwordProblem(password, 'marit@keel.example')).toContain(why);
});

test.each(['low water at noon', 'tide-table-1987', 'ĉiuĵaŭde matene', '🐚🌊🐚🌊⚓🐚🌊🐟🦀🐙'])(
  '%s will do',
  (password) => {
    for (const address of ['marit@keel.example', ''])
      expect(passwordProblem(password, address)).toBeUndefined();
  },
);
