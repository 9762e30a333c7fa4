import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { RECIPES } from '@/core/tokens/recipes/registry';
import { applyChangeSet } from '@/core/kinds/registry';
import { documentOf, invertEdits } from '@/core/document/change-set';
import { itemsOf } from '@/core/document/item';
import { cssLine } from '@/core/tokens/css-text';
import { dark, demo, done, lens, newId, opened } from '@/testing/library';
import type { OpenLibrary } from './session/open-library';
import type { Command } from './session/command';
import { LIBRARY_COMMANDS } from './commands';
import { findings } from './findings/queries/findings';
import { LIBRARY_QUERIES } from './queries';

const released = demo();
const library = opened(released);
const empty = documentOf('new', 'library', []);
const css = (of: OpenLibrary, path: string, through = lens) => {
  const found = of.resolution.value(path, through);
  return found && cssLine(found);
};
/** Every value in every combination, path by path. */
const everything = (of: OpenLibrary) =>
  new Map(
    of.resolution.paths.map((path) => [
      path,
      of.resolution.contexts.map((_, i) => css(of, path, i as never)),
    ]),
  );
const refused = (command: Command) => ('problem' in command ? command.problem : 'nothing');
const uses = (of: OpenLibrary, path: string) =>
  LIBRARY_QUERIES.token(of, { path, lens })!
    .uses.map((use) => `${use.title}: ${use.place}`)
    .sort();
const bring = (files: { name: string; text: string }[], into = opened(empty), decisions = {}, strip = '') =>
  done(into, LIBRARY_COMMANDS.importTokens(into, { files, strip, into: '', decisions }, newId));

/** Whatever a plan does, its edits taken back give the document as it was: every test ends here. */
function takenBack(of: OpenLibrary, command: Command): void {
  if ('problem' in command) throw new Error(command.problem);
  const applied = applyChangeSet(of.own, command);
  if ('clashes' in applied) throw new Error(applied.clashes[0]!.message);
  const back = applyChangeSet(applied.document, { edits: invertEdits(command.edits) });
  if ('clashes' in back) throw new Error(back.clashes[0]!.message);
  expect(back.document).toEqual(of.own);
}

