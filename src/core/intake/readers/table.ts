import { csvParseRows, tsvParseRows } from 'd3-dsv';
import type { Finding } from '../../findings/finding';
import type { JsonObject } from '../../base/json/json';
import { aliasPath } from '../../tokens/references';
import { openedOf, sourceOf, tokenObject, unread } from '../../tokens/build';
import { guessedType, readTyped } from '../../tokens/typed-value';
import { TOKEN_TYPES } from '../../tokens/types/registry';
import { nameProblem } from '../../tokens/read';
import type { Reader } from '../reader';

const LONGEST = 10_000;
const LISTED = 50;
const HEADS = { path: /^(path|name|token)$/i, type: /^type$/i, value: /^value$/i, alias: /^refers to$/i };

const isTabbed = (text: string): boolean => {
  const lines = text.split(/\r\n?|\n/).filter((line) => line.trim() !== '');
  return lines.length > 0 && lines.every((line) => line.includes('\t'));
};

/**
 * Rows of a spreadsheet: path, type and value, named by a first row or in that order (path and value where there are
 * two). What a cell holds is read as typed; the type may be left out.
 */
export const table: Reader = {
  name: 'table',
  label: 'Rows of a spreadsheet',
  accepts: (file, text) => /\.(csv|tsv)$/i.test(file) || (/\.txt$/i.test(file) && isTabbed(text)),
  read(file, text) {
    const findings: Finding[] = [];
    const tokens = new Map<string, JsonObject>();
    const plain = text.replace(/^\uFEFF/, '');
    const rows = /\.csv$/i.test(file) && !isTabbed(plain) ? csvParseRows(plain) : tsvParseRows(plain);
    const [first = []] = rows;
    const named = first.some((cell) => HEADS.path.test(cell.trim())) && first.some((cell) => HEADS.value.test(cell.trim())); // prettier-ignore
    const at = (head: RegExp) => first.findIndex((cell) => head.test(cell.trim()));
    const columns = named
      ? { path: at(HEADS.path), type: at(HEADS.type), value: at(HEADS.value), alias: at(HEADS.alias) }
      : { path: 0, type: first.length > 2 ? 1 : -1, value: first.length > 2 ? 2 : 1, alias: -1 };
    let wrong = 0;
    const told = (line: number, what: string, why: string) => {
      if (++wrong <= LISTED) findings.push(unread(file, what, why, line));
    };
    for (const [i, row] of rows.slice(0, LONGEST + 1).entries()) {
      if ((named && i === 0) || row.every((cell) => cell.trim() === '')) continue;
      if (i === LONGEST) {
        told(
          i + 1,
          `Line ${i + 1} and those behind`,
          `a table of more than ${LONGEST} rows is read in parts`,
        );
        break;
      }
      const cell = (column: number) => (column === -1 ? '' : (row[column] ?? '').trim().replace(/^'(?=[=+@-])/, '')); // prettier-ignore
      const path = cell(columns.path);
      const asked = cell(columns.type);
      const alias = cell(columns.alias);
      const value = alias === '' ? cell(columns.value) : `{${alias}}`;
      const badName = path === '' ? 'it has no path' : path.split('.').map(nameProblem).find(Boolean);
      const type = asked === '' ? guessedType(value, path) : asked;
      const typed = readTyped(value, type);
      const badType = type !== undefined && !TOKEN_TYPES.has(type) ? `there is no type ${type}` : undefined;
      const problem =
        badName ??
        badType ??
        ('problem' in typed ? typed.problem : undefined) ??
        (type === undefined && aliasPath(value) === undefined ? 'its type is not said' : undefined) ??
        (tokens.has(path) ? 'an earlier row has this path' : undefined);
      if (problem !== undefined || 'problem' in typed) told(i + 1, path || `Line ${i + 1}`, problem ?? '');
      else
        tokens.set(
          path,
          tokenObject(
            typed.value,
            type,
            typed.beside
              ? [['$extensions', new Map([['app.seedplan', new Map(Object.entries(typed.beside))]])]]
              : [],
          ),
        );
    }
    if (wrong > LISTED)
      findings.push(unread(file, `${wrong - LISTED} further rows`, 'they hold no token that can be read'));
    return openedOf(file, text, [sourceOf(file, tokens)], findings);
  },
};
