import fc from 'fast-check';
import { isSteps, runToEnd } from '@/core/base/steps';
import { OverlayMap } from '@/core/base/overlay-map';
import { itemsOf, type Document, type Item } from '@/core/document/item';
import type { Command } from '@/editing/session/command';
import type { OpenLibrary as Opened } from '@/editing/session/open-library';
import { joinPath, parentPath } from '@/core/tokens/system';
import { LIBRARY_COMMANDS } from '@/editing/commands';
import { LIBRARY_QUERIES, type QueryArguments, type QueryName } from '@/editing/queries';
import { apply, demo, lens, newId, opened } from '@/testing/library';
import { OpenLibrary } from './open-library';

/**
 * What is kept over edits says what a library opened anew says: after any run of gestures every answer of the pages is held
 * against that of a library that never was in another state.
 */
const start = demo();
const { surroundings } = opened(start);
const open = (document: Document, before?: Opened) =>
  new OpenLibrary(surroundings, document, 1, [], 'me', before?.derived);

const QUERIES: { [K in QueryName & keyof typeof LIBRARY_QUERIES]: [K, QueryArguments<K>] }[QueryName &
  keyof typeof LIBRARY_QUERIES][] = [
  ['frame', {}],
  ['changeCount', {}],
  ['findingCount', {}],
  ['findings', { code: '', level: '', find: '' }],
  ['findingsCsv', {}],
  ['tiers', { lens, filter: {}, folded: [], from: 200, to: 900, selected: 'color.surface.page' }],
  ['tiers', { lens, filter: { only: 'findings' }, folded: [], from: 0, to: 400, selected: null }],
  ['tokenList', { lens, filter: {}, order: 'uses', down: true, from: 0, count: 40 }],
  ['tokenCsv', { lens, filter: {}, order: 'library', down: false }],
  ['components', { lens, search: '', only: [] }],
  ['ledger', { leftOut: [] }],
  ['usage', {}],
  ['pairingGrid', { all: true, lens }],
  ['spacing', { lens }],
  ['fonts', {}],
];
/** Who uses something is told in no order of meaning: one who begins to comes last. */
const USERS: ReadonlySet<string> = new Set(['usage', 'ledger']);
const unordered = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(unordered).sort((a, b) => (JSON.stringify(a) < JSON.stringify(b) ? -1 : 1))
    : typeof value === 'object' && value !== null
      ? Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, unordered(inner)]))
      : value;
const answers = (library: Opened) =>
  QUERIES.map(([name, input]) => {
    const answer = (LIBRARY_QUERIES[name] as (library: Opened, input: unknown) => unknown)(library, input);
    const plain = JSON.parse(JSON.stringify(isSteps(answer) ? runToEnd(answer) : answer)) as unknown;
    return [name, USERS.has(name) ? unordered(plain) : plain];
  });

