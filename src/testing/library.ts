import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { readComponent } from '@/core/components/component-file';
import { applyChangeSet, brokenInvariants } from '@/core/kinds/registry';
import { documentOf } from '@/core/document/change-set';
import { addItem, type Edit } from '@/core/document/edits';
import { importEdits } from '@/core/intake/import';
import { itemsOf, type Document, type Item } from '@/core/document/item';
import { libraryTree } from '@/core/tokens/token-tree';
import { readScreen } from '@/core/products/screen-file';
import { readGuide } from '@/core/guides/guide-file';
import { ordersAfter } from '@/core/document/order';
import { readJson } from '@/core/base/json/read';
import { openTokens } from '@/core/tokens/open';
import {
  OpenLibrary,
  surroundingsOf,
  type LibrarySnapshot,
  type ParentRelease,
} from '@/editing/session/open-library';
import { OpenProduct, type ProductSnapshot } from '@/editing/session/open-product';
import type { Command } from '@/editing/session/command';

/** For tests: the demo library built from its files, and opened as a tab would. */
const folder = path.resolve('demo/keel');
export const files = new Map(
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isFile() ? [[entry.name, readFileSync(path.join(folder, entry.name), 'utf8')] as const] : [],
  ),
);
let n = 0;
export const newId = (prefix: string) => `${prefix}_${++n}`;
export const lens = { brand: 'saltmarsh', scheme: 'light' };
export const dark = { brand: 'saltmarsh', scheme: 'dark' };

export function apply(document: Document, edits: Edit[]): Document {
  const result = applyChangeSet(document, { edits });
  if ('clashes' in result) throw new Error(JSON.stringify(result.clashes));
  const [broken] = brokenInvariants({
    before: document.items,
    after: result.document.items,
    touched: result.touched,
    inherited: [],
  });
  if (broken) throw new Error(`${broken.code}: ${broken.message}`);
  return result.document;
}

/** The demo library; always the same one, for nothing changes a document in its place. */
export const demo = (): Document => (built ??= build());
let built: Document | undefined;

function build(): Document {
  let document = documentOf('keel', 'library', []);
  document = apply(
    document,
    importEdits(
      document.items,
      openTokens('keel.resolver.json', files.get('keel.resolver.json')!, (name) => files.get(name)),
      'keel.resolver.json',
      newId,
    ).edits,
  );
  const tree = libraryTree(document.items);
  const nameIn = (text: string) => /"name": "([^"]+)"/.exec(text)![1]!;
  const ids = new Map(
    [...files].flatMap(([name, text]) =>
      name.endsWith('.component.json') ? [[nameIn(text), newId('component')] as const] : [],
    ),
  );
  const orders = ordersAfter(null, ids.size);
  for (const [name, text] of files) {
    if (!name.endsWith('.component.json')) continue;
    const read = readComponent(readJson(text), files.get(name.replace('.component.json', '.html')) ?? '', {
      id: ids.get(nameIn(text))!,
      order: orders.shift()!,
      entryId: () => newId('entry'),
      rank: () => null,
      refer: (at) => ({ id: tree.ids.get(at), path: at }),
      referTo: (_, path) => ({ id: ids.get(path), path }),
    });
    if (read.findings.length > 0) throw new Error(read.findings[0]!.message);
    document = apply(document, [addItem(read.component!)]);
  }
  const components = itemsOf(document.items, 'component');
  const guide = readGuide(files.get('buttons.guide.md')!, {
    id: newId('guide'),
    name: 'buttons',
    order: 'a0',
    blockId: () => newId('block'),
    refer: (at, kind) => ({
      path: at,
      id: kind === 'group' ? tree.ids.get(at) : components.find((c) => c.name === at)!.id,
    }),
  });
  return apply(document, [addItem(guide)]);
}

const list = (document: Document): Item[] => [...document.items.values()];

