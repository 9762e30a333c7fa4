import type { Finding } from '../../findings/finding';
import { parseColor } from '../../base/color/color';
import type { JsonObject } from '../../base/json/json';
import { openedOf, sourceOf, tokenObject, unread } from '../../tokens/build';
import { readCssValue } from '../../base/css/css-value';
import { nameFrom } from '../paths';
import type { Reader } from '../reader';

/** How many lines of one list are read. */
const LONGEST_LIST = 10_000;
/** How many lines that could not be read are listed one by one. */
const LISTED = 50;

/**
 * A list of values, a line or a comma between them, with or without a name: `#0a5d6a`, `quiet: #667`, `space-1 4px`.
 * A value without a name is named after itself.
 */
export const list: Reader = {
  name: 'list',
  label: 'A list of values',
  accepts: (file) => /\.(txt|list)$/i.test(file),
  read(file, text) {
    const findings: Finding[] = [];
    const tokens = new Map<string, JsonObject>();
    const lines = text.split(/\r\n?|\n/);
    if (lines.length > LONGEST_LIST)
      findings.push({
        code: 'not-carried',
        level: 'warning',
        message: `The first ${LONGEST_LIST} of ${lines.length} lines were read`,
        at: { file, line: LONGEST_LIST + 1 },
        fix: 'Import the rest as a second list',
      });
    let wrong = 0;
    lines.slice(0, LONGEST_LIST).forEach((line, i) => {
      for (const entry of entriesOf(line)) {
        const read = readCssValue(entry.value, entry.name ?? '', () => undefined);
        if ('unread' in read || (read.type === 'fontFamily' && entry.name === undefined)) {
          if (++wrong <= LISTED)
            findings.push(
              unread(
                file,
                `Line ${i + 1}`,
                `“${entry.value.slice(0, 40)}” is not a value a token can hold`,
                i + 1,
              ),
            );
          continue;
        }
        const group =
          read.type === 'color' ? 'color' : read.type === 'dimension' ? 'size' : (read.type ?? 'value');
        const own = (
          entry.name ??
          entry.value
            .replace(/^#/, '')
            .toLowerCase()
            .replace(/[^a-z0-9]+/g, '-')
            .replace(/^-|-$/g, '')
        )
          .split('.')
          .map(nameFrom)
          .filter(Boolean)
          .join('.');
        const base = entry.name?.includes('.') ? own : `${group}.${own || 'value'}`;
        // The same value twice is one token.
        if (entry.name === undefined && tokens.has(base)) continue;
        let path = base;
        for (let n = 2; tokens.has(path); n++) path = `${base}-${n}`;
        tokens.set(path, tokenObject(read.value, read.type));
      }
    });
    if (wrong > LISTED)
      findings.push(unread(file, `${wrong - LISTED} further lines`, 'they hold no value a token can hold'));
    return openedOf(file, text, [sourceOf(file, tokens)], findings);
  },
};

function entriesOf(line: string): { name?: string; value: string }[] {
  const text = line
    .replace(/^\s*(?:[-*•]|\/\/|\d+[.)])\s+/, '')
    .replace(/[;,]\s*$/, '')
    .trim();
  if (text === '') return [];
  const [, name, value] = /^([\p{L}_$-][\p{L}\p{N}_.$-]*)\s*[:=\t]\s*(.+)$/u.exec(text) ?? [];
  if (name && value && !parseColor(text)) return [{ name, value: value.replace(/^["']|["']$/g, '') }];
  const [, word, rest] = /^([\p{L}_][\p{L}\p{N}_.-]*)\s+(\S.*)$/u.exec(text) ?? [];
  if (word && rest && !parseColor(text) && !parseColor(word) && !/,/.test(text))
    return [{ name: word, value: rest }];
  if (parseColor(text)) return [{ value: text }];
  // Commas within brackets belong to one value.
  return text
    .split(/,(?![^(]*\))|\s+(?![^(]*\))/)
    .map((part) => part.trim().replace(/^["']|["']$/g, ''))
    .filter(Boolean)
    .map((value_) => ({ value: value_ }));
}
