import { parse as parseScript } from '@babel/parser';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { parse as parsePage } from 'parse5';
import postcss from 'postcss';
import scssSyntax from 'postcss-scss';
import { readJson } from '../src/core/base/json/read';
import type { JsonObject } from '../src/core/base/json/json';
import { readResolver } from '../src/core/tokens/resolver-file';
import { Resolution } from '../src/core/tokens/resolve';
import { readSourceFile, scan, Scanner, type SourceFile } from '../src/core/usage/scan';
import { alternating, median, type Benchmark } from './benchmark';
import { sampleResolver } from './sample';

/** Source that packages carry: style sheets, SCSS, scripts with markup, pages. */
const FOLDERS: readonly [folder: string, ending: RegExp][] = [
  ['@mantine/core/styles', /\.css$/],
  ['@picocss/pico/scss', /\.scss$/],
  ['@tanstack/react-query/src', /\.tsx?$/],
  ['svelte/src/internal/client', /\.js$/],
  ['next/dist/bundle-analyzer', /\.html$/],
];
const files = (): SourceFile[] =>
  FOLDERS.flatMap(([folder, ending]) =>
    readdirSync(path.join('node_modules', folder), { recursive: true })
      .map(String)
      .filter((name) => ending.test(name))
      .map((name) => ({ name, text: readFileSync(path.join('node_modules', folder, name), 'utf8') })),
  );
const tokens = () =>
  readResolver(readJson(sampleResolver(400)) as JsonObject, () => ({ problem: '' })).system;

function parseOnly({ name, text }: SourceFile): unknown {
  if (/\.css$/.test(name)) return postcss.parse(text);
  if (/\.scss$/.test(name)) return scssSyntax.parse(text);
  if (/\.html$/.test(name)) return parsePage(text);
  const plugins = /\.tsx?$/.test(name) ? (['typescript', 'jsx', 'decorators-legacy'] as const) : (['jsx', 'decorators-legacy'] as const);
  return parseScript(text, { sourceType: 'unambiguous', plugins: [...plugins] });
} // prettier-ignore

/** From the texts to the last finding. */
export const scanning: Benchmark = {
  name: 'scan',
  against: 'parsing the same files and doing nothing',
  goal: 2,
  measure() {
    const all = files();
    return alternating(
      () =>
        scan(
          all.flatMap((file) => readSourceFile(file) ?? []),
          new Resolution(tokens()),
        ),
      () => all.map(parseOnly),
      9,
    );
  },
};

/** One file changed, what was read of the others kept. */
export const rescan: Benchmark = {
  name: 'rescan',
  against: 'the first scan',
  goal: 0.02,
  measure() {
    const all = files();
    const resolution = new Resolution(tokens());
    const first: number[] = [];
    const again: number[] = [];
    for (let round = 0; round < 9; round++) {
      let start = performance.now();
      const scanner = new Scanner(resolution);
      const read = all.flatMap((file) => readSourceFile(file) ?? []);
      scanner.scan(read);
      first.push(performance.now() - start);
      const at = (round * 37) % read.length;
      const file = read[at]!.file;
      start = performance.now();
      read[at] = readSourceFile({ name: file.name, text: `${file.text}\n` })!;
      scanner.scan(read);
      again.push(performance.now() - start);
    }
    return { work: median(again), reference: median(first), unit: 'ms' };
  },
};
