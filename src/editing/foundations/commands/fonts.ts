import type { AssetFile, AssetItem } from '@/core/assets/asset';
import { itemsOf, ordered } from '@/core/document/item';
import { ordersAfter } from '@/core/document/order';
import { familyKey, type FontFacts } from '@/core/base/fonts/font';
import { fontUses } from '@/core/tokens/font-uses';
import { isObject, type Json, type JsonObject } from '@/core/base/json/json';
import { cssLine } from '@/core/tokens/css-text';
import { setTextMemberUnder } from '../text-member';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand, type DraftTransaction } from '@/editing/session/draft-transaction';

/** A file the server has stored and read. */
export interface StoredFont {
  file: string;
  hash: string;
  mediaType: string;
  size: number;
  font: FontFacts;
}

/** Adds font files to the families they belong to; a family named `family` where one is given, else as the files say. */
export function addFonts(
  library: OpenLibrary,
  { files, family }: { files: StoredFont[]; family?: string },
  newId: NewId,
): Command {
  const names = [...new Set(files.map(({ font }) => family ?? font.family))];
  return runCommand(library, newId, `Add the font ${names.join(', ')}`, (work) => {
    for (const stored of files) {
      const name = family ?? stored.font.family;
      const known = fontAssets(work).find((asset) => familyKey(asset.name) === familyKey(name));
      if (known && ordered(known.files).some(({ hash }) => hash === stored.hash)) continue;
      const { file: called, hash, mediaType, size, font } = stored;
      const file: AssetFile = {
        file: called,
        hash,
        mediaType,
        size,
        font,
        context: null,
        order: behind(known),
      };
      if (known) work.set(known.id, `files/${newId('file')}`, file);
      else
        work.add({
          id: newId('asset'),
          kind: 'asset',
          role: 'font',
          name: name.trim(),
          files: { [newId('file')]: file },
          order: ordersAfter(
            itemsOf(work.own, 'asset')
              .map(({ order }) => order)
              .sort()
              .at(-1) ?? null,
            1,
          )[0]!,
        });
    }
  });
}

const fontAssets = (work: DraftTransaction) =>
  itemsOf(work.own, 'asset').filter(({ role }) => role === 'font');
const behind = (asset: AssetItem | undefined) =>
  ordersAfter(asset ? (ordered(asset.files).at(-1)?.order ?? null) : null, 1)[0]!;

/** Takes a file out of a family, or the family with its last one. */
export function removeFontFile(
  library: OpenLibrary,
  { asset: id, file }: { asset: string; file: string },
  newId: NewId,
): Command {
  const asset = library.own.items.get(id);
  if (asset?.kind !== 'asset' || !asset.files[file])
    return refuse('The font file is not in this library', 'Change it in the library it comes from');
  return runCommand(library, newId, `Remove ${asset.files[file].file}`, (work) => {
    if (Object.keys(asset.files).length === 1) work.remove(id);
    else work.set(id, `files/${file}`, null);
  });
}

/** Gives a family of files the name that style sheets use for it. */
export function renameFont(
  library: OpenLibrary,
  { asset: id, name }: { asset: string; name: string },
  newId: NewId,
): Command {
  const asset = library.own.items.get(id);
  if (asset?.kind !== 'asset')
    return refuse('The font is not in this library', 'Change it in the library it comes from');
  const wanted = name.trim();
  if (wanted === '') return refuse('A font needs a name', 'Write the family’s name as style sheets use it');
  if (library.fonts().has(familyKey(wanted)) && familyKey(wanted) !== familyKey(asset.name))
    return refuse(`There is a font ${wanted} already`, 'Choose another name, or add the files to it');
  return runCommand(library, newId, `Rename the font ${asset.name} to ${wanted}`, (work) =>
    work.set(id, 'name', wanted),
  );
}

/** Puts another family in the place of one wherever a token or a rule of this library names it. */
export function replaceFamily(
  library: OpenLibrary,
  { from, to }: { from: string; to: string },
  newId: NewId,
): Command {
  const wanted = to.trim();
  if (wanted === '' || familyKey(wanted) === familyKey(from))
    return refuse('The replacement is the same font', 'Choose another');
  const isIt = (name: Json) => typeof name === 'string' && familyKey(name) === familyKey(from);
  /** The list with the other name in its place; undefined where it does not name the font. */
  const families = (value: Json): Json | undefined => {
    const names = Array.isArray(value) ? value : [value];
    if (!names.some(isIt)) return undefined;
    return Array.isArray(value) ? distinct(value.map((name) => (isIt(name) ? wanted : name))) : wanted;
  };
  return runCommand(library, newId, `Replace the font ${from} with ${wanted}`, (work) => {
    const typed = new Map(
      library.resolution.paths.map((path) => [path, library.resolution.variants(path)[0]?.resolved.type]),
    );
    for (const item of itemsOf(work.own, 'token')) {
      const type = typed.get(work.tree.paths.get(item.id)!);
      if (type === 'fontFamily') work.rewrite(item, families);
      if (type === 'typography')
        work.rewrite(item, (value) => {
          const next = isObject(value) ? families(value.get('fontFamily') ?? null) : undefined;
          return next === undefined ? undefined : new Map([...(value as JsonObject), ['fontFamily', next]]);
        });
    }
    for (const component of itemsOf(work.own, 'component'))
      for (const [id, entry] of Object.entries(component.entries)) {
        if (entry.kind !== 'rule') continue;
        const declarations = entry.declarations.map(
          ([property, value]): (typeof entry.declarations)[number] =>
            property === 'font-family' && 'raw' in value
              ? [property, { raw: inList(value.raw, from, wanted) }]
              : [property, value],
        );
        work.set(component.id, `entries/${id}`, { ...entry, declarations });
      }
  });
}

const distinct = (names: Json[]) => names.filter((name, i) => names.indexOf(name) === i);

/** A list of families in CSS, with one name in the place of another. */
function inList(text: string, from: string, to: string): string {
  const names = text.split(',').map((part) => part.trim());
  const changed = names.map((part) =>
    familyKey(part.replace(/^(["'])(.*)\1$/, '$2')) === familyKey(from)
      ? cssLine({ type: 'fontFamily', value: to })
      : part,
  );
  return changed.every((name, i) => name === names[i]) ? text : changed.join(', ');
}

/**
 * Gives every text style that asks for a family in one weight another weight, by a weight token of that value where
 * there is one, and only under the contexts in which it asks so.
 */
export function replaceWeight(
  library: OpenLibrary,
  { family, from, to }: { family: string; from: number; to: number },
  newId: NewId,
): Command {
  const uses = fontUses(library.resolution).filter(
    (use) => familyKey(use.family) === familyKey(family) && use.weight === from,
  );
  return runCommand(library, newId, `Replace weight ${from} of ${family} with ${to}`, (work) => {
    for (const { path, contexts } of uses)
      setTextMemberUnder(library, work, path, { member: 'fontWeight', contexts, value: to });
  });
}