describe('paths', () => {
  test('a group used everywhere is renamed: every value stays, every alias and binding follows', () => {
    const command = LIBRARY_COMMANDS.renamePaths(
      library,
      { changes: [{ from: 'color.estuary', to: 'color.tide' }] },
      newId,
    );
    const changed = done(library, command);
    const rename = (path: string) => path.replace(/^color\.estuary\./, 'color.tide.');
    expect(everything(changed)).toEqual(
      new Map([...everything(library)].map(([path, values]) => [rename(path), values])),
    );
    expect(
      changed
        .findings()
        .map((f) => f.code)
        .sort(),
    ).toEqual(
      library
        .findings()
        .map((f) => f.code)
        .sort(),
    );
    expect(uses(changed, 'color.tide.700')).toEqual(uses(library, 'color.estuary.700'));
    // One edit moves the name; the other keeps the old one leading here.
    expect('edits' in command && command.edits.map((edit) => edit.path)).toEqual(['name', 'redirects']);
    takenBack(library, command);
  });

  test('old paths kept become deprecated aliases, and the release is minor', () => {
    const input = { changes: [{ from: 'color.estuary', to: 'color.tide' }] };
    expect(
      LIBRARY_QUERIES.ledger(done(library, LIBRARY_COMMANDS.renamePaths(library, input, newId)), {
        leftOut: [],
      }).bump,
    ).toBe('major');
    const kept = done(library, LIBRARY_COMMANDS.renamePaths(library, { ...input, keepOld: true }, newId));
    expect(css(kept, 'color.estuary.700')).toBe(css(library, 'color.estuary.700'));
    expect(LIBRARY_QUERIES.token(kept, { path: 'color.estuary.700', lens })).toMatchObject({
      alias: 'color.tide.700',
      deprecated: true,
    });
    expect(LIBRARY_QUERIES.ledger(kept, { leftOut: [] }).bump).toBe('minor');
  });

  test('to another group, two changing places, into itself, onto something', () => {
    const moved = done(
      library,
      LIBRARY_COMMANDS.renamePaths(
        library,
        { changes: [{ from: 'color.grey.600', to: 'paint.stone.dark' }] },
        newId,
      ),
    );
    expect(css(moved, 'color.text.quiet')).toBe(css(library, 'color.text.quiet'));
    expect(css(moved, 'paint.stone.dark')).toBe(css(library, 'color.grey.600'));
    const swapped = done(
      library,
      LIBRARY_COMMANDS.renamePaths(
        library,
        {
          changes: [
            { from: 'color.grey.50', to: 'color.grey.100' },
            { from: 'color.grey.100', to: 'color.grey.50' },
          ],
        },
        newId,
      ),
    );
    expect([css(swapped, 'color.grey.50'), css(swapped, 'color.grey.100')]).toEqual([
      css(library, 'color.grey.100'),
      css(library, 'color.grey.50'),
    ]);
    const change = (from: string, to: string) =>
      refused(LIBRARY_COMMANDS.renamePaths(library, { changes: [{ from, to }] }, newId));
    expect(change('color.grey', 'color.grey.deep')).toBe('color.grey cannot be moved into itself');
    expect(change('color.grey.50', 'color.grey.100')).toBe(
      'There is already a token or group at color.grey.100',
    );
    expect(change('color.grey.50', 'a..b')).toContain('cannot be empty');
    expect(change('color.grey.50', 'color.grey.100.x')).toContain(
      'is a token, and a token cannot hold others',
    );
  });

  test('moving orders siblings and groups by drag', () => {
    const names = (of: OpenLibrary, group: string) =>
      (of.tree.children.get(of.tree.ids.get(group)!) ?? []).map((item) => item.name);
    const first = names(library, 'color.grey');
    const command = LIBRARY_COMMANDS.move(
      library,
      { paths: [`color.grey.${first[2]}`], into: 'color.grey', before: `color.grey.${first[0]}` },
      newId,
    );
    expect(names(done(library, command), 'color.grey')).toEqual([
      first[2],
      first[0],
      first[1],
      ...first.slice(3),
    ]);
    takenBack(library, command);
    const away = LIBRARY_COMMANDS.move(library, { paths: ['color.grey'], into: 'space' }, newId);
    expect(css(done(library, away), 'space.grey.50')).toBe(css(library, 'color.grey.50'));
    expect(
      refused(LIBRARY_COMMANDS.move(library, { paths: ['color'], into: 'color.grey' }, newId)),
    ).toContain('into itself');
  });

  test('find and replace in names, and across names', () => {
    expect(LIBRARY_QUERIES.replacedPaths(library, { find: 'grey', replace: 'stone' })).toContainEqual({
      from: 'color.grey',
      to: 'color.stone',
    });
    const changed = done(
      library,
      LIBRARY_COMMANDS.replaceInPaths(library, { find: 'color.text', replace: 'ink' }, newId),
    );
    expect(css(changed, 'ink.quiet')).toBe(css(library, 'color.text.quiet'));
    expect(changed.resolution.paths.some((path) => path.startsWith('color.text'))).toBe(false);
    expect(
      refused(LIBRARY_COMMANDS.replaceInPaths(library, { find: 'nowhere', replace: '' }, newId)),
    ).toContain('No path holds');
  });

  test('a group duplicated is whole, and refers to itself', () => {
    const before = opened(documentOf('x', 'library', []));
    const file =
      '{"a":{"$type":"color","base":{"$value":"#112233"},"edge":{"$value":"{a.base}"},"out":{"$value":"{other}"}},"other":{"$type":"color","$value":"#445566"}}';
    const start = bring([{ name: 'a.tokens.json', text: file }], before);
    const command = LIBRARY_COMMANDS.duplicate(start, { path: 'a', to: 'b' }, newId);
    const both = done(start, command);
    const view = (path: string) => LIBRARY_QUERIES.token(both, { path, lens: {} })!;
    expect([view('b.edge').alias, view('b.out').alias, view('b.edge').css]).toEqual([
      'b.base',
      'other',
      '#112233',
    ]);
    expect(refused(LIBRARY_COMMANDS.duplicate(both, { path: 'a', to: 'b' }, newId))).toContain('already');
    takenBack(start, command);
  });

  test('removed with a replacement, nothing is left that refers to what is gone', () => {
    const command = LIBRARY_COMMANDS.removePaths(
      library,
      { paths: ['color.estuary.700'], replacement: 'color.estuary.900' },
      newId,
    );
    const changed = done(library, command);
    expect(changed.findings().filter((f) => f.code === 'missing-target')).toEqual([]);
    expect(css(changed, 'color.action.surface')).toBe(css(library, 'color.estuary.900'));
    takenBack(library, command);
    const without = done(
      library,
      LIBRARY_COMMANDS.removePaths(library, { paths: ['color.estuary.700'] }, newId),
    );
    expect(without.findings().some((f) => f.code === 'missing-target')).toBe(true);
    expect(
      refused(
        LIBRARY_COMMANDS.removePaths(
          library,
          { paths: ['color.estuary'], replacement: 'color.estuary.900' },
          newId,
        ),
      ),
    ).toContain('would be removed too');
  });

  test('any run of structural gestures leaves every surviving value as it was', () => {
    const groups = fc.constantFrom('color.grey', 'color.estuary', 'space', 'color.text', 'radius');
    const gesture = fc.tuple(
      fc.constantFrom('renamePaths', 'move', 'duplicate'),
      groups,
      fc.constantFrom('made.here', 'elsewhere', 'space.odd', 'z'),
    );
    fc.assert(
      fc.property(fc.array(gesture, { minLength: 1, maxLength: 4 }), (gestures) => {
        let now = library;
        for (const [kind, group, target] of gestures) {
          const command =
            kind === 'renamePaths'
              ? LIBRARY_COMMANDS.renamePaths(now, { changes: [{ from: group, to: target }] }, newId)
              : kind === 'move'
                ? LIBRARY_COMMANDS.move(now, { paths: [group], into: target }, newId)
                : LIBRARY_COMMANDS.duplicate(now, { path: group, to: target }, newId);
          if ('problem' in command) continue;
          takenBack(now, command);
          now = done(now, command);
        }
        expect(now.findings().filter((f) => f.level === 'error').length).toBe(
          library.findings().filter((f) => f.level === 'error').length,
        );
        // Items keep their values whatever path they have now.
        for (const [id, path] of library.tree.paths) {
          const at = now.tree.paths.get(id);
          if (library.items.get(id)?.kind === 'token')
            expect([path, css(now, at!, dark)]).toEqual([path, css(library, path, dark)]);
        }
      }),
      { numRuns: 25 },
    );
  });
});

