import { readFileSync } from 'node:fs';
import postcss from 'postcss';
import { cssProblem } from './css-problem';

test.each([
  ['padding', '20 px', 'value', /20 px is not a value of padding/, /Look at “(20|px)”/],
  ['display', 'flexx', 'value', /flexx is not a value of display/, /takes/],
  ['color', '#12345', 'value', /not a value of color/, /./],
  ['width', 'min(100%, 4px', 'value', /bracket is not closed/, /Close every bracket/],
  ['width', '4px)', 'value', /closed that was not opened/, /./],
  ['min-hieght', '20px', 'property', /min-hieght is not a property of CSS/, /Did you mean min-height\?/],
  ['colour', 'red', 'property', /./, /Did you mean color\?/],
  ['qqqqqqqq', 'red', 'property', /./, /another spelling/],
])('%s: %s is told', (property, value, of, problem, fix) => {
  expect(cssProblem(property, value)).toEqual({
    of,
    problem: expect.stringMatching(problem),
    fix: expect.stringMatching(fix),
  });
});

test.each([
  ['padding', '20px 4px'],
  ['--own', 'anything { at all'.slice(0, 8)],
  ['padding', 'var(--unknown) 2px'],
  ['width', 'attr(data-w px)'],
  ['color', 'inherit'],
  ['border', '1px solid red'],
  ['box-shadow', '0 1px 2px rgb(0 0 0 / .2)'],
  ['transition', 'opacity 150ms ease-out'],
])('%s: %s is not', (property, value) => expect(cssProblem(property, value)).toBeUndefined());

test('nothing is told of declarations of style sheets that packages carry', () => {
  let seen = 0;
  for (const file of ['normalize.css/normalize.css', '@picocss/pico/css/pico.css', 'milligram/dist/milligram.css'])
    postcss.parse(readFileSync(`node_modules/${file}`, 'utf8')).walkDecls(({ prop, value }) => {
      // Prefixed ones belong to one browser, and hacks to browsers that are gone.
      if (!/^[a-z]/.test(prop) || /-webkit-|-moz-|-ms-/.test(value)) return;
      seen++;
      expect([prop, value, cssProblem(prop, value)]).toEqual([prop, value, undefined]);
    });
  expect(seen).toBeGreaterThan(900);
}); // prettier-ignore
