import { jsonObject, type Json } from '@/core/base/json/json';
import { readTyped } from '@/core/tokens/typed-value';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** What DTCG has no word for and is kept beside a value under `app.seedplan`: the types it goes with, and how it is read. */
export const EXTRAS: Readonly<
  Record<string, { types: readonly string[]; read(text: string): Json | { problem: string; fix: string } }>
> = {
  letterCase: {
    types: ['typography'],
    read: (text) =>
      ['uppercase', 'lowercase', 'capitalize'].includes(text)
        ? text
        : { problem: `“${text}” is not a letter case`, fix: 'Use uppercase, lowercase or capitalize' },
  },
  paragraphSpacing: { types: ['typography'], read: (text) => typed(text, 'dimension') },
  sizes: { types: ['typography'], read: readSizes },
  angle: {
    types: ['gradient'],
    read: (text) => {
      const degrees = Number(text.replace(/(deg|°)$/, ''));
      return Number.isFinite(degrees) && Math.abs(degrees) <= 360
        ? degrees
        : { problem: `“${text}” is no angle`, fix: 'Write degrees from -360 to 360' };
    },
  },
  use: {
    types: ['dimension', 'number'],
    read: (text) =>
      text === 'blur' || text === 'opacity'
        ? text
        : {
            problem: `“${text}” is not a use known here`,
            fix: 'Use blur for a dimension, opacity for a number',
          },
  },
};

function typed(text: string, type: string): Json | { problem: string; fix: string } {
  const read = readTyped(text, type);
  return 'problem' in read ? read : read.value;
}

/** `600px: 18px, 900px: 20px`: sizes from window widths upward. */
function readSizes(text: string): Json | { problem: string; fix: string } {
  const entries: [string, Json][] = [];
  for (const part of text.split(',')) {
    const [, from, size] = /^\s*(\d+px)\s*:\s*(\S+)\s*$/.exec(part) ?? [];
    const read = size === undefined ? undefined : readTyped(size, 'dimension');
    if (from === undefined || !read || 'problem' in read)
      return {
        problem: `“${part.trim()}” is not a size from a width`,
        fix: 'Write 600px: 18px, 900px: 20px',
      };
    entries.push([from, read.value]);
  }
  return jsonObject(entries);
}

/** Sets what stands beside a token's value, or with an empty text takes it away. */
export function setExtra(
  library: OpenLibrary,
  { path, name, text }: { path: string; name: string; text: string },
  newId: NewId,
): Command {
  const extra = Object.hasOwn(EXTRAS, name) ? EXTRAS[name] : undefined;
  if (!extra) return refuse(`There is no ${name} to set`, `Use one of ${Object.keys(EXTRAS).join(', ')}`);
  const value = text.trim() === '' ? undefined : extra.read(text.trim());
  if (value !== undefined && typeof value === 'object' && value !== null && 'problem' in value)
    return refuse(value.problem, value.fix);
  return runCommand(library, newId, `Set ${name} of ${path}`, (work) => {
    const item = work.ownAt(path);
    const layer = Object.keys(item?.declarations ?? {})[0];
    if (item?.kind !== 'token' || layer === undefined)
      return refuse(`${path} is inherited`, 'Change it in the library it comes from');
    work.extend(item, layer, { [name]: value as Json | undefined });
    return undefined;
  });
}