/** A library with one release, opened by somebody who may edit it. */
export function opened(
  released: Document,
  present: Document = released,
  more: Partial<LibrarySnapshot> = {},
): OpenLibrary {
  const snapshot: LibrarySnapshot = {
    document: { id: 'keel', kind: 'library', slug: 'keel', name: 'Keel', about: '', team: 'T' },
    role: 'maintainer',
    sequence: 1,
    items: list(released),
    ancestors: [],
    withheld: false,
    parent: null,
    last: { version: '1.0.0', items: list(released), ancestors: [] },
    versions: [{ version: '1.0.0', at: '2026-01-01' }],
    products: [],
    log: [],
    people: [{ id: 'p', name: 'Pat' }],
    ...more,
  };
  return new OpenLibrary(surroundingsOf(snapshot), present, 2, snapshot.log, 'p');
}

/** The library after a plan; what a plan refuses is thrown. */
export function done(library: OpenLibrary, command: Command): OpenLibrary {
  if ('problem' in command) throw new Error(`${command.problem}. ${command.fix}`);
  return new OpenLibrary(
    library.surroundings,
    apply(library.own, command.edits),
    library.sequence + 1,
    library.log,
    'p',
  );
}

/** A product of one screen on the release 1.0.0 of a library, with what newer releases there are. */
export function bookingSite(
  released: Document,
  newer: { version: string; document: Document; notes?: string }[] = [],
  more: Partial<ProductSnapshot> = {},
): OpenProduct {
  const components = itemsOf(released.items, 'component');
  const read = readScreen(readFileSync('demo/booking-site/fares.html', 'utf8'), {
    name: 'fares',
    order: 'a0',
    newId,
    refer: (name) => ({ path: name, id: components.find((component) => component.name === name)?.id }),
  });
  const pin: Item = {
    id: 'pin_1',
    kind: 'pin',
    library: { id: 'keel', path: 'Keel' },
    version: '1.0.0',
    policy: 'ask',
    held: {},
  };
  const release = ({ version, document, notes = '' }: (typeof newer)[number]) => ({
    version,
    at: '2026-01-01',
    notes,
    items: list(document),
    ancestors: [],
    withheld: false,
  });
  const own = documentOf('booking', 'product', [pin, read.screen, ...read.placements]);
  const snapshot: ProductSnapshot = {
    document: {
      id: 'booking',
      kind: 'product',
      slug: 'booking',
      name: 'Booking',
      about: 'Sells crossings',
      team: 'B',
    },
    role: 'maintainer',
    sequence: 1,
    items: list(own),
    log: [],
    people: [{ id: 'p', name: 'Pat' }],
    libraries: [
      {
        id: 'keel',
        held: [],
        slug: 'keel',
        name: 'Keel',
        pinned: release({ version: '1.0.0', document: released }),
        withdrawn: null,
        newer: newer.map(release),
      },
    ],
    ...more,
  };
  return new OpenProduct(snapshot, own, 1, [], 'p');
}

/** A library Hull that inherits from this one at 1.0.0 and holds this of its own, released so, with what was read of 1.1.0. */
export function childOf(parent: Document, own: readonly Item[], read?: Document | { problem: string }) {
  const pinned = {
    id: 'parent_1',
    kind: 'parent',
    library: { id: 'keel', path: 'Keel' },
    version: '1.0.0',
  } as Item;
  const document = documentOf('hull', 'library', [pinned, ...own]);
  const ancestors = [{ name: 'Keel', version: '1.0.0', items: list(parent) }];
  const more: Partial<LibrarySnapshot> = {
    document: { id: 'hull', kind: 'library', slug: 'hull', name: 'Hull', about: '', team: 'T' },
    ancestors,
    parent: {
      slug: 'keel',
      name: 'Keel',
      version: '1.0.0',
      newer: [{ version: '1.1.0', at: '2026-02-01' }],
      candidate: null,
      withdrawn: null,
    },
    last: { version: '1.0.0', items: list(document), ancestors },
  };
  const parents = new Map<string, ParentRelease>();
  if (read && 'problem' in read) parents.set('1.1.0', read);
  else if (read)
    parents.set('1.1.0', {
      ancestors: [{ name: 'Keel', version: '1.1.0', items: read.items }],
      notes: [{ version: '1.1.0', at: '2026-02-01', notes: '## 1.1.0\n\nCards are rounder no more.' }],
    });
  return { released: document, present: document, more, parents };
}
