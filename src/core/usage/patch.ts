import { createTwoFilesPatch } from 'diff';

/** Files before and after as one unified difference that `git apply` takes (git-diff, “Generating patch text”). */
export const patchOf = (files: readonly { name: string; before: string; text: string }[]): string =>
  files
    .map(({ name, before, text }) => {
      const [from, to] = [`a/${name}`, `b/${name}`].map(quoted);
      const body = createTwoFilesPatch('a', 'b', before, text, undefined, undefined, { context: 3 });
      return `diff --git ${from} ${to}\n--- ${from}${ended(name)}\n+++ ${to}${ended(name)}\n${body.slice(body.indexOf('@@'))}`;
    })
    .join('');

/** A name that a patch could not say otherwise, as git quotes it. */
const quoted = (name: string): string =>
  /["\\\n\t]/.test(name)
    ? `"${name.replace(/["\\]/g, '\\$&').replace(/\n/g, '\\n').replace(/\t/g, '\\t')}"`
    : name;
/** A tab says where a name with spaces ends. */
const ended = (name: string): string => (name.includes(' ') && quoted(name) === name ? '\t' : '');
