import { demo, done, newId, opened } from '@/testing/library';
import { fonts } from '../queries/fonts';
import type { OpenLibrary } from '@/editing/session/open-library';
import { applyFixes } from '@/editing/findings/commands/apply-fixes';
import { addFonts } from '@/editing/foundations/commands/add-fonts';
import { removeFontFile } from '@/editing/foundations/commands/remove-font-file';
import { renameFont } from '@/editing/foundations/commands/rename-font';
import { replaceFamily } from '@/editing/foundations/commands/replace-family';

describe('fonts', () => {
  const library = opened(demo());
  const face = (weight: number) => ({
    file: `face-${weight}.woff2`,
    hash: String(weight).padStart(64, '0'),
    mediaType: 'font/woff2',
    size: 1000,
    font: {
      family: 'Tern Sans', weight: [weight, weight] as [number, number], italic: false, axes: [], scripts: ['Latin'],
      glyphs: 200, licence: '', embedding: 'installable' as const, noSubsetting: false, bitmapOnly: false,
    },
  }); // prettier-ignore
  const row = (from: OpenLibrary, name: string) =>
    fonts(from).families.find((family) => family.name === name);

  test('one name is put in the place of another in every token, list and rule, and undone as one', () => {
    const wanted = row(library, 'Archivo Variable')!.uses.map(({ path }) => path);
    const after = done(library, replaceFamily(library, { from: 'archivo variable', to: 'Tern Sans' }, newId));
    expect(row(after, 'Archivo Variable')).toBeUndefined();
    expect(row(after, 'Tern Sans')!.uses.map(({ path }) => path)).toEqual(wanted);
    expect(row(after, 'Tern Sans')!.from).toBe('nowhere');
    const missing = (from: OpenLibrary) =>
      from.findings().filter(({ code }) => code === 'font-missing').map(({ path }) => path);
    expect(missing(library)).toEqual([]);
    expect(missing(after)).toEqual(['font.family.text', 'font.family.display']);
    // The files are brought: what is left to say is which weights are not among them.
    const brought = done(after, addFonts(after, { files: [face(400), face(600), face(400)] }, newId));
    expect(row(brought, 'Tern Sans')!.files).toHaveLength(2);
    expect(missing(brought)).toEqual([]);
    const lacking = row(brought, 'Tern Sans')!.missing;
    expect(lacking.map(({ weight, closest }) => [weight, closest])).toEqual(
      expect.arrayContaining([[800, 600]]),
    );
    const weights = brought.findings().filter(({ code }) => code === 'font-weight-missing');
    expect(new Set(weights.map(({ path }) => path))).toEqual(new Set(lacking.flatMap(({ paths }) => paths)));
    const mended = done(brought, applyFixes(brought, { keys: weights.map(({ code, path }) => ({ code, path: path! })) }, newId));
    expect(row(mended, 'Tern Sans')!.missing).toEqual([]);
  }); // prettier-ignore

  test('files are renamed, kept apart from other fonts, and taken out again', () => {
    const brought = done(library, addFonts(library, { files: [face(400)] }, newId));
    const { asset, files } = row(brought, 'Tern Sans')!;
    expect(renameFont(brought, { asset: asset!.id, name: ' commit mono ' }, newId)).toHaveProperty('problem');
    expect(renameFont(brought, { asset: asset!.id, name: '' }, newId)).toHaveProperty('problem');
    const named = done(brought, renameFont(brought, { asset: asset!.id, name: 'Tern' }, newId));
    expect(row(named, 'Tern')!.files).toEqual(files);
    const gone = done(
      named,
      removeFontFile(named, { asset: asset!.id, file: files[0]!.id, leave: true }, newId),
    );
    expect(row(gone, 'Tern')).toBeUndefined();
    expect(gone.own.items.size).toBe(library.own.items.size);
  });
});
