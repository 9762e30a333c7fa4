import { variablesOutput } from './variables';

/** Notations of CSS Color 4 and 5 that Less reads as a function of its own, or divides within. */
const COLOR_FUNCTION = /\b(color|lab|lch|oklab|oklch)\(/;

/** Less variables; what Less would compute is escaped. */
export const less = variablesOutput({
  name: 'less',
  title: 'Less',
  about: 'Less variables with their values, for one combination of contexts.',
  language: 'less',
  naming: 'less',
  sigil: '@',
  spelled: (name) => (/^[\w-]+$/.test(name) ? name : undefined),
  literal: (css) => {
    if (COLOR_FUNCTION.test(css)) return `~"${css}"`;
    // `@{` in a quoted text would be put in; an escape says the same sign.
    return css.replace(/@(?=\{)/g, '\\40 ');
  },
});
