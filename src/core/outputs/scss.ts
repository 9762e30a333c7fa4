import { variablesOutput } from './variables';

/** SCSS variables; a name that begins with a digit has it escaped (CSS Syntax 3, 4.3.7). */
export const scss = variablesOutput({
  name: 'scss',
  title: 'SCSS',
  about: 'SCSS variables with their values, for one combination of contexts.',
  language: 'scss',
  naming: 'scss',
  sigil: '$',
  spelled: (name) => name.replace(/^\d/, (digit) => `\\3${digit} `),
  // `#{` in a quoted text would be computed.
  literal: (css) => css.replace(/#(?=\{)/g, '\\#'),
});
