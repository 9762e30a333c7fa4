import { listed } from '@/core/base/words';
import { addItem } from '@/core/document/edits';
import { itemsOf, type Item } from '@/core/document/item';
import { ordersAfter } from '@/core/document/order';
import { pinsIn } from '@/core/products/items';
import { ancestorsOf, noRelease, pinnedRelease, releaseItems, releaseOf } from '../releases/store';
import { offeredOf } from '../releases/standing';
import { named, type DocumentRow } from '../access/authorise';
import { badRequest, notFound } from '../http/problem';
import { aside } from '../jobs/pool';
import type { LibraryPlaced } from '../products/read-screens';
import { personIn, useCase, type Work } from '../use-case';
import { heldAgainst, refuseErrors, storeImport } from '../intake/import-files';
import { change } from './change';
import { draftOf, loadDocument } from './store';

async function createDocument(
  work: Work,
  kind: 'library' | 'product',
  input: { name: string; slug: string; team?: string; about?: string; visibility?: string },
): Promise<DocumentRow> {
  const { trx } = work;
  const memberships = await trx('memberships')
    .join('teams', 'teams.id', 'memberships.team_id')
    .where({ person_id: personIn(work) })
    .whereIn('role', ['maintainer', 'owner'])
    .select('teams.id', 'teams.name');
  const team = input.team
    ? memberships.find((other: { name: string }) => other.name === input.team)
    : memberships[0];
  if (!team)
    throw badRequest(
      input.team
        ? `You maintain no team called ${input.team}.`
        : 'You maintain no team yet: ask an owner to make you a maintainer.',
    );
  if (await trx('documents').where({ slug: input.slug }).first())
    throw badRequest(
      `The address “${input.slug}” is taken by another library or product. Choose another name.`,
    );
  const row: DocumentRow = {
    id: work.newId(kind),
    kind,
    slug: input.slug,
    name: input.name,
    team_id: team.id,
    visibility: input.visibility === 'team' ? 'team' : 'workspace',
    about: input.about ?? '',
  };
  await trx('documents').insert(row);
  const line = kind === 'library' ? work.newId('line') : null;
  if (line) await trx('lines').insert({ id: line, document_id: row.id, name: '1.x' });
  await trx('drafts').insert({ id: work.newId('draft'), document_id: row.id, line_id: line, sequence: 0 });
  return row;
}

const createLibrary = useCase('libraries.create', {
  needs: 'signed-in',
  async run(work, input) {
    const row = await createDocument(work, 'library', input);
    if (input.parent) {
      const parent = await named(work, 'library', input.parent.slug);
      if (!(await releaseOf(work.trx, parent.id, input.parent.version)))
        throw noRelease(input.parent.version, input.parent.slug);
      const item: Item = {
        id: work.newId('parent'),
        kind: 'parent',
        library: { id: parent.id, path: parent.name },
        version: input.parent.version,
      };
      await change(work, row, {
        id: work.newId('change'),
        label: `Inherit from ${parent.name} ${input.parent.version}`,
        edits: [addItem(item)],
      });
    }
    return { slug: row.slug };
  },
});

const createProduct = useCase('products.create', {
  needs: 'signed-in',
  async run(work, input) {
    const pins: { library: DocumentRow; version: string }[] = [];
    for (const { slug, version } of input.libraries) {
      const library = await named(work, 'library', slug);
      if (pins.some((other) => other.library.id === library.id))
        throw badRequest(`${library.name} is given twice. A product has one pin of a library.`);
      const release = version
        ? await releaseOf(work.trx, library.id, version)
        : (await offeredOf(work.trx, library.id)).releases[0];
      if (!release) throw notFound(`release of ${slug} to pin`);
      pins.push({ library, version: release.version });
    }
    const row = await createDocument(work, 'product', input);
    const orders = ordersAfter(null, pins.length);
    await change(work, row, {
      id: work.newId('change'),
      label: `Upgrade to ${listed(pins.map(({ library, version }) => `${library.name} ${version}`))}`,
      edits: pins.map(({ library, version }, at) =>
        addItem({
          id: work.newId('pin'),
          kind: 'pin',
          library: { id: library.id, path: library.name },
          version,
          order: orders[at]!,
          policy: 'ask',
          held: {},
        }),
      ),
    });
    return { slug: row.slug };
  },
});

/**
 * Brings files into a library as one change set: token files and resolvers, themes (`*.theme.json`), components
 * (`*.component.json` with their template `*.html` beside them) and guides (`*.guide.md`). With an error in a file nothing is changed.
 */
const importFiles = useCase('libraries.import', {
  needs: 'maintainer',
  kind: 'library',
  document: (input) => input.slug,
  // Read aside, from the library as it is then: edits that no longer fit when they are made are refused as all are.
  async ahead({ look }, { files }, row) {
    const asked = await look((work) => heldAgainst(work, row));
    return aside('readFiles', { ...asked, files }, files.length === 1 ? files[0]!.name : 'The files');
  },
  async run(work, input, row, read) {
    const { edits, findings } = read;
    if (!input.tryOnly) refuseErrors(read);
    const counts: Record<string, number> = {};
    for (const edit of edits) {
      const kind = edit.kind === 'add' ? (edit.after as Item).kind : 'changed';
      counts[kind] = (counts[kind] ?? 0) + 1;
    }
    if (!input.tryOnly)
      await storeImport(
        work,
        row,
        read,
        input.files.map(({ name }) => name),
      );
    return { counts, findings, changed: input.tryOnly ? 0 : edits.length };
  },
});

/** Brings screens (`*.html`) into a product; their elements are placements of components it has taken. */
const importScreens = useCase('products.import', {
  needs: 'maintainer',
  kind: 'product',
  document: (input) => input.slug,
  async ahead({ look }, { files }, row) {
    const asked = await look(async (work) => {
      const { items } = await loadDocument(work.trx, await draftOf(work.trx, row.id), 'product');
      const libraries: LibraryPlaced[] = [];
      for (const [at, pin] of pinsIn(items).entries()) {
        const pinned = await pinnedRelease(work, pin);
        if (!pinned) continue;
        const components = new Map<string, string>();
        libraries.push({ pin: at === 0 ? undefined : pin.id, slug: pinned.library.slug, components });
        const own = await releaseItems(work.trx, pinned.release.id);
        for (const items of [...(await ancestorsOf(work, own)).map((one) => one.items), own])
          for (const component of itemsOf(items, 'component')) components.set(component.name, component.id);
      }
      const screens = itemsOf(items, 'screen').map((screen) => screen.order);
      return { libraries, orders: ordersAfter(screens.sort().at(-1) ?? null, files.length) };
    });
    return aside('readScreens', { ...asked, files }, files.length === 1 ? files[0]!.name : 'The screens');
  },
  async run(work, input, row, { edits, findings }) {
    const error = findings.find((finding) => finding.level === 'error');
    if (error) throw badRequest(`${error.message}. Nothing was changed.`, { findings });
    await change(work, row, {
      id: work.newId('change'),
      label: `Import ${input.files.map((file) => file.name).join(', ')}`,
      edits,
    });
    return { findings, changed: edits.length };
  },
});

export const createUseCases = [createLibrary, createProduct, importFiles, importScreens];