const paths = [...open(start).resolution.paths];
const layers = itemsOf(start.items, 'layer').map(({ id }) => id);
const texts = ['#0a5d6a', '#333333', '#343434', 'rgb(1 2 3 / 0.5)', '{color.text.default}', '{color.gone}', '{color.surface.first}', '{color.text.gone}', '16px', '5px', '{space.4}', '1.5']; // prettier-ignore
const path = fc.constantFrom(...paths);
const component = fc.constantFrom(...itemsOf(start.items, 'component').map(({ name }) => name));
const text = fc.constantFrom(...texts);
type Gesture = {
  [K in keyof typeof LIBRARY_COMMANDS]: [K, Parameters<(typeof LIBRARY_COMMANDS)[K]>[1]];
}[keyof typeof LIBRARY_COMMANDS];
const gestures: [weight: number, fc.Arbitrary<Gesture>][] = [
  [8, fc.tuple(fc.constant('declareValue'), fc.record({ path, layer: fc.constantFrom(...layers), text }))],
  [1, fc.tuple(fc.constant('renamePaths'), fc.record({ changes: fc.record({ from: path, to: fc.constantFrom('made.here', 'space.other', 'color.text.new') }).map((one) => [one]) }))],
  [4, fc.tuple(fc.constant('renamePaths'), fc.record({ changes: fc.uniqueArray(fc.tuple(path, fc.constantFrom('first', 'second', 'gone')), { minLength: 1, maxLength: 3, selector: ([from]) => from }).map((all) => all.map(([from, name]) => ({ from, to: joinPath(parentPath(from), name) }))) }))],
  [1, fc.tuple(fc.constant('removePaths'), fc.record({ paths: path.map((one) => [one]) }))],
  [1, fc.tuple(fc.constant('setLifecycle'), fc.record({ paths: path.map((one) => [one]), deprecated: fc.constant({ reason: 'Old', replacement: '', date: '' }) }))],
  [1, fc.tuple(fc.constant('acceptFindings'), fc.record({ keys: fc.record({ code: fc.constantFrom('off-rhythm', 'unused-primitive', 'duplicate-value'), path }).map((one) => [one]), reason: fc.constant('So') }))],
  [1, fc.tuple(fc.constant('pair'), fc.record({ pairs: fc.record({ text: path, surface: path }).map((one) => [one]), needs: fc.constantFrom(3, 4.5, 7) }))],
  [2, fc.tuple(fc.constant('setPartStyle'), fc.record({ component, part: fc.constant('root'), when: fc.constant(''), property: fc.constantFrom('color', 'background-color', 'padding', 'border-radius'), text }))],
  [1, fc.tuple(fc.constant('removeComponents'), fc.record({ names: component.map((one) => [one]) }))],
  [1, fc.tuple(fc.constant('renameComponent'), fc.record({ component, name: fc.constantFrom('tag', 'pier-sign') }))],
] as never; // prettier-ignore
const gesture = fc.oneof(...gestures.map(([weight, arbitrary]) => ({ weight, arbitrary })));

test('after any run of gestures what is kept says what a library opened anew says', () => {
  let done = 0;
  fc.assert(
    fc.property(fc.array(gesture, { minLength: 2, maxLength: 5 }), fc.boolean(), (run, asks) => {
      let library = open(start);
      answers(library);
      for (const one of run) {
        const [name, input] = one;
        const command = (
          LIBRARY_COMMANDS[name] as (library: Opened, input: unknown, id: typeof newId) => Command
        )(library, input, newId);
        if ('problem' in command) continue;
        done++;
        library = open(apply(library.own, command.edits), library);
        // What was not asked in between has to be right too.
        if (asks) answers(library);
      }
      expect(answers(library)).toEqual(answers(open(library.own)));
    }),
    {
      numRuns: Number(process.env.SEEDPLAN_RUNS ?? 8),
      ...(process.env.SEEDPLAN_RUNS && { seed: Date.now() }),
    },
  );
  expect(done).toBeGreaterThan(12);
});

test('what comes back under the id that something still names is used again', () => {
  const gull = { id: 'asset_gull', kind: 'asset', name: 'gull', role: 'icon', order: 'a0', files: {}, origin: null } as unknown as Item;
  const holder = itemsOf(start.items, 'component').find(({ props }) => Object.values(props).some(({ kind }) => kind === 'slot'))!;
  const slot = Object.entries(holder.props).find(([, { kind }]) => kind === 'slot')![0];
  const piece = { id: 'piece_1', order: 'a0', asset: { id: gull.id, path: 'gull' }, props: {}, passed: {} };
  const naming = { ...holder, props: { ...holder.props, [slot]: { ...holder.props[slot]!, holds: [piece] } } } as unknown as Item;
  const without = { ...start, items: new Map([...start.items, [naming.id, naming]]) };
  const library = open(without);
  expect(library.reach().direct(gull.id)).toEqual([]);
  const back = open({ ...without, items: new OverlayMap(without.items).set(gull.id, gull) }, library);
  expect(back.reach().direct(gull.id).map(({ by }) => by)).toEqual([holder.id]);
}); // prettier-ignore
