import type { ChildNode } from 'postcss';
import type { Finding } from '../../findings/finding';
import type { JsonObject } from '../../base/json/json';
import { openedOf, sourceOf, tokenObject, unread } from '../../tokens/build';
import { constantText } from '../../base/css/constant';
import { readCssValue } from '../../base/css/css-value';
import { nameFrom, pathsOfNames } from '../paths';
import type { Reader } from '../reader';
import { entriesOfMap } from '../sass-map';
import { parseSheet } from '../sheet';

/** Top-level variables and maps of an SCSS file as tokens; a map is a group, a nested map a group in it. */
export const scss: Reader = {
  name: 'scss',
  label: 'SCSS variables and maps',
  accepts: (file) => /\.scss$/i.test(file),
  read(file, text) {
    const { root, findings } = parseSheet(text, file);
    const found: { name: string; text: string; line: number | undefined }[] = [];
    root.each((node: ChildNode) => {
      if (node.type !== 'decl' || !node.prop.startsWith('$')) return;
      // Sass itself takes $a_b and $a-b for one name.
      const name = node.prop.replace(/_/g, '-');
      const value = node.value.replace(/\s*!(default|global)\b/g, '').trim();
      const line = node.source?.start?.line;
      const entries = entriesOfMap(value);
      if (!entries) found.push({ name, text: value, line });
      else
        for (const [keys, inner] of entries)
          found.push({ name: [name, ...keys].join(' '), text: inner, line });
    });
    const last = new Map(found.map((entry) => [entry.name, entry]));
    const paths = pathsOfKeys([...last.keys()]);
    const tokens = new Map<string, JsonObject>();
    const listed: Finding[] = [];
    for (const { name, text: value, line } of last.values()) {
      const path = paths.get(name);
      if (path === undefined) continue;
      const refer = (other: string) => {
        const target = paths.get(other.replace(/_/g, '-'));
        return target === undefined || target === path ? undefined : `{${target}}`;
      };
      const whole = readCssValue(value, name, refer);
      // What is constant is computed: `darken($blue, 10%)`, `$unit * 2`.
      const constant =
        'unread' in whole
          ? constantText(value, (other) => last.get(other.replace(/_/g, '-'))?.text, { sass: true })
          : undefined;
      const read = constant === undefined ? whole : readCssValue(constant, name, refer);
      if ('unread' in read) listed.push(unread(file, name.replace(/ /g, '.'), read.unread, line));
      else tokens.set(path, tokenObject(read.value, read.type));
    }
    for (let again = true; again;) {
      again = false;
      for (const [path, object] of tokens) {
        const value = object.get('$value');
        if (typeof value !== 'string' || !/^\{.*\}$/.test(value) || tokens.has(value.slice(1, -1))) continue;
        tokens.delete(path);
        listed.push(unread(file, path, `it refers to ${value.slice(1, -1)}, which was not read`));
        again = true;
      }
    }
    return openedOf(file, text, [sourceOf(file, tokens)], [...findings, ...listed]);
  },
};

/** As `pathsOfNames`, where a name may go on with the keys of a map, parted by spaces and not split further. */
function pathsOfKeys(names: string[]): Map<string, string> {
  const plain = pathsOfNames(names.map((name) => name.split(' ')[0]!));
  const paths = new Map<string, string>();
  const groups = new Set(names.filter((name) => name.includes(' ')).map((name) => name.split(' ')[0]!));
  for (const name of names) {
    const [head, ...keys] = name.split(' ');
    const base = plain.get(head!)?.replace(/\.\$root$/, '');
    if (base === undefined) continue;
    if (keys.length === 0) paths.set(name, groups.has(head!) ? `${base}.$root` : plain.get(head!)!);
    else {
      const segments = keys.map(nameFrom).filter(Boolean);
      if (segments.length > 0) paths.set(name, [base, ...segments].join('.'));
    }
  }
  return paths;
}