describe('values', () => {
  test('a raw value gets a token of its own and shows the same', () => {
    const start = bring([
      {
        name: 'a.tokens.json',
        text: '{"card":{"$extensions":{"app.seedplan":{"tier":"component"}},"edge":{"$type":"color","$value":"#0a5d6a"}}}',
      },
    ]);
    const [layer] = itemsOf(start.items, 'layer');
    const changed = done(
      start,
      LIBRARY_COMMANDS.promote(start, { path: 'card.edge', layer: layer!.id, to: 'color.quay' }, newId),
    );
    expect([
      css(changed, 'card.edge', {} as never),
      LIBRARY_QUERIES.token(changed, { path: 'card.edge', lens: {} })!.alias,
    ]).toEqual(['#0a5d6a', 'color.quay']);
    expect(
      refused(
        LIBRARY_COMMANDS.promote(changed, { path: 'card.edge', layer: layer!.id, to: 'color.b' }, newId),
      ),
    ).toContain('refers to a token already');
  });

  test('a combination of contexts gets a layer of its own, stronger than either', () => {
    const when = { brand: 'gannet', scheme: 'dark' };
    const changed = done(
      library,
      LIBRARY_COMMANDS.setUnder(library, { path: 'color.action.surface', when, text: '#abcdef' }, newId),
    );
    expect([
      css(changed, 'color.action.surface', when),
      css(changed, 'color.action.surface', dark),
      css(changed, 'color.action.surface', lens),
    ]).toEqual([
      '#abcdef',
      css(library, 'color.action.surface', dark),
      css(library, 'color.action.surface', lens),
    ]);
    const view = LIBRARY_QUERIES.overrides(changed, {
      layer: itemsOf(changed.items, 'layer').find(
        (one) => one.when.length === 2 && one.name === 'gannet dark',
      )!.id,
    });
    expect(view.rows.map((row) => [row.path, row.after])).toContainEqual(['color.action.surface', '#abcdef']);
  });

  test('tier, visibility and deprecation with replacement and date, and back', () => {
    const paths = ['color.text.quiet'];
    const changed = done(
      library,
      LIBRARY_COMMANDS.setLifecycle(
        library,
        {
          paths,
          visibility: 'internal',
          deprecated: { reason: '', replacement: 'color.text.link', date: '2027-03-31' },
        },
        newId,
      ),
    );
    expect(LIBRARY_QUERIES.token(changed, { path: paths[0]!, lens })).toMatchObject({
      internal: true,
      deprecation: 'Use color.text.link',
      replacement: 'color.text.link',
      retires: '2027-03-31',
    });
    const back = done(
      changed,
      LIBRARY_COMMANDS.setLifecycle(changed, { paths, visibility: 'released', deprecated: null }, newId),
    );
    expect(back.own.items.get(library.tree.ids.get(paths[0]!)!)).toEqual(
      library.own.items.get(library.tree.ids.get(paths[0]!)!),
    );
    expect(
      refused(
        LIBRARY_COMMANDS.setLifecycle(
          library,
          { paths, deprecated: { reason: '', replacement: 'no.such', date: '' } },
          newId,
        ),
      ),
    ).toContain('no token');
    expect(
      refused(
        LIBRARY_COMMANDS.setLifecycle(
          library,
          { paths, deprecated: { reason: 'x', replacement: '', date: 'soon' } },
          newId,
        ),
      ),
    ).toContain('no date');
  });
});

