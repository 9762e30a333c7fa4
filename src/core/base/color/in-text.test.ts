import { colorsIn } from './in-text';

test.each([
  ['--ink: #10324e; --sea: rgb(0 97 126 / 50%);', ['#10324e', 'rgb(0 97 126 / 50%)']],
  ['$value: "oklch(0.7 0.1 200)"', ['oklch(0.7 0.1 200)']],
  ['  .red { content: "red" }', []],
  // Five digits are no colour (CSS Color 4, hex notation), nor is a function without numbers.
  ['#12345 and rgb(var(--r) 0 0)', []],
  ['#abc#def', ['#abc', '#def']],
])('%s', (text, colors) => {
  expect(colorsIn(text)).toEqual(colors);
});
