import type { Knex } from 'knex';
import { invertEdits, undoStacks, type LoggedChangeSet } from '@/core/document/change-set';
import { equal, type Clash, type Edit } from '@/core/document/edits';
import type { Document, Item, Items } from '@/core/document/item';
import { applicable, applyChangeSet, brokenInvariants, kindOf } from '@/core/kinds/registry';
import { schemaProblems } from '@/core/kinds/schema-problems';
import { readable, type DocumentRow } from '../access/authorise';
import { checkFiles } from '../assets/files';
import { forget, isShared, once } from '../db/once';
import { badRequest, notFound, Problem } from '../http/problem';
import { everyGeneration, lineageOf, noRelease, pinnedRelease, releaseItems } from '../releases/store';
import { withdrawalOf } from '../releases/standing';
import { checkHeld } from '../products/held';
import { personIn, useCase, type Work } from '../use-case';
import { announce, announceSurroundings } from './events';
import {
  draftOf,
  keepDocument,
  loadDocument,
  readLog,
  storeChange,
  storedBefore,
  type DraftRow,
} from './store';

/**
 * Applies edits to a document's draft: the one way anything in it changes. The stale edit is refused with both values
 * and the author of the one that stands; nothing is half-written.
 */
export async function change(
  work: Work,
  row: DocumentRow,
  input: { id: string; label: string; edits: Edit[]; undoes?: string },
): Promise<LoggedChangeSet> {
  const { trx } = work;
  const draft = await draftOf(trx, row.id);
  if (!isShared(trx)) await refuseRepeated(trx, input.id);
  const document = await loadDocument(trx, draft, row.kind);
  const result = applyChangeSet(document, input);
  if ('clashes' in result) {
    // What was sent before found things as they are no more: that is no clash. Where several share a transaction it is looked for
    // here; what would not clash is refused by the table, which has the id, and each is then done alone.
    await refuseRepeated(trx, input.id);
    throw await refusal(trx, draft, result.clashes);
  }
  for (const id of result.touched) {
    const item = result.document.items.get(id);
    const problems = item ? schemaProblems(item) : [];
    if (problems.length > 0) throw badRequest(problems.join('; '), { problems });
    if (item) {
      await checkFiles(trx, row.id, item);
      await checkPinned(work, row, item, document.items.get(id));
      await checkProduct(work, item, document.items.get(id));
      await checkHeld(work, item, document.items.get(id));
    }
  }
  await checkWhole(work, draft, document, result, input.edits);
  const entry = await storeChange(trx, draft, result.document, result.touched, {
    id: input.id,
    author: personIn(work),
    label: input.label,
    at: work.now(),
    edits: input.edits,
    ...(input.undoes && { undoes: input.undoes }),
  });
  work.afterCommit(() => {
    // The draft may have gone on in the same transaction by then.
    keepDocument(trx, { ...draft, sequence: entry.sequence }, result.document);
    announce(draft.id, entry);
    // What a tab was sent of the releases it stands on is of others.
    if (repinned(document.items, result.document.items, result.touched)) announceSurroundings(draft.id);
  });
  return entry;
}

/** @throws Problem 409 where a change set of this id is stored, with its number */
async function refuseRepeated(trx: Knex, id: string): Promise<void> {
  const sequence = await storedBefore(trx, id);
  if (sequence !== undefined)
    throw new Problem(409, 'repeated', 'Already done', 'This change set has been stored before.', {
      sequence,
    });
}

/**
 * Holds another document's release that an item names against what is there and may be read by whoever names it. What was
 * named before stays as it is, whoever edits beside it.
 * @throws Problem 400 or 404
 */
async function checkPinned(
  work: Work,
  row: DocumentRow,
  item: Item,
  before: Item | undefined,
): Promise<void> {
  const pinned = (one: Item | undefined) => one && kindOf(one).pinned?.(one as never);
  const named = pinned(item);
  if (!named || equal(named, pinned(before))) return;
  const found = await pinnedRelease(work, item);
  if (!found) throw noRelease(named.version, named.library.path);
  const { library, release } = found;
  if (library.kind !== 'library') throw noRelease(named.version, named.library.path);
  const withdrawn = await withdrawalOf(work.trx, release.id);
  if (withdrawn)
    throw badRequest(
      `${library.name} ${named.version} was withdrawn (“${withdrawn.reason}”). Choose another release.`,
    );
  const { generations } = await lineageOf(work, await releaseItems(work.trx, release.id));
  if (library.id === row.id || generations.some(({ id }) => id === row.id))
    throw badRequest(`${row.name} cannot inherit from itself. Choose another library.`);
}