describe('mends', () => {
  const codes = (of: OpenLibrary) => of.findings().map((f) => `${f.code} ${f.path}`);
  test('each code that has a mend is gone where it was mended, and no error comes in its place', () => {
    const fixable = library.findings().filter((finding) =>
      findings(library, {
        code: finding.code,
        level: '',
        find: finding.path ?? '',
      }).rows.some((row) => row.fixLabel && row.path === finding.path),
    );
    expect(new Set(fixable.map((f) => f.code)).size).toBeGreaterThan(3);
    for (const finding of fixable) {
      const command = LIBRARY_COMMANDS.applyFixes(
        library,
        { keys: [{ code: finding.code, path: finding.path!, context: finding.context }] },
        newId,
      );
      const mended = done(library, command);
      expect(codes(mended).filter((code) => code === `${finding.code} ${finding.path}`).length).toBeLessThan(
        codes(library).filter((code) => code === `${finding.code} ${finding.path}`).length,
      );
      expect(mended.findings().filter((f) => f.level === 'error').length).toBeLessThanOrEqual(
        library.findings().filter((f) => f.level === 'error').length,
      );
      takenBack(library, command);
    }
  });

  test('every contrast failure mended at once', () => {
    const keys = library
      .findings()
      .filter((f) => f.code === 'contrast')
      .map((f) => ({ code: f.code, path: f.path!, context: f.context }));
    expect(keys.length).toBeGreaterThan(0);
    const mended = done(library, LIBRARY_COMMANDS.applyFixes(library, { keys }, newId));
    expect(mended.findings().filter((f) => f.code === 'contrast')).toEqual([]);
  });

  test('accepted with a reason it no longer counts; taken back it does', () => {
    const finding = library.findings().find((f) => f.code === 'off-rhythm')!;
    const keys = [{ code: finding.code, path: finding.path! }];
    const accepted = done(
      library,
      LIBRARY_COMMANDS.acceptFindings(library, { keys, reason: 'Drawn by hand' }, newId),
    );
    expect(accepted.findings().length).toBe(library.findings().length - 1);
    expect(findings(accepted, { code: '', level: '', find: '' }).accepted).toEqual([
      { code: finding.code, path: finding.path, reason: 'Drawn by hand', own: true },
    ]);
    expect(
      done(accepted, LIBRARY_COMMANDS.withdrawAcceptance(accepted, { keys }, newId)).findings().length,
    ).toBe(library.findings().length);
    expect(refused(LIBRARY_COMMANDS.acceptFindings(library, { keys, reason: ' ' }, newId))).toBe(
      'A reason is missing',
    );
  });
});

