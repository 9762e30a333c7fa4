import type { Finding } from '../../findings/finding';
import { colorJson } from '../../base/color/color';
import type { JsonObject } from '../../base/json/json';
import { openedOf, sourceOf, tokenObject, unread } from '../../tokens/build';
import { nameFrom } from '../paths';
import type { Reader } from '../reader';

/** A palette file (.gpl): a first line ending in `Palette`, a name, columns, then a line of three numbers and a name for each colour. */
export const gpl: Reader = {
  name: 'gpl',
  label: 'GPL palettes',
  accepts: (file, text) => /\.gpl$/i.test(file) || /^\uFEFF?\w+ Palette\b/.test(text),
  read(file, text) {
    const findings: Finding[] = [];
    const tokens = new Map<string, JsonObject>();
    const lines = text.replace(/^\uFEFF/, '').split(/\r\n?|\n/);
    if (!/^\w+ Palette\b/.test(lines[0] ?? ''))
      findings.push({
        code: 'style-syntax',
        level: 'warning',
        message: `${file} is a palette file (.gpl) without its header; its colours were read all the same`,
        at: { file, line: 1, column: 1 },
        fix: 'Save the palette again, so that its first line ends in “Palette”',
      });
    const name = /^Name:\s*(.+)$/m.exec(text)?.[1]?.trim();
    const group =
      nameFrom((name ?? file.replace(/^.*\//, '').replace(/\.gpl$/i, '')).toLowerCase()) || 'palette';
    lines.forEach((line, i) => {
      const at = i + 1;
      if (i === 0 || line.trim() === '' || /^\s*#/.test(line) || /^[A-Za-z]+:/.test(line)) return;
      const [, r, g, b, label] = /^\s*(\d+)\s+(\d+)\s+(\d+)(?:\s+(.*))?$/.exec(line) ?? [];
      const channels = [r, g, b].map(Number);
      if (r === undefined || channels.some((channel) => channel > 255)) {
        findings.push(
          unread(file, `Line ${at}`, `“${line.trim().slice(0, 40)}” is not three numbers from 0 to 255`, at),
        );
        return;
      }
      const hex = channels.map((channel) => channel.toString(16).padStart(2, '0')).join('');
      const own =
        label && !/^untitled$/i.test(label.trim())
          ? nameFrom(label.trim().toLowerCase().replace(/\s+/g, '-'))
          : '';
      let path = `${group}.${own || hex}`;
      for (let n = 2; tokens.has(path); n++) path = `${group}.${own || hex}-${n}`;
      const value = colorJson({
        space: 'srgb',
        components: channels.map((channel) => channel / 255),
        alpha: 1,
      });
      tokens.set(path, tokenObject(value, 'color'));
    });
    return openedOf(file, text, [sourceOf(file, tokens)], findings);
  },
};
