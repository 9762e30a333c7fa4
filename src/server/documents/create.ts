import { addItem, type Edit } from '@/core/documents/edits';
import { applyChangeSet, documentOf } from '@/core/documents/change-set';
import { itemsOf, type Item, type Items, type RankItem } from '@/core/documents/items';
import { importEdits } from '@/core/documents/import';
import { libraryTree } from '@/core/documents/library';
import { ordersAfter } from '@/core/documents/order';
import type { Finding } from '@/core/checks/finding';
import { readComponent } from '@/core/components/component-file';
import { readGuide } from '@/core/guides/guide-file';
import { readScreen } from '@/core/screens/screen-file';
import { JsonSyntaxError, readJson } from '@/core/json/read';
import { openTokens } from '@/core/tokens/open';
import { Resolution } from '@/core/tokens/resolve';
import { effectiveLibrary, type Generation } from '@/core/lineage/effective';
import { ancestorsOf, releaseItems, releasesOf } from '../releases/store';
import type { DocumentRow } from '../access/authorise';
import { badRequest, notFound } from '../problem';
import { personIn, type UseCase, type Work } from '../use-case';
import { change } from './change';
import { draftOf, loadDocument } from './store';

export interface SentFile {
  name: string;
  text: string;
}

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
    throw badRequest(`There is something at ${input.slug} already. Choose another name.`);
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

const createLibrary: UseCase<{
  name: string;
  slug: string;
  team?: string;
  about?: string;
  visibility?: string;
  parent?: { slug: string; version: string };
}> = {
  id: 'libraries.create',
  needs: 'signed-in',
  async run(work, input) {
    const row = await createDocument(work, 'library', input);
    if (input.parent) {
      const parent = await work.trx('documents').where({ slug: input.parent.slug, kind: 'library' }).first();
      const release =
        parent &&
        (await work.trx('releases').where({ document_id: parent.id, version: input.parent.version }).first());
      if (!release) throw notFound(`release ${input.parent.version} of ${input.parent.slug}`);
      const item: Item = {
        id: work.newId('parent'),
        kind: 'parent',
        library: { id: parent.id, path: parent.name },
        version: input.parent.version,
      };
      await change(work, row, {
        id: work.newId('change'),
        label: `Descend from ${parent.name} ${input.parent.version}`,
        edits: [addItem(item)],
      });
    }
    return { slug: row.slug };
  },
};

const createProduct: UseCase<{
  name: string;
  slug: string;
  team?: string;
  about?: string;
  library: string;
  version?: string;
}> = {
  id: 'products.create',
  needs: 'signed-in',
  async run(work, input) {
    const library = await work.trx('documents').where({ slug: input.library, kind: 'library' }).first();
    const releases = library ? await releasesOf(work.trx, library.id) : [];
    const release = input.version ? releases.find((other) => other.version === input.version) : releases[0];
    if (!release) throw notFound(`release of ${input.library} to pin`);
    const row = await createDocument(work, 'product', input);
    const pin: Item = {
      id: work.newId('pin'),
      kind: 'pin',
      library: { id: library.id, path: library.name },
      version: release.version,
      policy: 'ask',
      held: {},
    };
    await change(work, row, {
      id: work.newId('change'),
      label: `Take ${library.name} ${release.version}`,
      edits: [addItem(pin)],
    });
    return { slug: row.slug };
  },
};

/**
 * Brings files into a library as one change set: token files and resolvers, components (`*.component.json` with their
 * template `*.html` beside them) and guides (`*.guide.md`). With an error in a file nothing is changed.
 */
const importFiles: UseCase<{ slug: string; files: SentFile[]; tryOnly?: boolean }> = {
  id: 'libraries.import',
  needs: 'maintainer',
  kind: 'library',
  document: (input) => input.slug,
  async run(work, input, row) {
    const draft = await draftOf(work.trx, row.id);
    const document = await loadDocument(work.trx, draft, 'library');
    const { edits, findings } = readFiles(
      work,
      await ancestorsOf(work.trx, document.items),
      document.items,
      input.files,
    );
    const errors = findings.filter((finding) => finding.severity === 'error');
    if (errors.length > 0 && !input.tryOnly)
      throw badRequest(`${errors[0]!.message}. Nothing was changed.`, { findings });
    const counts: Record<string, number> = {};
    for (const edit of edits) {
      const kind = edit.kind === 'add' ? (edit.after as Item).kind : 'changed';
      counts[kind] = (counts[kind] ?? 0) + 1;
    }
    if (!input.tryOnly && edits.length > 0) {
      const names = input.files.map((file) => file.name);
      await change(work, row, {
        id: work.newId('change'),
        label: `Import ${names.length === 1 ? names[0] : `${names.length} files`}`,
        edits,
      });
    }
    return { counts, findings, changed: input.tryOnly ? 0 : edits.length };
  },
};