describe('recipes', () => {
  const parameters = JSON.stringify(RECIPES.get('ramps')!.standard);
  const made = done(
    library,
    LIBRARY_COMMANDS.applyRecipe(library, { kind: 'ramps', family: 'color', parameters }, newId),
  );
  const id = itemsOf(made.items, 'recipe')[0]!.id;

  test('a family is made with its recipe in one change, and the change can be taken back', () => {
    expect(made.resolution.paths.filter((path) => path.startsWith('color.blue.'))).toHaveLength(11);
    takenBack(
      library,
      LIBRARY_COMMANDS.applyRecipe(library, { kind: 'ramps', family: 'color', parameters }, newId),
    );
  });

  test('a step tuned by hand is marked and kept when the recipe changes; the others follow', () => {
    const layer = Object.keys(
      (made.items.get(made.tree.ids.get('color.blue.300')!) as { declarations: object }).declarations,
    )[0]!;
    const tuned = done(
      made,
      LIBRARY_COMMANDS.declareValue(made, { path: 'color.blue.300', layer, text: '#123456' }, newId),
    );
    const other = JSON.stringify({
      ...JSON.parse(parameters),
      hues: [{ name: 'blue', anchors: ['#a83527'] }],
    });
    const preview = LIBRARY_QUERIES.recipePreview(tuned, {
      id,
      kind: 'ramps',
      family: 'color',
      parameters: other,
    });
    expect(preview.steps.filter((step) => step.tuned).map((step) => step.path)).toEqual(['color.blue.300']);
    expect(preview.steps.every((step) => step.before !== step.after)).toBe(true);
    const changed = done(
      tuned,
      LIBRARY_COMMANDS.applyRecipe(tuned, { id, kind: 'ramps', family: 'color', parameters: other }, newId),
    );
    expect(css(changed, 'color.blue.300')).toBe('#123456');
    expect(css(changed, 'color.blue.600')).not.toBe(css(made, 'color.blue.600'));
    const over = done(
      tuned,
      LIBRARY_COMMANDS.applyRecipe(
        tuned,
        { id, kind: 'ramps', family: 'color', parameters: other, overTuned: true },
        newId,
      ),
    );
    expect(css(over, 'color.blue.300')).not.toBe('#123456');
  });

  test('a recipe without a solution stores nothing and says why', () => {
    const never = JSON.stringify({
      ...JSON.parse(parameters),
      keepAnchors: false,
      needs: [{ step: '500', ratio: 7, on: ['#fff', '#000'] }],
    });
    expect(
      refused(
        LIBRARY_COMMANDS.applyRecipe(library, { kind: 'ramps', family: 'color', parameters: never }, newId),
      ),
    ).toContain('Step 500 cannot reach 7');
    expect(
      LIBRARY_QUERIES.recipePreview(library, {
        id: null,
        kind: 'ramps',
        family: 'color',
        parameters: '{"hues":[1]}',
      }).problems,
    ).toHaveLength(1);
  });

  test('a recipe for the dark scheme makes the axis where there is none', () => {
    const fresh = opened(empty);
    const both = JSON.stringify({
      ...JSON.parse(parameters),
      dark: { axis: 'scheme', context: 'dark', chroma: 0.9 },
    });
    const changed = done(
      fresh,
      LIBRARY_COMMANDS.applyRecipe(fresh, { kind: 'ramps', family: 'color', parameters: both }, newId),
    );
    expect(changed.resolution.system.axes).toMatchObject([
      { name: 'scheme', contexts: ['light', 'dark'], default: 'light' },
    ]);
    expect(css(changed, 'color.blue.50', { scheme: 'dark' } as never)).not.toBe(
      css(changed, 'color.blue.50', { scheme: 'light' } as never),
    );
  });
});

