import { ExpectedError } from '../errors';
import { create, type Font, type FontCollection } from 'fontkit';
import type { FontFacts } from './font';
import { SCRIPTS } from './scripts';
import { unpackWoff } from './woff';

/** A file that cannot be read as a font; the message says what and how to mend it. */
export class FontProblem extends ExpectedError {
  override readonly name = 'FontProblem';
}

/** A compressed file may grow to this many bytes and no further. */
const LARGEST = 40 * 1024 * 1024;

/**
 * Reads what a font file (TrueType, OpenType, WOFF, WOFF2; of a collection the first) says of itself.
 * @throws FontProblem where it is no font, or a broken one
 */
export function readFont(bytes: Uint8Array): FontFacts {
  const form = formOf(bytes);
  if (form === undefined)
    throw new FontProblem('This is not a font file. Upload a .ttf, .otf, .ttc, .woff or .woff2.');
  if (unpackedSize(bytes, form) > LARGEST)
    throw new FontProblem('This font unpacks to more than 40 MB. Upload a smaller one, or a subset.');
  try {
    // The reader's own unpacking of WOFF does not end for some broken files.
    const plain = form === 'woff' ? unpackWoff(bytes) : bytes;
    const opened = create(plain as Buffer) as Font | FontCollection;
    return factsOf('fonts' in opened ? opened.fonts[0]! : opened);
  } catch (error) {
    if (error instanceof FontProblem) throw error;
    throw new FontProblem('This font file is broken: a table in it cannot be read. Export it again.');
  }
}

type Form = 'sfnt' | 'woff' | 'woff2';
const SIGNATURES = new Map<string, Form>([
  ['\0\x01\0\0', 'sfnt'],
  ['OTTO', 'sfnt'],
  ['true', 'sfnt'],
  ['ttcf', 'sfnt'],
  ['wOFF', 'woff'],
  ['wOF2', 'woff2'],
]);

function formOf(bytes: Uint8Array): Form | undefined {
  return bytes.length < 44 ? undefined : SIGNATURES.get(String.fromCharCode(...bytes.subarray(0, 4)));
}

/** The media type of a font file, by its first bytes; undefined where they are no font's. */
export function fontMediaType(bytes: Uint8Array): string | undefined {
  const form = formOf(bytes);
  if (form === undefined || form === 'sfnt') return form && 'font/sfnt';
  return `font/${form}`;
}

/** How large a compressed file says it becomes, by its tables: WOFF section 4; WOFF2 checks itself against its own sum. */
function unpackedSize(bytes: Uint8Array, form: Form): number {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (form === 'woff2') return view.getUint32(16);
  if (form === 'sfnt') return bytes.length;
  let sum = 0;
  for (let i = 0; i < view.getUint16(12) && 44 + i * 20 + 16 <= bytes.length; i++)
    sum += view.getUint32(44 + i * 20 + 12);
  return sum;
}

interface Os2 {
  usWeightClass: number;
  fsSelection: { italic: boolean; oblique: boolean };
  fsType: Record<'noEmbedding' | 'viewOnly' | 'editable' | 'noSubsetting' | 'bitmapOnly', boolean>;
}
type Names = Record<string, Record<string, string> | undefined>;

function factsOf(font: Font): FontFacts {
  const inside = font as unknown as { 'OS/2'?: Os2; name?: { records: Names } };
  const os2 = inside['OS/2'];
  if (!os2)
    throw new FontProblem(
      'This font has no OS/2 table, which tells its weight. Export it again for the web.',
    );
  const names = inside.name?.records ?? {};
  const said = (name: string) => {
    const record = names[name];
    return String(record?.en ?? Object.values(record ?? {})[0] ?? '').slice(0, 500);
  };
  const axes = Object.entries(font.variationAxes).map(([tag, axis]) => ({
    tag,
    name: String(axis?.name ?? tag).slice(0, 60),
    min: axis?.min ?? 0,
    default: axis?.default ?? 0,
    max: axis?.max ?? 0,
  }));
  const weight = axes.find(({ tag }) => tag === 'wght');
  const fixed = within(os2.usWeightClass);
  const family = withoutWeight(said('preferredFamily') || String(font.familyName ?? ''));
  if (family === '')
    throw new FontProblem('This font does not say its family’s name. Export it again with names.');
  return {
    family,
    weight: weight ? [within(weight.min), within(weight.max)] : [fixed, fixed],
    italic: os2.fsSelection.italic || os2.fsSelection.oblique || axes.some(({ tag }) => tag === 'ital'),
    axes,
    scripts: SCRIPTS.filter(({ letters }) =>
      [...letters].every((letter) => font.hasGlyphForCodePoint(letter.codePointAt(0)!)),
    ).map(({ name }) => name),
    glyphs: font.numGlyphs,
    licence: said('license') || said('licenseURL'),
    embedding: os2.fsType.noEmbedding
      ? 'restricted'
      : os2.fsType.viewOnly
        ? 'preview and print'
        : os2.fsType.editable
          ? 'editable'
          : 'installable',
    noSubsetting: os2.fsType.noSubsetting,
    bitmapOnly: os2.fsType.bitmapOnly,
  };
}

const within = (weight: number) => Math.min(1000, Math.max(1, Math.round(weight)));

/** Family names of old carry the weight: name id 1 of `Archivo SemiBold` is `Archivo SemiBold` (OpenType, "name"). */
const withoutWeight = (name: string) =>
  name
    .trim()
    .slice(0, 200)
    .replace(
      /(?<=\S)( (\d+pt|Thin|Hairline|(Extra|Ultra|Semi|Demi) ?(Light|Bold|Black)|Light|Regular|Book|Medium|Bold|Black|Heavy))+$/i,
      '',
    );
