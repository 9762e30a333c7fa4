import { itemsOf } from '@/core/document/item';
import { pinsIn } from '@/core/products/items';
import { effectiveLibrary, type Generation } from '@/core/library/effective';
import type { NamedComponent } from '@/core/usage/component-names';
import type { TokenSystem } from '@/core/tokens/system';
import type { DocumentRow } from '../access/authorise';
import { draftOf, loadDocument } from '../documents/store';
import { everyGeneration, lineageOf, pinnedRelease, releaseItems } from '../releases/store';
import type { Work } from '../use-case';

/** A release that source is held against. */
export interface AgainstLibrary {
  id: string;
  name: string;
  version: string;
  system: TokenSystem;
  components: NamedComponent[];
  /** What the library is called in code. */
  words: string[];
}

async function pinsOf(work: Work, product: DocumentRow) {
  const { items } = await loadDocument(work.trx, await draftOf(work.trx, product.id), 'product');
  const pinned = [];
  for (const pin of pinsIn(items)) {
    const found = await pinnedRelease(work, pin);
    if (found) pinned.push({ ...found, items: await releaseItems(work.trx, found.release.id) });
  }
  return pinned;
}

/** The releases a product has pinned, with all that they inherit: for what is worked out, and told to who may read it. */
export async function pinnedTokens(work: Work, product: DocumentRow): Promise<AgainstLibrary[]> {
  const against: AgainstLibrary[] = [];
  for (const { library, release, items } of await pinsOf(work, product)) {
    const { id, name, slug } = library;
    const generations: Generation[] = [
      ...(await everyGeneration(work.trx, items)),
      { name, version: release.version, items },
    ];
    const { system, items: whole } = effectiveLibrary(generations);
    const components = itemsOf(whole, 'component').map((one) => ({
      name: one.name,
      props: Object.values(one.props).map((prop) => prop.name),
    }));
    const prefixes = await outputPrefixes(work, library);
    against.push({ id, name, version: release.version, system, components, words: [slug, ...prefixes] });
  }
  return against;
}

/** What the outputs of a library put in front of names. */
async function outputPrefixes(work: Work, library: DocumentRow): Promise<string[]> {
  const { items } = await loadDocument(work.trx, await draftOf(work.trx, library.id), 'library');
  return itemsOf(items, 'output').flatMap(({ prefix }) => (prefix === '' ? [] : [prefix]));
}

/** The libraries a product has pinned, where they and all that they inherit may be read: what a scan found names their tokens. */
export async function readablePins(work: Work, product: DocumentRow): Promise<DocumentRow[]> {
  const libraries: DocumentRow[] = [];
  for (const { library, items } of await pinsOf(work, product))
    if (!(await lineageOf(work, items)).withheld) libraries.push(library);
  return libraries;
}