describe('a dark scheme', () => {
  const text = JSON.stringify({
    color: {
      $type: 'color',
      grey: Object.fromEntries(
        [
          ['50', '#f8f9fa'],
          ['200', '#e9ecef'],
          ['400', '#ced4da'],
          ['600', '#868e96'],
          ['800', '#343a40'],
          ['950', '#101214'],
        ].map(([name, hex]) => [name, { $value: hex }]),
      ),
      sea: Object.fromEntries(
        [
          ['100', '#d0ebff'],
          ['300', '#74c0fc'],
          ['600', '#1c7ed6'],
          ['800', '#1864ab'],
        ].map(([name, hex]) => [name, { $value: hex }]),
      ),
    },
    purpose: {
      page: { $value: '{color.grey.50}' },
      text: { $value: '{color.grey.950}' },
      quiet: { $value: '{color.grey.800}' },
      link: { $value: '{color.sea.800}' },
      button: { $value: '{purpose.link}' },
    },
    $extensions: {
      'app.seedplan': {
        pairings: [
          ['text', 'page'],
          ['quiet', 'page'],
          ['link', 'page'],
        ].map(([a, b]) => ({ text: `purpose.${a}`, surface: `purpose.${b}`, needs: 4.5 })),
      },
    },
  });
  const start = bring([{ name: 'a.tokens.json', text }]);
  test('is made from the light one: mirrored, moved until every pairing passes, purposes of purposes following', () => {
    const command = LIBRARY_COMMANDS.makeScheme(
      start,
      { axis: 'scheme', from: 'light', to: 'dark', leave: [] },
      newId,
    );
    const changed = done(start, command);
    const at = (scheme: string, path: string) => css(changed, path, { scheme } as never);
    expect([at('light', 'purpose.page'), at('dark', 'purpose.page'), at('dark', 'purpose.text')]).toEqual([
      '#f8f9fa',
      '#101214',
      '#f8f9fa',
    ]);
    expect(at('dark', 'purpose.button')).toBe(at('dark', 'purpose.link'));
    expect(changed.findings().filter((f) => f.code === 'contrast')).toEqual([]);
    for (const path of start.resolution.paths) expect(at('light', path)).toBe(css(start, path, {} as never));
    takenBack(start, command);
    expect(
      refused(
        LIBRARY_COMMANDS.makeScheme(changed, { axis: 'scheme', from: 'light', to: 'dark', leave: [] }, newId),
      ),
    ).toContain('already');
  });
});

test('greys that end too light make no dark scheme, and that is said', () => {
  const text = JSON.stringify({
    color: {
      $type: 'color',
      grey: { a: { $value: '#ffffff' }, b: { $value: '#cccccc' }, c: { $value: '#777777' } },
    },
    purpose: { page: { $value: '{color.grey.a}' } },
  });
  const start = bring([{ name: 'a.tokens.json', text }]);
  const command = LIBRARY_COMMANDS.makeScheme(
    start,
    { axis: 'scheme', from: 'light', to: 'dark', leave: [] },
    newId,
  );
  expect(refused(command)).toContain('color.grey.c, is too light to be a dark ground');
});