function readFiles(
  work: Work,
  ancestors: Generation[],
  items: Items,
  files: SentFile[],
): { edits: Edit[]; findings: Finding[] } {
  const texts = new Map(files.map((file) => [file.name, file.text]));
  const edits: Edit[] = [];
  const findings: Finding[] = [];
  let working = documentOf('import', 'library', items.values());
  const effective = () => effectiveLibrary([...ancestors, { name: '', version: '', items: working.items }]);
  const take = (more: Edit[]) => {
    const result = applyChangeSet(working, { edits: more });
    if ('clashes' in result) throw badRequest(result.clashes[0]!.message);
    edits.push(...more);
    working = result.document;
  };
  const resolvers = files.filter((file) => file.name.endsWith('.resolver.json'));
  const named = new Set<string>();
  const tokenFile = (file: SentFile) => {
    const opened = openTokens(file.name, file.text, (name) => {
      named.add(name);
      return texts.get(name);
    });
    const brought = importEdits(effective().items, opened, file.name, work.newId, working.items);
    findings.push(
      ...[...opened.findings, ...brought.findings].map((finding) => ({
        ...finding,
        at: { file: file.name, ...finding.at },
      })),
    );
    take(brought.edits);
    const spoken = new Set(
      opened.system.sources.flatMap((source) => [...source.tokens.keys(), ...source.groups.keys()]),
    );
    const resolved = new Resolution(effective().system)
      .findings()
      .filter((finding) => spoken.has(finding.path ?? ''));
    findings.push(...resolved.map((finding) => ({ ...finding, at: { file: file.name } })));
  };
  resolvers.forEach(tokenFile);
  for (const file of files) {
    if (/\.(tokens\.json|tokens)$/.test(file.name) && !named.has(file.name)) tokenFile(file);
    else if (
      file.name.endsWith('.json') &&
      !/\.(component|resolver|tokens)\.json$/.test(file.name) &&
      !named.has(file.name)
    )
      tokenFile(file);
  }
  for (const file of files.filter((other) => other.name.endsWith('.component.json'))) {
    const base = file.name.replace(/\.component\.json$/, '');
    const template = texts.get(`${base}.html`);
    if (template === undefined) {
      findings.push({
        code: 'component-file',
        severity: 'error',
        message: `${file.name} has no template`,
        at: { file: file.name },
        fix: `Send ${base}.html with it`,
      });
      continue;
    }
    take(componentEdits(work, effective().items, file, template, findings));
  }
  for (const file of files.filter((other) => other.name.endsWith('.guide.md'))) {
    const name = file.name.replace(/^.*\//, '').replace(/\.guide\.md$/, '');
    const tree = libraryTree(effective().items);
    const old = itemsOf(working.items, 'guide').find((guide) => guide.name === name);
    if (old) {
      findings.push({
        code: 'guide-file',
        severity: 'warning',
        message: `There is a guide ${name} already; it was left as it is`,
        at: { file: file.name },
        fix: 'Rename the file',
      });
      continue;
    }
    const last =
      itemsOf(working.items, 'guide')
        .map((guide) => guide.order)
        .sort()
        .at(-1) ?? null;
    const guide = readGuide(file.text, {
      id: work.newId('guide'),
      name,
      order: ordersAfter(last, 1)[0]!,
      blockId: () => work.newId('block'),
      refer: (path, kind) => ({
        path,
        id:
          kind === 'group'
            ? tree.ids.get(path)
            : itemsOf(working.items, 'component').find((component) => component.name === path)?.id,
      }),
    });
    take([addItem(guide)]);
  }
  return { edits, findings };
}

const USUAL_RANKS = ['basic', 'composite', 'region'];

function componentEdits(
  work: Work,
  items: Items,
  file: SentFile,
  template: string,
  findings: Finding[],
): Edit[] {
  const edits: Edit[] = [];
  const tree = libraryTree(items);
  const ranks: RankItem[] = itemsOf(items, 'rank');
  const rank = (name: string): string | null => {
    if (!name) return null;
    const known = ranks.find((other) => other.name === name);
    if (known) return known.id;
    // A library that has no order of components yet gets the usual one, smallest first.
    const names = ranks.length === 0 ? [...new Set([...USUAL_RANKS, name])] : [name];
    const orders = ordersAfter(
      ranks
        .map((other) => other.order)
        .sort()
        .at(-1) ?? null,
      names.length,
    );
    for (const [i, each] of names.entries()) {
      const item: RankItem = { id: work.newId('rank'), kind: 'rank', name: each, order: orders[i]! };
      ranks.push(item);
      edits.push(addItem(item));
    }
    return ranks.find((other) => other.name === name)!.id;
  };
  let json;
  try {
    json = readJson(file.text);
  } catch (error) {
    if (!(error instanceof JsonSyntaxError)) throw error;
    findings.push({
      code: 'json-syntax',
      severity: 'error',
      message: `${file.name} is not JSON: ${error.reason}`,
      at: { file: file.name, ...error.place },
      fix: `Correct line ${error.place.line}, column ${error.place.column}`,
    });
    return [];
  }
  const last =
    itemsOf(items, 'component')
      .map((component) => component.order)
      .sort()
      .at(-1) ?? null;
  const { component, findings: found } = readComponent(json, template, {
    id: work.newId('component'),
    order: ordersAfter(last, 1)[0]!,
    entryId: () => work.newId('entry'),
    refer: (path) => {
      const id = tree.ids.get(path);
      if (!id)
        findings.push({
          code: 'missing-target',
          severity: 'error',
          message: `${file.name} binds {${path}}, which is no token of the library`,
          at: { file: file.name },
          fix: 'Correct the path, or add the token',
        });
      return { id, path };
    },
    rank,
  });
  findings.push(...found.map((finding) => ({ ...finding, at: { file: file.name, ...finding.at } })));
  if (!component) return edits;
  if (itemsOf(items, 'component').some((other) => other.name === component.name)) {
    findings.push({
      code: 'component-file',
      severity: 'error',
      message: `There is a component ${component.name} already`,
      at: { file: file.name },
      fix: 'Rename the one or the other',
    });
  }
  return [...edits, addItem(component)];
}

/** Brings screens (`*.html`) into a product; their elements are placements of components it has taken. */
const importScreens: UseCase<{ slug: string; files: SentFile[] }> = {
  id: 'products.import',
  needs: 'maintainer',
  kind: 'product',
  document: (input) => input.slug,
  async run(work, input, row) {
    const draft = await draftOf(work.trx, row.id);
    const document = await loadDocument(work.trx, draft, 'product');
    const components = new Map<string, string>();
    for (const pin of itemsOf(document.items, 'pin')) {
      const release = await work
        .trx('releases')
        .where({ document_id: pin.library.id, version: pin.version })
        .first();
      if (!release) continue;
      for (const component of itemsOf(await releaseItems(work.trx, release.id), 'component'))
        components.set(component.name, component.id);
    }
    const edits: Edit[] = [];
    const findings: Finding[] = [];
    const orders = ordersAfter(
      itemsOf(document.items, 'screen')
        .map((screen) => screen.order)
        .sort()
        .at(-1) ?? null,
      input.files.length,
    );
    input.files.forEach((file, i) => {
      const read = readScreen(file.text, {
        name: file.name.replace(/^.*\//, '').replace(/\.html$/, ''),
        order: orders[i]!,
        newId: work.newId,
        refer: (name) => (components.has(name) ? { id: components.get(name), path: name } : undefined),
      });
      findings.push(
        ...read.findings.map((finding) => ({ ...finding, at: { file: file.name, ...finding.at } })),
      );
      edits.push(addItem(read.screen), ...read.placements.map(addItem));
    });
    const error = findings.find((finding) => finding.severity === 'error');
    if (error) throw badRequest(`${error.message}. Nothing was changed.`, { findings });
    await change(work, row, {
      id: work.newId('change'),
      label: `Import ${input.files.map((file) => file.name).join(', ')}`,
      edits,
    });
    return { findings, changed: edits.length };
  },
};

export const createUseCases = [createLibrary, createProduct, importFiles, importScreens];
