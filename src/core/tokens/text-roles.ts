/** The roles a type scale needs, and what each is called (common practice, no source). */
export const TEXT_ROLES = [
  'h1',
  'h2',
  'h3',
  'h4',
  'h5',
  'h6',
  'body large',
  'body regular',
  'body small',
  'label',
  'hint',
  'link',
  'button',
] as const;
export type TextRole = (typeof TEXT_ROLES)[number];

/** The role that a text style's name says, where it says one. */
export const textRoleOf = (path: string): string | undefined => {
  const words = path.toLowerCase().split(/[.\- ]/);
  const last = words.slice(-2);
  const heading = words.find((word) => /^h[1-6]$/.test(word));
  if (heading) return heading;
  if (last.includes('body') || words.includes('body'))
    return last.includes('large') ? 'body large' : last.includes('small') ? 'body small' : 'body regular';
  return ['label', 'hint', 'link', 'button'].find((role) => words.includes(role));
};
