import fc from 'fast-check';
import { ExpectedError } from '@/core/base/errors';
import { applyChangeSet, brokenInvariants, ITEM_KINDS, kindOf } from '@/core/kinds/registry';
import { schemaProblems } from '@/core/kinds/schema-problems';
import { addItem, fieldOf, moveEntry, removeItem, setField, type Edit } from '@/core/document/edits';
import type { Document, Item, ItemKindName } from '@/core/document/item';
import { OUTPUTS } from '@/core/outputs/registry';
import { dtcgFiles } from '@/core/tokens/dtcg-files';
import { libraryTree } from '@/core/tokens/token-tree';
import { answer, ASKED, type QueryName } from '@/testing/asked';
import { demo, opened } from '@/testing/library';
import { itemSets } from '@/testing/samples';

/**
 * Three people change one library at once, each from what they saw some time ago, with edits no interface would make.
 * Whatever of it the server accepts (its own rule: applies, items sound, invariants hold), the library can be opened, every
 * item is reached, and every output can be written.
 */
const kinds = [...ITEM_KINDS.values()]
  .filter(({ document, kind }) => document === 'library' && kind !== 'parent')
  .map(({ kind }) => kind as ItemKindName);
const released = demo();

const fieldsOf = (item: Item) =>
  kindOf(item).fields.flatMap((pattern) => {
    const [first, entry] = pattern.split('/');
    if (!entry) return [first!];
    const entries = Object.keys((item as unknown as Record<string, object>)[first!] ?? {});
    return [...entries, 'entry_99'].map((id) => `${first}/${id}`);
  });

interface Step {
  who: number;
  /** Whether this person has looked again before. */
  looks: boolean;
  edits: { kind: 'add' | 'remove' | 'set' | 'move'; at: number; field: number; from: number }[];
}
const steps: fc.Arbitrary<Step[]> = fc.array(
  fc.record({
    who: fc.nat(2),
    looks: fc.boolean(),
    edits: fc.array(
      fc.record({
        kind: fc.constantFrom('add', 'remove', 'set', 'set', 'set', 'move' as const) as fc.Arbitrary<'add'>,
        at: fc.nat(5000),
        field: fc.nat(5000),
        from: fc.nat(5000),
      }),
      { minLength: 1, maxLength: 3 },
    ),
  }),
  { minLength: 20, maxLength: 60 },
);

function editOf(step: Step['edits'][number], seen: Document, donors: readonly Item[]): Edit | undefined {
  const of = <T>(list: readonly T[], at: number) => list[at % list.length]!;
  if (step.kind === 'add') return addItem(of(donors, step.at));
  // Half of the time where it hurts: what others stand in.
  const holders = [...seen.items.values()].filter(({ kind }) =>
    ['group', 'layer', 'axis', 'context', 'rank'].includes(kind),
  );
  const item = of(step.at % 2 ? holders : [...seen.items.values()], step.at >> 1);
  if (step.kind === 'remove') return removeItem(item);
  if (step.kind === 'move') return 'order' in item ? moveEntry(item, '', 'a5V') : undefined;
  const alike = [...donors, ...seen.items.values()].filter((other) => other.kind === item.kind);
  const fields = [...fieldsOf(item), ...('parent' in item ? ['parent', 'parent', 'name'] : [])];
  const path = of(fields, step.field);
  const [first, entry] = path.split('/');
  const donor = of(alike, step.from);
  const value = entry
    ? Object.values((donor as unknown as Record<string, object>)[first!] ?? {})[0]
    : first === 'parent' && step.from % 3
      ? of(holders, step.from).id
      : fieldOf(donor, path);
  return setField(item, path, value ?? null);
}

/** What the server does with a change set. */
function accepted(document: Document, edits: Edit[]): Document | undefined {
  const result = applyChangeSet(document, { edits });
  if ('clashes' in result) return undefined;
  for (const id of result.touched) {
    const item = result.document.items.get(id);
    if (item && schemaProblems(item).length > 0) return undefined;
  }
  const { touched } = result;
  const broken = brokenInvariants({
    before: document.items, after: result.document.items, touched, inherited: [],
  }); // prettier-ignore
  return broken.length > 0 ? undefined : result.document;
}

test('whatever is accepted of three people at once, all of it is reached, opened and written', () => {
  let [stored, refused] = [0, 0];
  const played = new Set<string>();
  fc.assert(
    fc.property(steps, itemSets(kinds), (plan, donors) => {
      let document = released;
      const seen = [document, document, document];
      for (const { who, looks, edits } of plan) {
        if (looks) seen[who] = document;
        const made = edits.flatMap((edit) => editOf(edit, seen[who]!, donors) ?? []);
        const next = made.length > 0 ? accepted(document, made) : undefined;
        if (!next) {
          refused++;
          continue;
        }
        stored++;
        for (const { kind } of made) played.add(kind);
        document = next;
        const reached = new Set(libraryTree(document.items).nodes.map(({ item }) => item.id));
        const lost = [...document.items.values()].filter(
          (item) =>
            (item.kind === 'token' || (item.kind === 'group' && item.name !== '')) && !reached.has(item.id),
        );
        expect(lost).toEqual([]);
      }
      const library = opened(document);
      for (const [name, input] of Object.entries(ASKED)) {
        if (input === null) continue;
        try {
          answer(library, name as QueryName, input as never);
        } catch (error) {
          // Asked of something that was removed it says so, and nothing else may be thrown.
          if (!(error instanceof ExpectedError)) throw new Error(`${name}: ${(error as Error).stack}`);
        }
      }
      const { resolution } = library;
      for (const output of OUTPUTS.values())
        output.write({
          resolution,
          context: undefined,
          prefix: undefined,
          authored: () => dtcgFiles(library.effective.authored, resolution, { ids: true }),
        });
    }),
    {
      numRuns: Number(process.env.RUNS ?? 8),
      endOnFailure: true,
      seed: Number(process.env.SEED ?? 20_261_128),
    },
  );
  expect(played).toEqual(new Set(['add', 'remove', 'set', 'move']));
  expect(Math.min(stored, refused)).toBeGreaterThan(50);
});
