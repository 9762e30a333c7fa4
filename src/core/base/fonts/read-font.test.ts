import { readFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { SHIPPED_FONTS } from '../../assets/known-fonts';
import { closestWeight, hasWeight } from './font';
import { fontMediaType, FontProblem, readFont } from './read-font';
import { unpackWoff } from './woff';

const packages = path.resolve('node_modules');
const bytesOf = (file: string) => new Uint8Array(readFileSync(path.join(packages, file)));
const archivo = '@fontsource-variable/archivo';
const commit = '@fontsource/commit-mono';

describe('what a font file says of itself', () => {
  // The packages' own metadata, written by the people who cut the files, is the reference.
  const metadata = JSON.parse(readFileSync(path.join(packages, archivo, 'metadata.json'), 'utf8')) as {
    family: string;
    variable: Record<string, { min: string; max: string }>;
  };

  test('family, weights and axes of a variable font', () => {
    const facts = readFont(bytesOf(`${archivo}/files/archivo-latin-standard-normal.woff2`));
    expect(facts.family).toBe(metadata.family);
    expect(facts.italic).toBe(false);
    for (const { tag, min, max } of facts.axes)
      expect([tag, min, max]).toEqual([
        tag,
        Number(metadata.variable[tag]!.min),
        Number(metadata.variable[tag]!.max),
      ]);
    expect(facts.axes.map(({ tag }) => tag).sort()).toEqual(['wdth', 'wght']);
    expect(facts.weight).toEqual([Number(metadata.variable.wght!.min), Number(metadata.variable.wght!.max)]);
    expect(readFont(bytesOf(`${archivo}/files/archivo-latin-wght-italic.woff2`)).italic).toBe(true);
  });

  test('a subset holds the scripts it is named after, and no other', () => {
    const scripts = (subset: string) =>
      readFont(bytesOf(`${archivo}/files/archivo-${subset}-wght-normal.woff2`)).scripts;
    expect(scripts('latin')).toEqual(['Latin', 'Latin of Western Europe']);
    expect(scripts('latin-ext')).not.toContain('Greek');
    expect(scripts('vietnamese')).not.toContain('Latin');
  });

  test('fixed weights, in WOFF and in WOFF2 alike', () => {
    for (const weight of [200, 400, 700])
      for (const style of ['normal', 'italic']) {
        const [old, present] = ['woff', 'woff2'].map((end) =>
          readFont(bytesOf(`${commit}/files/commit-mono-latin-${weight}-${style}.${end}`)),
        );
        expect(present!.weight).toEqual([weight, weight]);
        expect(present!.italic).toBe(style === 'italic');
        expect(old).toEqual(present);
      }
    const facts = readFont(bytesOf(`${commit}/files/commit-mono-latin-400-normal.woff2`));
    expect(facts.licence).toContain('SIL Open Font License');
    expect([facts.embedding, facts.noSubsetting, facts.bitmapOnly]).toEqual(['installable', false, false]);
  });

  // OpenType 1.9, OS/2 table, fsType: bit 1 restricted, bit 2 preview and print, bit 3 editable, bit 8 no subsetting.
  test('licence bits are those of OS/2.fsType', () => {
    const plain = unpackWoff(bytesOf(`${commit}/files/commit-mono-latin-400-normal.woff`));
    const table = tableAt(plain, 'OS/2');
    const said = (fsType: number) => {
      const copy = plain.slice();
      new DataView(copy.buffer).setUint16(table + 8, fsType);
      const { embedding, noSubsetting, bitmapOnly } = readFont(copy);
      return [embedding, noSubsetting, bitmapOnly];
    };
    expect(said(0x0000)).toEqual(['installable', false, false]);
    expect(said(0x0002)).toEqual(['restricted', false, false]);
    expect(said(0x0004)).toEqual(['preview and print', false, false]);
    expect(said(0x0108)).toEqual(['editable', true, false]);
    expect(said(0x0200)).toEqual(['installable', false, true]);
  });

  test('what ships is what its files hold', () => {
    const files = [
      `${archivo}/files/archivo-latin-wght-normal.woff2`,
      '@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-latin-wght-normal.woff2',
      `${commit}/files/commit-mono-latin-400-normal.woff2`,
    ];
    expect(SHIPPED_FONTS.map(({ weights }) => weights)).toEqual(
      files.map((file) => [readFont(bytesOf(file)).weight]),
    );
  });
});

describe('fonts that are not', () => {
  const wrong = (bytes: Uint8Array) => {
    try {
      readFont(bytes);
      return 'read';
    } catch (error) {
      if (!(error instanceof FontProblem)) throw error;
      return error.message;
    }
  };
  test('other files, empty ones, and ones that unpack to too much are refused in words', () => {
    expect(
      wrong(new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg"></svg>'.repeat(3))),
    ).toMatch(/not a font file/);
    expect(wrong(new Uint8Array())).toMatch(/not a font file/);
    const bomb = bytesOf(`${commit}/files/commit-mono-latin-400-normal.woff2`);
    new DataView(bomb.buffer).setUint32(16, 0xf0000000);
    expect(wrong(bomb)).toMatch(/40 MB/);
    expect(fontMediaType(new Uint8Array(100))).toBeUndefined();
  });

  test('broken fonts end in words, never in anything else', () => {
    const files = ['woff', 'woff2'].map((end) =>
      bytesOf(`${commit}/files/commit-mono-latin-400-normal.${end}`),
    );
    const sources = [...files, unpackWoff(files[0]!)];
    const damage = fc.array(fc.tuple(fc.nat(4000), fc.nat(255)), { minLength: 1, maxLength: 20 });
    fc.assert(
      fc.property(fc.nat(2), damage, fc.nat(100), (source, changes, cut) => {
        const copy = sources[source]!.slice(0, Math.ceil((sources[source]!.length * (200 - cut)) / 200));
        for (const [at, byte] of changes) copy[at] = byte;
        expect(typeof wrong(copy)).toBe('string');
      }),
      { numRuns: 60 },
    );
  });
});

test('the closest weight there is', () => {
  const family = {
    name: 'x',
    weights: [
      [300, 300],
      [500, 700],
    ] as [number, number][],
  };
  expect([100, 350, 400, 600, 900].map((weight) => closestWeight(family, weight))).toEqual([
    300, 300, 500, 600, 700,
  ]);
  expect([300, 301, 500, 650, 701].map((weight) => hasWeight(family, weight))).toEqual([
    true,
    false,
    true,
    true,
    false,
  ]);
});

function tableAt(font: Uint8Array, tag: string): number {
  const view = new DataView(font.buffer);
  for (let i = 0; i < view.getUint16(4); i++)
    if (String.fromCharCode(...font.subarray(12 + i * 16, 16 + i * 16)) === tag)
      return view.getUint32(12 + i * 16 + 8);
  throw new Error(`No table ${tag}`);
}
