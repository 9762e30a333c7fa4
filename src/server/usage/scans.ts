import type { Knex } from 'knex';
import { append } from '@/core/base/append';
import { compareVersions, isCandidate } from '@/core/releases/version';
import type { ScanSummary } from '@/core/usage/summary';
import { allReadable } from '../access/authorise';
import { draftOf, loadDocument } from '../documents/store';
import { notFound } from '../http/problem';
import { lineageOf, releasesOf } from '../releases/store';
import { usesByProducts } from '../releases/users';
import { useCase } from '../use-case';
import { readablePins } from './against';

interface ScanRow {
  document_id: string;
  commit_hash: string;
  library_id: string;
  version: string;
  at: string;
  counts: string;
  found: string;
}
type Counts = Omit<ScanSummary, 'found'>;

const countsOf = (row: ScanRow): Counts => JSON.parse(row.counts) as Counts;
const told = (row: ScanRow) => {
  const { tokens: _, components: __, ...counts } = countsOf(row);
  return { commit: row.commit_hash, at: row.at, version: row.version, ...counts };
};

const releasesTold = async (trx: Knex, libraryId: string) =>
  (await releasesOf(trx, libraryId))
    .filter(({ version }) => !isCandidate(version))
    .map(({ version, at }) => ({ version, at }))
    .sort((a, b) => compareVersions(a.version, b.version));

const list = useCase('scans.list', {
  needs: 'viewer',
  kind: 'product',
  document: (input) => input.slug,
  async run(work, _input, row) {
    const libraries = [];
    for (const { id, slug, name } of await readablePins(work, row)) {
      const scans: ScanRow[] = await work.trx('scans').where({ document_id: row.id, library_id: id }).orderBy('number');
      libraries.push({ slug, name, releases: await releasesTold(work.trx, id), scans: scans.map(told) });
    }
    return { libraries };
  },
}); // prettier-ignore

const read = useCase('scans.read', {
  needs: 'viewer',
  kind: 'product',
  document: (input) => input.slug,
  async run(work, input, row) {
    const pins = await readablePins(work, row);
    const library = input.library === undefined ? pins[0] : pins.find(({ slug }) => slug === input.library);
    const scan: ScanRow | undefined =
      library &&
      (await work
        .trx('scans')
        .where({ document_id: row.id, library_id: library.id, commit_hash: input.commit })
        .first());
    if (!scan) throw notFound(`scan of commit ${input.commit}`);
    return { ...told(scan), tokens: countsOf(scan).tokens, found: JSON.parse(scan.found) as ScanSummary['found'] };
  },
}); // prettier-ignore

const ofLibrary = useCase('scans.ofLibrary', {
  needs: 'viewer',
  kind: 'library',
  document: (input) => input.slug,
  async run(work, _input, row) {
    const { items } = await loadDocument(work.trx, await draftOf(work.trx, row.id), 'library');
    // What was found names tokens it inherits too.
    if ((await lineageOf(work, items)).withheld) return { releases: await releasesTold(work.trx, row.id), products: [], tokens: {}, components: {} };
    const readableProducts = (await allReadable(work)).filter(({ kind }) => kind === 'product');
    // Source is held against the library that is pinned, with all that this inherits.
    const through = new Map((await usesByProducts(work, row.id)).flatMap((use) => (use.through === null ? [] : [[use.product.id, use]])));
    const rows: ScanRow[] = await work
      .trx('scans')
      .whereIn('library_id', [row.id, ...new Set([...through.values()].map(({ pinned }) => pinned.id))])
      .whereIn('document_id', readableProducts.map(({ id }) => id))
      .orderBy('number');
    const byProduct = new Map<string, ScanRow[]>();
    for (const scan of rows)
      if (scan.library_id === (through.get(scan.document_id)?.pinned.id ?? row.id)) append(byProduct, scan.document_id, scan);
    const newest = [...byProduct.values()].map((scans) => countsOf(scans.at(-1)!));
    const tokens = summed(newest.map((counts) => counts.tokens));
    const components = summed(newest.map((counts) => counts.components ?? {}));
    return {
      releases: await releasesTold(work.trx, row.id),
      products: readableProducts.flatMap(({ id, slug, name }) =>
        byProduct.has(id) ? [{ slug, name, through: through.get(id)?.through ?? null, scans: byProduct.get(id)!.map(told) }] : [],
      ),
      tokens,
      components,
    };
  },
}); // prettier-ignore

/** Figures by name, all together. */
function summed(all: readonly Record<string, number>[]): Record<string, number> {
  const sums = new Map<string, number>();
  for (const [name, count] of all.flatMap((one) => Object.entries(one))) sums.set(name, (sums.get(name) ?? 0) + count);
  return Object.fromEntries(sums);
} // prettier-ignore

export const scanUseCases = [list, read, ofLibrary];