describe('bringing files in', () => {
  const sheet = (name: string) => ({
    name: name.replace(/^.*\//, ''),
    text: readFileSync(`node_modules/${name}`, 'utf8'),
  });
  test('a review tells new, same, changed and clashing apart; the same again is nothing', () => {
    const first = bring([
      { name: 'a.css', text: ':root { --color-a: #111111; --color-b: #222222; --size: 4px }' },
    ]);
    const files = [
      {
        name: 'b.css',
        text: ':root { --color-a: #111; --color-b: #333; --Size: 4px; --color: red; --size-c: 2px; --size: red }',
      },
    ];
    const view = LIBRARY_QUERIES.intakeReview(first, { files, strip: '', into: '', decisions: {} });
    expect(Object.fromEntries(view.rows.map((row) => [row.path, row.state]))).toEqual({
      'color.a': 'same',
      'color.b': 'changed',
      'color.$root': 'new',
      Size: 'clashing',
      'size.$root': 'clashing',
      'size.c': 'clashing',
    });
    expect(
      refused(
        LIBRARY_COMMANDS.importTokens(
          first,
          {
            files: [{ name: 'a.css', text: ':root { --color-a: #111 }' }],
            strip: '',
            into: '',
            decisions: {},
          },
          newId,
        ),
      ),
    ).toContain('already in the library');
  });

  test('keep mine, take theirs, both under another name', () => {
    const first = bring([{ name: 'a.css', text: ':root { --x: #111111; --y: #222222; --z: #333333 }' }]);
    const files = [
      { name: 'b.css', text: ':root { --x: #aaaaaa; --y: #bbbbbb; --z: #cccccc; --w: var(--z) }' },
    ];
    const changed = bring(files, first, { x: 'mine', y: 'theirs', z: 'both' });
    expect(['x', 'y', 'z', 'z-2', 'w'].map((path) => css(changed, path, {} as never))).toEqual([
      '#111111',
      '#bbbbbb',
      '#333333',
      '#cccccc',
      '#cccccc',
    ]);
    const [layers] = [itemsOf(changed.items, 'layer')];
    expect(layers).toHaveLength(1);
  });

  test('pico: without its prefix, its theme onto our scheme, one undo for all of it', () => {
    const start = opened(released);
    const input = {
      files: [sheet('@picocss/pico/css/pico.css')],
      strip: 'pico',
      into: 'pico',
      decisions: {},
    };
    const command = LIBRARY_COMMANDS.importTokens(start, input, newId);
    const changed = done(start, command);
    expect([
      css(changed, 'pico.background.color', { ...lens, width: 'default' } as never),
      css(changed, 'pico.background.color', { ...dark, width: 'default' } as never),
    ]).toEqual(['#ffffff', '#13171f']);
    expect(changed.resolution.system.axes.map((axis) => axis.name)).not.toContain('theme');
    takenBack(start, command);
  });

  test('DTCG files together with the resolver that names them', () => {
    const files = [
      { name: 'x/light.tokens.json', text: '{"a":{"$type":"color","$value":"#ffffff"}}' },
      { name: 'x/dark.tokens.json', text: '{"a":{"$type":"color","$value":"#000000"}}' },
      {
        name: 'x/all.resolver.json',
        text: '{"version":"2025.10","sets":{"base":{"sources":[{"$ref":"light.tokens.json"}]}},"modifiers":{"scheme":{"default":"light","contexts":{"light":[],"dark":[{"$ref":"dark.tokens.json"}]}}},"resolutionOrder":[{"$ref":"#/sets/base"},{"$ref":"#/modifiers/scheme"}]}',
      },
    ];
    const changed = bring(files);
    expect([
      css(changed, 'a', { scheme: 'light' } as never),
      css(changed, 'a', { scheme: 'dark' } as never),
    ]).toEqual(['#ffffff', '#000000']);
  });
});
