import type { Knex } from 'knex';
import { append } from '@/core/base/append';
import type { Item, ItemKindName, Items } from '@/core/document/item';
import { kindOf } from '@/core/kinds/registry';
import { pinsIn, type PinItem } from '@/core/products/items';
import { releaseBeside } from '@/core/releases/beside';
import { compareVersions, isCandidate } from '@/core/releases/version';
import { allReadable, roleOf, type DocumentRow } from '../access/authorise';
import { parentOf } from '../releases/parent';
import { offeredTo, withdrawnNow } from '../releases/standing';
import {
  lineageOf,
  pinnedRelease,
  releaseItems,
  releaseOf,
  releasesOf,
  toldOf,
  type ReleaseRow,
} from '../releases/store';
import { namedReleases, productsUsing } from '../releases/users';
import { startingLibraries } from '../workspace/settings';
import { useCase, type Work } from '../use-case';
import { draftOf, loadDocument, readLog } from './store';

const list = (items: Items): Item[] => [...items.values()];

/** What a body of items inherits, as it is sent, and whether something of it may not be read by who asks. */
async function inheritedBy(work: Work, own: Items) {
  const { generations, withheld } = await lineageOf(work, own);
  return {
    ancestors: generations.map(({ name, version, items }) => ({ name, version, items: list(items) })),
    withheld: withheld !== undefined,
  };
}

/** As many change sets come with a library: enough to undo. A tab asks for more where somebody looks at history. */
const OPENING_LOG = 40;

/** Everything a tab needs to open a library's draft: items, what it inherits, its last release, and who uses it. */
const openLibrary = useCase('libraries.open', {
  needs: 'viewer',
  kind: 'library',
  document: (input) => input.slug,
  async run(work, _input, row) {
    const { trx } = work;
    const draft = await draftOf(trx, row.id);
    const { items } = await loadDocument(trx, draft, 'library');
    const releases = await releasesOf(trx, row.id);
    const last = releases.find(({ version }) => !isCandidate(version));
    const inherited = await inheritedBy(work, items);
    const lastItems = last ? await releaseItems(trx, last.id) : undefined;
    /** What the release inherits, where that is other than what the draft does. */
    const ancestorsBeside = async () => {
      const { ancestors } = await inheritedBy(work, lastItems!);
      const named = (all: typeof ancestors) =>
        JSON.stringify(all.map(({ name, version }) => [name, version]));
      return named(ancestors) === named(inherited.ancestors) ? null : ancestors;
    };
    return {
      ...(await heading(work, row)),
      sequence: draft.sequence,
      items: list(items),
      ...inherited,
      parent: await parentOf(work, items),
      last:
        last && lastItems
          ? { version: last.version, ...releaseBeside(items, lastItems), ancestors: await ancestorsBeside() }
          : null,
      versions: releases.map(({ version, at }) => ({ version, at })),
      products: await productsUsing(work, row.id),
      log: await readLog(trx, draft.id, { last: OPENING_LOG }),
      people: await people(trx),
    };
  },
});

/** The releases that a pin holds components at. */
async function heldReleases(trx: Knex, { held }: PinItem, library: string): Promise<ReleaseRow[]> {
  const found: ReleaseRow[] = [];
  for (const version of new Set(Object.values(held))) {
    const release = await releaseOf(trx, library, version);
    if (release) found.push(release);
  }
  return found;
}

/** As many newer releases of a library come with a product. */
const MOST_NEWER = 5;

/** Everything a tab needs to open a product: its items, and of each library it has taken the pinned and the newer releases. */
const openProduct = useCase('products.open', {
  needs: 'viewer',
  kind: 'product',
  document: (input) => input.slug,
  async run(work, _input, row) {
    const { trx } = work;
    const draft = await draftOf(trx, row.id);
    const { items } = await loadDocument(trx, draft, 'product');
    const libraries = [];
    for (const pin of pinsIn(items)) {
      const pinned = await pinnedRelease(work, pin);
      if (!pinned) continue;
      const { library } = pinned;
      const load = async (release: ReleaseRow) => {
        const { version, at } = release;
        const own = await releaseItems(trx, release.id);
        const { notes } = await toldOf(work, release);
        return { version, at, notes, items: list(own), ...(await inheritedBy(work, own)) };
      };
      const { newer, candidate, withdrawn } = await offeredTo(trx, pinned.release);
      const sent = [...newer.slice(0, MOST_NEWER), ...(candidate ? [candidate] : [])];
      libraries.push({
        id: library.id,
        slug: library.slug,
        name: library.name,
        pinned: await load(pinned.release),
        held: await Promise.all((await heldReleases(trx, pin, library.id)).map(load)),
        withdrawn,
        newer: await Promise.all(sent.map(load)),
      });
    }
    return {
      ...(await heading(work, row)),
      sequence: draft.sequence,
      items: list(items),
      libraries,
      log: await readLog(trx, draft.id, { last: 200 }),
      people: await people(trx),
    };
  },
});

async function heading(work: Work, row: DocumentRow) {
  const team = await work.trx('teams').where({ id: row.team_id }).first();
  return {
    document: {
      id: row.id,
      kind: row.kind,
      slug: row.slug,
      name: row.name,
      about: row.about,
      team: team.name as string,
    },
    // Whoever opens it was let in as somebody.
    role: (await roleOf(work.trx, work.actor, row))!,
  };
}

async function people(trx: Knex): Promise<{ id: string; name: string }[]> {
  return trx('people').select('id', 'name');
}

const listDocuments = useCase('documents.list', {
  needs: 'signed-in',
  async run(work) {
    const rows = await allReadable(work);
    const byId = new Map(rows.map((row) => [row.id, row]));
    const [versions, offered] = [new Map<string, string[]>(), new Map<string, string[]>()];
    const withdrawn = await withdrawnNow(work.trx);
    for (const row of (await work.trx('releases').select('id', 'document_id', 'version')) as ReleaseRow[]) {
      if (!byId.has(row.document_id)) continue;
      append(versions, row.document_id, row.version);
      if (!withdrawn.has(row.id) && !isCandidate(row.version)) append(offered, row.document_id, row.version);
    }
    const named = new Map<string, { kind: string; title: string }[]>();
    for (const [id, names] of byId.size > 0 ? await namedReleases(work.trx) : [])
      for (const { item, library, version } of byId.has(id) ? names : [])
        // What may not be read is not named, nor what is not there.
        if (byId.has(library.id ?? '') && versions.get(library.id!)?.includes(version))
          append(named, id, { kind: item.kind, title: kindOf(item).title(item) });
    const titles = (id: string, kind: ItemKindName) =>
      (named.get(id) ?? []).filter((one) => one.kind === kind).map(({ title }) => title);
    const starting = new Set(await startingLibraries(work.trx));
    return {
      documents: rows.map(({ id, kind, slug, name, about, team, role, visibility }) => ({
        id,
        kind,
        slug,
        name,
        about,
        team,
        role,
        visibility,
        starts: starting.has(id),
        version: kind === 'library' ? ((offered.get(id) ?? []).sort(compareVersions).at(-1) ?? null) : null,
        parent: titles(id, 'parent')[0] ?? null,
        pins: titles(id, 'pin'),
      })),
    };
  },
});

export const openUseCases = [openLibrary, openProduct, listDocuments];