/** The same for a product that an item names. @throws Problem 404 */
async function checkProduct(work: Work, item: Item, before: Item | undefined): Promise<void> {
  const product = (one: Item | undefined) => one && kindOf(one).product?.(one as never);
  const named = product(item);
  if (named === undefined || named === product(before)) return;
  const found = await readable(work, { id: named });
  if (found?.kind !== 'product') throw notFound(`product ${named}`);
}

/** Whether a document has another release of something than before. */
const repinned = (before: Items, after: Items, touched: ReadonlySet<string>): boolean =>
  [...touched].some((id) => {
    const item = after.get(id) ?? before.get(id);
    return item !== undefined && kindOf(item).pinned !== undefined;
  });

/**
 * Holds the whole document against what no edit alone can say. What it inherits counts whoever asks: it is what stands.
 * @throws Problem 409, with the edits that would break it
 */
async function checkWhole(
  { trx }: Work,
  draft: DraftRow,
  before: Document,
  { document, touched }: { document: Document; touched: ReadonlySet<string> },
  edits: readonly Edit[],
): Promise<void> {
  const inheritedBy = async (items: Items) =>
    (await everyGeneration(trx, items)).map((generation) => generation.items);
  const asked = `inherited by ${draft.id}`;
  const isRepinned = repinned(before.items, document.items, touched);
  if (isRepinned) forget(trx, asked);
  const inherited = isRepinned
    ? await inheritedBy(document.items)
    : await once(trx, asked, () => inheritedBy(before.items));
  const broken = brokenInvariants({
    before: before.items,
    after: document.items,
    touched,
    inherited,
    ...(isRepinned && { inheritedBefore: await inheritedBy(before.items) }),
  });
  const [first] = broken;
  if (!first) return;
  throw new Problem(
    409,
    'breaks',
    'This cannot stand beside what is there',
    `${first.message}. ${first.fix}.`,
    {
      broken: broken.slice(0, 20).map((one) => ({
        edit: edits.findLastIndex(({ item }) => item === one.item),
        ...one,
      })),
    },
  );
}

async function refusal(trx: Knex, draft: DraftRow, clashes: Clash[]): Promise<Problem> {
  const people: { id: string; name: string }[] = await trx('people').select('id', 'name');
  const recent = (await readLog(trx, draft.id, { last: 200 })).reverse();
  const told = clashes.map((clash) => {
    const last = recent.find((entry) =>
      entry.edits.some((edit) => edit.item === clash.item && (edit.path === clash.path || edit.path === '')),
    );
    return { ...clash, author: people.find((person) => person.id === last?.author)?.name, at: last?.at };
  });
  const first = told[0]!;
  const by = first.author ? ` by ${first.author}` : '';
  return new Problem(
    409,
    'moved-on',
    'Edited by someone else while you typed',
    `${first.message}${by}. Neither value is lost: choose which one to keep.`,
    { clashes: told },
  );
}

const changeDocument = useCase('documents.change', {
  needs: 'maintainer',
  together: true,
  draftOnly: true,
  document: (input) => input.slug,
  run: (work, input, row) => change(work, row, input),
});

/** Takes back one's own last change, or puts back what was taken back. What has moved on is refused, or left out. */
const undo = useCase('documents.undo', {
  needs: 'maintainer',
  draftOnly: true,
  document: (input) => input.slug,
  async run(work, input, row) {
    const draft = await draftOf(work.trx, row.id);
    const own = await readLog(work.trx, draft.id, { author: personIn(work) });
    const stacks = undoStacks(own);
    const target = (input.redo ? stacks.redo : stacks.undo).at(-1);
    if (!target)
      throw badRequest(
        input.redo ? 'There is nothing to redo.' : 'There is nothing of yours to undo in this document.',
      );
    let edits = invertEdits(target.edits);
    if (input.partly) {
      edits = applicable(await loadDocument(work.trx, draft, row.kind), edits);
      if (edits.length === 0)
        throw badRequest(
          'Everything in this change was changed since by others: there is nothing left to undo.',
        );
    }
    const label = input.redo ? `Redo: ${target.label.replace(/^Undo: /, '')}` : `Undo: ${target.label}`;
    return change(work, row, { id: input.id, label, edits, undoes: target.id });
  },
});

const history = useCase('documents.history', {
  needs: 'viewer',
  document: (input) => input.slug,
  async run(work, input, row) {
    const draft = await draftOf(work.trx, row.id);
    return {
      sequence: draft.sequence,
      changeSets: await readLog(work.trx, draft.id, { since: input.since }),
    };
  },
});

export const changeUseCases = [changeDocument, undo, history];
