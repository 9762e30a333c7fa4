import { ExpectedError } from '../errors';
import type { Json, JsonObject } from './json';

/** Where a character stands in a text; both counted from 1. */
export interface Place {
  line: number;
  column: number;
}

/** Text that is not JSON. `place` is the first character that cannot stand where it stands. */
export class JsonSyntaxError extends ExpectedError {
  override readonly name = 'JsonSyntaxError';
  constructor(
    readonly reason: string,
    readonly place: Place,
    readonly offset: number,
  ) {
    super(`${reason} (line ${place.line}, column ${place.column})`);
    this.name = 'JsonSyntaxError';
  }
}

export function placeOf(text: string, offset: number): Place {
  let line = 1;
  let start = 0;
  for (let next = text.indexOf('\n'); next !== -1 && next < offset; next = text.indexOf('\n', next + 1)) {
    line++;
    start = next + 1;
  }
  return { line, column: offset - start + 1 };
}

const ESCAPES: Record<string, string> = {
  '"': '"',
  '\\': '\\',
  '/': '/',
  b: '\b',
  f: '\f',
  n: '\n',
  r: '\r',
  t: '\t',
};
const NUMBER = /-?(?:0|[1-9][0-9]*)(?:\.[0-9]+)?(?:[eE][+-]?[0-9]+)?/y;
const WORDS: [string, Json][] = [
  ['true', true],
  ['false', false],
  ['null', null],
];
const SPACE = /[ \t\n\r]*/y;

/** Called with the pointer segments' owner and the offset of every member, for those who need to know where things stand. */
interface ReadWatcher {
  /** A member name or array index is entered; `offset` is where its key (or item) begins. */
  enter(segment: string | number, offset: number): void;
  leave(): void;
}

/** `01` breaks at its second digit; `1.` and `1e` break behind what they lack. */
function unfinishedNumber(text: string, at: number): number {
  if (/[0-9]/.test(text[at]!)) return at;
  if (text[at] === '.')
    return /[0-9.eE]/.test(text[at - 1]!) && text.slice(0, at).match(/[.eE][0-9+-]*$/) ? at : at + 1;
  return /[+-]/.test(text[at + 1] ?? '') ? at + 2 : at + 1;
}

type Frame = { array: Json[]; object?: undefined } | { array?: undefined; object: JsonObject; name: string };

/**
 * Reads JSON (RFC 8259) without recursion, so depth is bounded by memory alone. Of members with one name the last
 * counts. A leading byte order mark is passed over.
 * @throws JsonSyntaxError
 */
export function readJson(text: string, watcher?: ReadWatcher): Json {
  let at = text.charCodeAt(0) === 0xfeff ? 1 : 0;
  const fail = (reason: string, offset = at): never => {
    throw new JsonSyntaxError(reason, placeOf(text, offset), offset);
  };
  const skip = () => {
    const code = text.charCodeAt(at);
    if (code > 32) return;
    SPACE.lastIndex = at;
    SPACE.exec(text);
    at = SPACE.lastIndex;
  };
  const string = (): string => {
    const begin = at;
    at++;
    let out = '';
    for (;;) {
      const from = at;
      // What may stand in a string as it is; most strings are short, for which this is quicker than an expression.
      for (let code = text.charCodeAt(at); code >= 32 && code !== 34 && code !== 92;)
        code = text.charCodeAt(++at);
      const run = text.slice(from, at);
      const next = text[at];
      if (next === '"') {
        at++;
        return out === '' ? run : out + run;
      }
      out += run;
      if (next === undefined)
        return fail(`The text ends inside the string that began on line ${placeOf(text, begin).line}`);
      if (next !== '\\') return fail('A line break or control character inside a string must be escaped');
      const letter = text[at + 1] ?? '';
      if (letter === 'u') {
        const hex = /^[0-9a-fA-F]{0,4}/.exec(text.slice(at + 2, at + 6))![0];
        if (hex.length < 4)
          return fail('\\u must be followed by four hexadecimal digits', at + 2 + hex.length);
        out += String.fromCharCode(parseInt(hex, 16));
        at += 6;
      } else {
        const char = ESCAPES[letter];
        if (char === undefined) return fail(`\\${letter} is no escape that JSON knows`, at + 1);
        out += char;
        at += 2;
      }
    }
  };
  const key = (): string => {
    skip();
    const offset = at;
    if (text[at] !== '"')
      fail(
        at >= text.length
          ? 'The text ends before a member name'
          : 'A member name in double quotes must stand here',
      );
    const name = string();
    watcher?.enter(name, offset);
    skip();
    if (text[at] !== ':') fail(`A colon must follow the member name "${name.slice(0, 60)}"`);
    at++;
    return name;
  };

  const stack: Frame[] = [];
  for (;;) {
    // One value begins here …
    skip();
    let value: Json;
    const char = text[at];
    if (char === '{') {
      at++;
      skip();
      if (text[at] !== '}') {
        const object: JsonObject = new Map();
        stack.push({ object, name: key() });
        continue;
      }
      at++;
      value = new Map();
    } else if (char === '[') {
      at++;
      skip();
      if (text[at] !== ']') {
        watcher?.enter(0, at);
        stack.push({ array: [] });
        continue;
      }
      at++;
      value = [];
    } else if (char === '"') {
      value = string();
    } else {
      NUMBER.lastIndex = at;
      const number = NUMBER.exec(text)?.[0];
      if (number !== undefined) {
        value = Number(number);
        if (!Number.isFinite(value)) fail(`The number ${number.slice(0, 30)} is too large`);
        at += number.length;
        if (/[0-9.eE]/.test(text[at] ?? ''))
          fail(`The number ${number.slice(0, 30)} cannot go on like this`, unfinishedNumber(text, at));
      } else {
        const word = WORDS.find(([spelt]) => spelt[0] === char);
        if (!word)
          return fail(
            at >= text.length
              ? 'The text ends where a value must stand'
              : `${JSON.stringify(char)} cannot stand where a value must stand`,
            char === '-' ? at + 1 : at,
          );
        let length = 0;
        while (length < word[0].length && text[at + length] === word[0][length]) length++;
        if (length < word[0].length) return fail(`Only ${word[0]} could stand here`, at + length);
        value = word[1];
        at += length;
      }
    }
    // … and is handed to what holds it, closing as many holders as end with it.
    for (;;) {
      const frame = stack.at(-1);
      skip();
      if (!frame) {
        if (at < text.length) fail('Nothing may follow the value');
        return value;
      }
      watcher?.leave();
      const next = text[at];
      if (frame.array) {
        frame.array.push(value);
        if (next === ',') {
          at++;
          skip();
          watcher?.enter(frame.array.length, at);
          break;
        }
        if (next !== ']')
          fail(at >= text.length ? 'The text ends inside a list' : 'A comma or ] must stand here');
        value = frame.array;
      } else {
        frame.object.delete(frame.name);
        frame.object.set(frame.name, value);
        if (next === ',') {
          at++;
          frame.name = key();
          break;
        }
        if (next !== '}')
          fail(at >= text.length ? 'The text ends inside an object' : 'A comma or } must stand here');
        value = frame.object;
      }
      at++;
      stack.pop();
    }
  }
}
