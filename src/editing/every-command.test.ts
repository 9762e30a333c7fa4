import { createHash } from 'node:crypto';
import { applyChangeSet, brokenInvariants } from '@/core/kinds/registry';
import { schemaProblems } from '@/core/kinds/schema-problems';
import { invertEdits } from '@/core/document/change-set';
import { setField } from '@/core/document/edits';
import { runToEnd } from '@/core/base/steps';
import { byOrder, itemsOf, ordered, type ItemKindName, type ItemOf } from '@/core/document/item';
import { renderNested } from '@/core/components/nested';
import { conditionsText } from '@/core/components/condition';
import type { ComponentDefinition, StyleRule } from '@/core/components/definition';
import { cssLine } from '@/core/tokens/css-text';
import { contextText, type Context } from '@/core/tokens/system';
import { layersOf, whenOf } from '@/core/tokens/token-tree';
import { dark, demo, done, lens, newId, opened } from '@/testing/library';
import { LIBRARY_COMMANDS, type CommandArguments } from './commands';
import type { Command } from './session/command';
import type { OpenLibrary } from './session/open-library';

type Name = keyof typeof LIBRARY_COMMANDS;
interface Case<K extends Name> {
  /** What stands before it, where the demo library alone is not enough. */
  given?: (library: OpenLibrary) => OpenLibrary;
  ask: (library: OpenLibrary) => CommandArguments<K>;
  /** What the library says after it. */
  then: (after: OpenLibrary, before: OpenLibrary) => void;
}
interface Refusal<K extends Name> {
  given?: (library: OpenLibrary) => OpenLibrary;
  ask: CommandArguments<K> | ((library: OpenLibrary) => CommandArguments<K>);
  says: RegExp;
}
type Table = { [K in Name]: { cases: Case<K>[]; refused: Refusal<K>[] } };

const run = <K extends Name>(library: OpenLibrary, name: K, input: CommandArguments<K>): Command =>
  (LIBRARY_COMMANDS[name] as (of: OpenLibrary, input: CommandArguments<K>, ids: typeof newId) => Command)(
    library,
    input,
    newId,
  );
const did =
  <K extends Name>(name: K, input: CommandArguments<K> | ((of: OpenLibrary) => CommandArguments<K>)) =>
  (library: OpenLibrary): OpenLibrary =>
    done(library, run(library, name, typeof input === 'function' ? input(library) : input));
const after =
  (...steps: ((library: OpenLibrary) => OpenLibrary)[]) =>
  (library: OpenLibrary) =>
    steps.reduce((now, step) => step(now), library);

const named = <K extends ItemKindName>(library: OpenLibrary, kind: K, name: string): ItemOf<K> =>
  itemsOf(library.own.items, kind).find((item) => (item as { name?: string }).name === name)!;
const component = (library: OpenLibrary, name: string): ComponentDefinition =>
  named(library, 'component', name);
const css = (library: OpenLibrary, path: string, through: Context = lens) => {
  const resolved = library.resolution.value(path, through);
  return resolved && cssLine(resolved);
};
/** A theme with a button in it, which these follow. */
const theme = (...components: string[]) =>
  after(
    did('putTheme', { name: 'Quiet' }),
    did('setThemeStyle', { theme: 'Quiet', element: 'button', state: null, text: 'cursor: help' }),
    ...(components.length > 0 ? [did('applyTheme', { theme: 'Quiet', components })] : []),
  );
const layer = (library: OpenLibrary, name: string) => named(library, 'layer', name).id;
const rule = (library: OpenLibrary, of: string, at: number) => ordered(component(library, of).entries)[at]!;
const declared = (library: OpenLibrary, of: string, at: number) => {
  const entry = rule(library, of, at);
  return entry.kind === 'rule' ? Object.fromEntries(entry.declarations) : {};
};
const declarationsOf = (library: OpenLibrary, at: number) => Object.keys(declared(library, 'button', at));
const DENSITY: CommandArguments<'putAxis'> = {
  name: 'density',
  description: 'How close things stand',
  contexts: [{ name: 'comfortable' }, { name: 'compact' }],
  standard: 0,
};
/** An axis as it would be saved without a change. */
const asAsked = (library: OpenLibrary, name: string): CommandArguments<'putAxis'> => {
  const { id, description } = named(library, 'axis', name);
  const contexts = itemsOf(library.own.items, 'context')
    .filter((one) => one.axis === id)
    .sort(byOrder);
  return { id, name, description, contexts: contexts.map((one) => ({ id: one.id, name: one.name })), standard: 0 };
}; // prettier-ignore
const SCHEME = (library: OpenLibrary) => asAsked(library, 'scheme');
const axis = (library: OpenLibrary, name: string) =>
  library.resolution.system.axes.find((one) => one.name === name);
/** The layer that holds under exactly these contexts; none named: in every one. */
const under = (library: OpenLibrary, when: Context) =>
  layersOf(library.own.items).find((one) => contextText(whenOf(one, library.items)) === contextText(when))!
    .id;
/** What each layer holds under, weakest first. */
const whens = (library: OpenLibrary) => layersOf(library.items).map((one) => whenOf(one, library.items));
const OUTPUT: CommandArguments<'putOutput'> = {
  name: 'Web',
  formats: ['css'],
  context: { scheme: 'dark' },
  prefix: 'k',
  destination: { kind: 'download' },
  onRelease: true,
};
const hasPath = (library: OpenLibrary, path: string) => library.tree.ids.has(path);
const guide = (library: OpenLibrary) => named(library, 'guide', 'buttons');
const block = (library: OpenLibrary, at: number) => ordered(guide(library).blocks)[at]!;
const props = (library: OpenLibrary, of: string) =>
  ordered(component(library, of).props).map(({ name }) => name);

const hashOf = (text: string) => createHash('sha256').update(text).digest('hex');
const svg = (name: string) => ({
  name,
  role: 'icon' as const,
  file: `${name}.svg`,
  hash: hashOf(name),
  mediaType: 'image/svg+xml',
  size: 90,
  svg: '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 16 16"><path d="M0 0h16v16H0z"/></svg>',
});
const font = (file: string, weight: number) => ({
  file,
  hash: hashOf(file),
  mediaType: 'font/woff2',
  size: 1000,
  font: {
    family: 'Harbour Sans',
    weight: [weight, weight] as [number, number],
    italic: false,
    axes: [],
    scripts: ['Latin'],
    glyphs: 200,
    licence: '',
    embedding: 'installable' as const,
    noSubsetting: false,
    bitmapOnly: false,
  },
});
const fontAsset = (library: OpenLibrary) =>
  itemsOf(library.own.items, 'asset').find(
    ({ name, role }) => role === 'font' && name.startsWith('Harbour'),
  )!;
const TABLE: Partial<Table> = {
  declareValue: {
    cases: [
      {
        ask: (of) => ({ path: 'space.4', layer: layer(of, 'primitives'), text: '18px' }),
        then: (now) => expect(css(now, 'space.4')).toBe('18px'),
      },
    ],
    refused: [
      {
        ask: (of) => ({ path: 'space.4', layer: layer(of, 'primitives'), text: 'wide' }),
        says: /16px or 1\.5rem/,
      },
      {
        ask: (of) => ({ path: 'space.nowhere', layer: layer(of, 'primitives'), text: '1px' }),
        says: /no token space\.nowhere/,
      },
      {
        ask: (of) => ({ path: 'space.4', layer: layer(of, 'primitives'), text: '{space.gone}' }),
        says: /no token space\.gone/,
      },
    ],
  },
  removeOverride: {
    cases: [
      {
        ask: (of) => ({ path: 'color.surface.page', layer: layer(of, 'scheme dark') }),
        then: (now) => expect(css(now, 'color.surface.page', dark)).toBe(css(now, 'color.surface.page')),
      },
    ],
    refused: [
      { ask: (of) => ({ path: 'space.4', layer: layer(of, 'scheme dark') }), says: /says nothing of it/ },
    ],
  },
  setMember: {
    cases: [
      {
        ask: () => ({ path: 'space.4', member: '$description', text: 'Between lines' }),
        then: (now) =>
          expect(JSON.stringify(named(now, 'token', '4').declarations)).toContain('Between lines'),
      },
    ],
    refused: [],
  },
  addToken: {
    cases: [
      {
        ask: () => ({ path: 'color.signal.high', type: 'color', text: '#123456' }),
        then: (now) => expect(css(now, 'color.signal.high')).toBe('#123456'),
      },
      {
        ask: () => ({ path: 'space.alias', type: 'dimension', text: '{space.4}' }),
        then: (now) => expect(css(now, 'space.alias')).toBe(css(now, 'space.4')),
      },
    ],
    refused: [
      {
        ask: { path: 'space.4', type: 'dimension', text: '1px' },
        says: /already a token or group at space\.4/,
      },
      { ask: { path: 'a..b', type: 'color', text: '#000000' }, says: /cannot be empty/ },
      { ask: { path: 'color.new', type: 'color', text: 'blurple' }, says: /not a valid colour|blurple/ },
    ],
  },
  renamePaths: {
    cases: [
      {
        ask: () => ({ changes: [{ from: 'color.estuary', to: 'color.tide' }] }),
        then: (now, before) => expect(css(now, 'color.tide.700')).toBe(css(before, 'color.estuary.700')),
      },
    ],
    refused: [
      { ask: { changes: [{ from: 'color.nowhere', to: 'color.x' }] }, says: /nothing at color\.nowhere/ },
    ],
  },
  move: {
    cases: [
      {
        ask: () => ({ paths: ['space.4'], into: 'inset' }),
        then: (now, before) => expect(css(now, 'inset.4')).toBe(css(before, 'space.4')),
      },
    ],
    refused: [{ ask: { paths: ['space'], into: 'space' }, says: /into itself/ }],
  },
  replaceInPaths: {
    cases: [
      {
        ask: () => ({ find: 'estuary', replace: 'tide' }),
        then: (now) =>
          expect([hasPath(now, 'color.tide.700'), now.tree.paths.size]).toEqual([true, expect.any(Number)]),
      },
      {
        ask: () => ({ find: 'grey.4', replace: 'stone.4', leave: ['color.grey.450'] }),
        then: (now) =>
          expect(['color.stone.400', 'color.grey.400', 'color.grey.450'].map((path) => now.resolution.paths.includes(path))).toEqual([true, false, true]), // prettier-ignore
      },
    ],
    refused: [
      { ask: { find: 'nothing-like-it', replace: 'x' }, says: /No path holds/ },
      { ask: { find: 'grey.450', replace: 'grey.455', leave: ['color.grey.450'] }, says: /Every path is left out/ },
    ], // prettier-ignore
  },
  duplicate: {
    cases: [
      {
        ask: () => ({ path: 'color.estuary', to: 'color.tide' }),
        then: (now) => expect(css(now, 'color.tide.700')).toBe(css(now, 'color.estuary.700')),
      },
    ],
    refused: [{ ask: { path: 'color.estuary', to: 'color.grey' }, says: /already a token or group/ }],
  },
  removePaths: {
    cases: [
      {
        ask: () => ({ paths: ['color.grey.450'] }),
        then: (now) => expect(hasPath(now, 'color.grey.450')).toBe(false),
      },
      {
        ask: () => ({ paths: ['color.estuary.700'], replacement: 'color.estuary.800' }),
        then: (now) =>
          expect(JSON.stringify(now.resolution.referrers('color.estuary.800'))).toContain('color.'),
      },
    ],
    refused: [
      { ask: { paths: ['space.4'], replacement: 'space.nowhere' }, says: /no token space\.nowhere/ },
      { ask: { paths: ['space'], replacement: 'space.4' }, says: /would be removed too/ },
    ],
  },
  promote: {
    cases: [
      {
        given: did('addToken', { path: 'color.signal.high', type: 'color', text: '#123456' }),
        ask: (of) => ({ path: 'color.signal.high', layer: layer(of, 'primitives'), to: 'color.deep.1' }),
        then: (now) =>
          expect([css(now, 'color.deep.1'), css(now, 'color.signal.high')]).toEqual(['#123456', '#123456']),
      },
    ],
    refused: [
      {
        given: did('addToken', { path: 'space.alias', type: 'dimension', text: '{space.4}' }),
        ask: (of) => ({ path: 'space.alias', layer: layer(of, 'primitives'), to: 'space.raw' }),
        says: /refers to a token already|no raw value/,
      },
    ],
  },
  setUnder: {
    cases: [
      {
        ask: () => ({ path: 'space.4', when: { brand: 'gannet', scheme: 'dark' }, text: '20px' }),
        then: (now) =>
          expect([css(now, 'space.4'), css(now, 'space.4', { brand: 'gannet', scheme: 'dark' })]).toEqual([
            '16px',
            '20px',
          ]),
      },
    ],
    refused: [{ ask: { path: 'space.4', when: { scheme: 'dark' }, text: 'x' }, says: /16px or 1\.5rem/ }],
  },
  setLifecycle: {
    cases: [
      {
        ask: () => ({ paths: ['space.4'], visibility: 'internal' }),
        then: (now) => expect(JSON.stringify(named(now, 'token', '4').declarations)).toContain('internal'),
      },
    ],
    refused: [
      {
        ask: {
          paths: ['space.4'],
          deprecated: { reason: 'Old', replacement: 'space.4', date: '' },
        } as never,
        says: /cannot replace itself/,
      },
    ],
  },
  setExtra: {
    cases: [
      {
        ask: () => ({ path: 'text.label', name: 'letterCase', text: 'uppercase' }),
        then: (now, before) => expect(now.own.items).not.toEqual(before.own.items),
      },
    ],
    refused: [{ ask: { path: 'space.4', name: 'nothing', text: 'x' }, says: /There is no nothing to set/ }],
  },
  setTextMember: {
    cases: [
      {
        ask: () => ({ path: 'text.body', member: 'fontSize', text: '18px', lens }),
        then: (now) => expect(css(now, 'text.body')).toContain('18px'),
      },
    ],
    refused: [{ ask: { path: 'text.body', member: 'fontSize', text: 'big', lens }, says: /16px|1\.5rem/ }],
  },
  addTextStyles: {
    cases: [
      {
        ask: () => ({ roles: ['h6'], base: 16, ratio: 1.2 }),
        then: (now) => expect(hasPath(now, 'text.h6')).toBe(true),
      },
    ],
    refused: [
      { ask: { roles: ['h6'], base: 600, ratio: 1.2 }, says: /out of range/ },
      { ask: { roles: ['h6'], base: 16, ratio: 3 }, says: /above 1 and at most 2/ },
      { ask: { roles: ['label'], base: 16, ratio: 1.2 }, says: /already a token or group at text\.label/ },
    ],
  },
  addInset: {
    cases: [
      {
        ask: () => ({ path: 'inset.hall', form: 'all sides', values: ['{space.4}'] }) as never,
        then: (now) =>
          expect(
            [...now.tree.ids.keys()].filter((path) => path.startsWith('inset.hall')).length,
          ).toBeGreaterThan(0),
      },
    ],
    refused: [],
  },
  addGridStep: {
    cases: [
      {
        ask: () => ({
          grid: 'grid',
          name: 'vast',
          from: '1600px',
          columns: '12',
          margin: '{space.8}',
          gutter: '{space.4}',
        }),
        then: (now) => expect(hasPath(now, 'grid.vast.columns')).toBe(true),
      },
    ],
    refused: [
      {
        ask: { grid: 'grid', name: 'vast', from: '1600px', columns: '0', margin: '8px', gutter: '8px' },
        says: /from 1 to 48/,
      },
    ],
  },
  addFonts: {
    cases: [
      {
        ask: () => ({ files: [font('a.woff2', 400), font('b.woff2', 700)] }),
        then: (now) =>
          expect(ordered(fontAsset(now).files).map(({ file }) => file)).toEqual(['a.woff2', 'b.woff2']),
      },
    ],
    refused: [],
  },
  removeFontFile: {
    cases: [
      {
        given: did('addFonts', { files: [font('a.woff2', 400), font('b.woff2', 700)] }),
        ask: (of) => ({ asset: fontAsset(of).id, file: ordered(fontAsset(of).files)[0]!.id }),
        then: (now) => expect(ordered(fontAsset(now).files).map(({ file }) => file)).toEqual(['b.woff2']),
      },
      {
        // The last file takes the font with it.
        given: did('addFonts', { files: [font('a.woff2', 400)] }),
        ask: (of) => ({ asset: fontAsset(of).id, file: ordered(fontAsset(of).files)[0]!.id }),
        then: (now) => expect(fontAsset(now)).toBeUndefined(),
      },
    ],
    refused: [{ ask: { asset: 'asset_none', file: 'file_none' }, says: /not in this library/ }],
  },
  renameFont: {
    cases: [
      {
        given: did('addFonts', { files: [font('a.woff2', 400)] }),
        ask: (of) => ({ asset: fontAsset(of).id, name: 'Harbour Text' }),
        then: (now) => expect(fontAsset(now).name).toBe('Harbour Text'),
      },
    ],
    refused: [
      {
        given: did('addFonts', { files: [font('a.woff2', 400)] }),
        ask: (of) => ({ asset: fontAsset(of).id, name: '  ' }),
        says: /needs a name/,
      },
    ],
  },
  replaceFamily: {
    cases: [
      {
        ask: () => ({ from: 'Archivo Variable', to: 'Bricolage Grotesque Variable' }),
        then: (now) => expect(css(now, 'font.family.text') ?? css(now, 'text.body')).toContain('Bricolage'),
      },
    ],
    refused: [{ ask: { from: 'Archivo Variable', to: 'archivo variable' }, says: /same font/ }],
  },
  replaceWeight: {
    cases: [
      {
        ask: () => ({ family: 'Archivo Variable', from: 400, to: 300 }),
        then: (now) => expect(css(now, 'text.body')).toContain('300'),
      },
    ],
    refused: [],
  },
  pair: {
    cases: [
      {
        ask: () => ({ pairs: [{ text: 'color.text.link', surface: 'color.surface.sunken' }], needs: 4.5 }),
        then: (now) =>
          expect(now.pairings()).toContainEqual(
            expect.objectContaining({ text: 'color.text.link', surface: 'color.surface.sunken', needs: 4.5 }),
          ),
      },
    ],
    refused: [
      {
        ask: { pairs: [{ text: 'color.text.link', surface: 'color.surface.page' }], needs: 22 },
        says: /from 1 to 21/,
      },
      {
        ask: { pairs: [{ text: 'color.nowhere', surface: 'color.surface.page' }], needs: 3 },
        says: /no token color\.nowhere/,
      },
    ],
  },
  unpair: {
    cases: [
      {
        ask: (of) => of.pairings()[0]!,
        then: (now, before) => expect(now.pairings()).toHaveLength(before.pairings().length - 1),
      },
    ],
    refused: [{ ask: { text: 'space.4', surface: 'space.8' }, says: /inherited or was removed/ }],
  },
  setBlock: {
    cases: [
      {
        ask: (of) => ({
          guide: 'buttons',
          block: ordered(named(of, 'guide', 'buttons').blocks).find(({ kind }) => kind === 'component')!.id,
          fields: {
            name: 'badge',
            status: 'delayed',
            _states: 'hover',
            _width: '320',
            _under: 'scheme=dark',
          },
        }),
        then: (now, before) => {
          const blocks = (of: OpenLibrary) => ordered(named(of, 'guide', 'buttons').blocks);
          expect(blocks(now).map(({ id }) => id)).toEqual(blocks(before).map(({ id }) => id));
          expect(blocks(now).find(({ kind }) => kind === 'component')).toMatchObject({
            component: { path: 'badge' },
            props: { status: 'delayed' },
            states: ['hover'],
            width: 320,
            under: { scheme: 'dark' },
          });
        },
      },
    ],
    refused: [
      { ask: { guide: 'buttons', block: 'block_none', fields: {} }, says: /inherited or was removed/ },
      {
        ask: (of) => ({
          guide: 'buttons',
          block: ordered(named(of, 'guide', 'buttons').blocks).find(({ kind }) => kind === 'component')!.id,
          fields: {},
        }),
        says: /not complete/,
      },
    ],
  },
  putAxis: {
    cases: [
      {
        ask: () => DENSITY,
        then: (now) => {
          expect(axis(now, 'density')).toMatchObject({
            contexts: ['comfortable', 'compact'],
            default: 'comfortable',
            description: 'How close things stand',
          });
          // What differs from the default has a layer, in which values can be set.
          expect(whens(now).filter((one) => 'density' in one)).toEqual([{ density: 'compact' }]);
          expect(now.resolution.contexts).toHaveLength(2 * library.resolution.contexts.length);
        },
      },
      {
        // Renamed, put in another order, given one more, another default; what was set under a context stays there.
        given: did('putOutput', OUTPUT),
        ask: (of) => ({
          ...SCHEME(of),
          name: 'look',
          contexts: [
            { name: 'dusk' },
            ...SCHEME(of)
              .contexts.map((one) => ({ ...one, name: `${one.name} one` }))
              .reverse(),
          ],
          standard: 2,
        }),
        then: (now, before) => {
          expect(axis(now, 'look')).toMatchObject({
            contexts: ['dusk', 'dark one', 'light one'],
            default: 'light one',
          });
          expect(css(now, 'color.text.quiet', { brand: lens.brand, look: 'dark one' })).toBe(
            css(before, 'color.text.quiet', dark),
          );
          expect(css(now, 'color.text.quiet', { brand: lens.brand, look: 'dusk' })).toBe(
            css(before, 'color.text.quiet'),
          );
          expect(named(now, 'output', 'Web').context).toEqual({ look: 'dark one' });
        },
      },
      {
        given: did('putAxis', () => ({ ...DENSITY, contexts: [...DENSITY.contexts, { name: 'tight' }] })),
        ask: (of) => ({
          ...asAsked(of, 'density'),
          contexts: asAsked(of, 'density').contexts.filter(({ name }) => name !== 'comfortable'),
          standard: 1,
        }),
        then: (now) =>
          expect(axis(now, 'density')).toMatchObject({ contexts: ['compact', 'tight'], default: 'tight' }),
      },
    ],
    refused: [
      { ask: { ...DENSITY, name: ' ' }, says: /axis has no name/ },
      { ask: { ...DENSITY, name: '<b>' }, says: /cannot name an axis/ },
      { ask: { ...DENSITY, name: 'scheme' }, says: /an axis scheme already/ },
      { ask: { ...DENSITY, contexts: [{ name: 'one' }] }, says: /at least two contexts/ },
      { ask: { ...DENSITY, contexts: [{ name: 'one' }, { name: 'one' }] }, says: /twice/ },
      { ask: { ...DENSITY, contexts: [{ name: 'one' }, { name: '' }] }, says: /context has no name/ },
      { ask: { ...DENSITY, standard: 5 }, says: /No context is the default/ },
      { ask: { ...DENSITY, id: 'axis_none' }, says: /was removed meanwhile/ },
      {
        ask: (of) => ({ ...SCHEME(of), contexts: [{ id: 'context_none', name: 'x' }, { name: 'y' }] }),
        says: /A context was removed meanwhile/,
      },
      {
        given: did('putOutput', OUTPUT),
        ask: (of) => ({ ...SCHEME(of), contexts: [SCHEME(of).contexts[0]!, { name: 'dusk' }] }),
        says: /output Web is written for it/,
      },
    ],
  },
  moveAxis: {
    cases: [
      {
        given: did('putAxis', () => DENSITY),
        ask: (of) => ({ id: named(of, 'axis', 'density').id, to: 0 }),
        then: (now) => expect(now.resolution.system.axes[0]!.name).toBe('density'),
      },
    ],
    refused: [
      { ask: { id: 'axis_none', to: 0 }, says: /inherited or was removed/ },
      { ask: (of) => ({ id: named(of, 'axis', 'scheme').id, to: 9 }), says: /no such place/ },
    ],
  },
  removeAxis: {
    cases: [
      {
        ask: (of) => ({ id: named(of, 'axis', 'scheme').id }),
        then: (now, before) => {
          expect(now.resolution.system.axes.map(({ name }) => name)).not.toContain('scheme');
          // What held without it still does.
          for (const path of before.resolution.paths)
            expect(css(now, path, { brand: lens.brand })).toBe(css(before, path));
          expect(now.resolution.paths).toEqual(before.resolution.paths);
        },
      },
    ],
    refused: [
      { ask: { id: 'axis_none' }, says: /inherited or was removed/ },
      {
        given: (of) => {
          const only = itemsOf(of.own.items, 'token').find(({ name }) => name === 'quiet')!;
          const [first, ...rest] = Object.keys(only.declarations).sort((a) =>
            a === under(of, { scheme: 'dark' }) ? -1 : 1,
          );
          expect(first).toBe(under(of, { scheme: 'dark' }));
          return done(of, {
            label: 'Clear',
            edits: rest.map((id) => setField(only, `declarations/${id}`, null)),
          });
        },
        ask: (of) => ({ id: named(of, 'axis', 'scheme').id }),
        says: /has a value there and nowhere else/,
      },
    ],
  },
  addLayer: {
    cases: [
      {
        given: did('putAxis', () => DENSITY),
        ask: () => ({ when: { density: 'compact', scheme: 'dark' } }),
        then: (now) => {
          expect(whens(now)).toContainEqual({ density: 'compact', scheme: 'dark' });
          // Of more contexts, it stands below those of fewer.
          expect(Object.keys(whens(now).at(-1)!)).toHaveLength(2);
        },
      },
    ],
    refused: [
      { ask: { when: {} }, says: /No context is chosen/ },
      { ask: { when: { scheme: 'dusk' } }, says: /no context scheme=dusk/ },
      { ask: { when: { scheme: 'dark' } }, says: /layer for scheme dark already/ },
    ],
  },
  moveLayer: {
    cases: [
      {
        given: after(
          did('putAxis', () => ({ ...DENSITY, contexts: [...DENSITY.contexts, { name: 'tight' }] })),
          did('addLayer', { when: { density: 'compact', scheme: 'dark' } }),
        ),
        ask: (of) => ({ id: under(of, { density: 'tight' }), to: under(of, { density: 'compact' }) }),
        then: (now) => {
          const order = whens(now).map((one) => Object.values(one).join(' '));
          expect(order.indexOf('tight')).toBe(order.indexOf('compact') - 1);
          expect(order.at(-1)).toBe('compact dark');
        },
      },
    ],
    refused: [
      { ask: { id: 'layer_none', to: 'layer_none' }, says: /inherited or was removed/ },
      {
        ask: (of) => ({
          id: under(of, { scheme: 'dark' }),
          to: under(of, {}),
        }),
        says: /cannot stand there/,
      },
    ],
  },
  removeLayer: {
    cases: [
      {
        ask: (of) => ({ id: under(of, { scheme: 'dark' }) }),
        then: (now, before) => {
          expect(css(now, 'color.text.quiet', dark)).toBe(css(before, 'color.text.quiet'));
          expect(axis(now, 'scheme')!.contexts).toContain('dark');
        },
      },
    ],
    refused: [
      { ask: { id: 'layer_none' }, says: /inherited or was removed/ },
      { ask: (of) => ({ id: under(of, {}) }), says: /holds in every context/ },
    ],
  }, // prettier-ignore
  putOutput: {
    cases: [
      {
        ask: () => OUTPUT,
        then: (now, before) => {
          expect(named(now, 'output', 'Web')).toMatchObject({ ...OUTPUT, kind: 'output' });
          // It is nothing to release.
          expect(runToEnd(now.countingChanges())).toBe(runToEnd(before.countingChanges()));
        },
      },
      {
        given: did('putOutput', OUTPUT),
        ask: (of) => ({
          ...OUTPUT,
          id: named(of, 'output', 'Web').id,
          formats: ['ts', 'swift'],
          destination: { kind: 'folder', folder: 'a/b' },
        }),
        then: (now) => {
          expect(itemsOf(now.own.items, 'output')).toHaveLength(1);
          expect(named(now, 'output', 'Web')).toMatchObject({
            formats: ['ts', 'swift'],
            destination: { kind: 'folder', folder: 'a/b' },
            prefix: 'k',
          });
        },
      },
    ],
    refused: [
      { ask: { ...OUTPUT, name: ' ' }, says: /needs a name/ },
      { ask: { ...OUTPUT, formats: ['stencil'] }, says: /no format stencil/ },
      { ask: { ...OUTPUT, formats: [] }, says: /has a format/ },
      { ask: { ...OUTPUT, prefix: '9' }, says: /cannot begin a name/ },
      { ask: { ...OUTPUT, context: { scheme: 'dusk' } }, says: /no context scheme=dusk/ },
      { ask: { ...OUTPUT, destination: { kind: 'folder', folder: '../x' } }, says: /not a folder/ },
      { ask: { ...OUTPUT, destination: { kind: 'repository', product: '', folder: 'x' } }, says: /that of a product/ },
      { given: did('putOutput', OUTPUT), ask: OUTPUT, says: /an output Web already/ },
      ...['a', 'a/b', 'a/b/c'].map((folder) => ({
        given: did('putOutput', { ...OUTPUT, destination: { kind: 'folder', folder: 'a/b' } }),
        ask: { ...OUTPUT, name: 'Other', destination: { kind: 'folder' as const, folder } },
        says: /Web delivers there already/,
      })),
      { ask: { ...OUTPUT, id: 'output_none' }, says: /was removed meanwhile/ },
    ], // prettier-ignore
  },
  removeOutput: {
    cases: [
      {
        given: did('putOutput', OUTPUT),
        ask: (of) => ({ id: named(of, 'output', 'Web').id }),
        then: (now) => expect(itemsOf(now.own.items, 'output')).toEqual([]),
      },
    ],
    refused: [{ ask: { id: 'output_none' }, says: /removed already/ }],
  },
  applyFixes: {
    cases: [
      {
        ask: (of) => ({
          keys: of
            .findings()
            .filter(({ code }) => code === 'off-rhythm')
            .map(({ code, path }) => ({ code, path: path! })),
        }),
        then: (now) => expect(now.findings().filter(({ code }) => code === 'off-rhythm')).toEqual([]),
      },
    ],
    refused: [{ ask: { keys: [{ code: 'off-rhythm', path: 'nowhere' }] }, says: /cannot|None of these/ }],
  },
  acceptFindings: {
    cases: [
      {
        ask: () => ({ keys: [{ code: 'off-rhythm', path: 'space.3half' }], reason: 'The old timetable' }),
        then: (now) => expect(now.findings().some(({ code }) => code === 'off-rhythm')).toBe(false),
      },
    ],
    refused: [
      {
        ask: { keys: [{ code: 'off-rhythm', path: 'space.3half' }], reason: ' ' },
        says: /reason is missing/,
      },
    ],
  },
  withdrawAcceptance: {
    cases: [
      {
        given: did('acceptFindings', { keys: [{ code: 'off-rhythm', path: 'space.3half' }], reason: 'Once' }),
        ask: () => ({ keys: [{ code: 'off-rhythm', path: 'space.3half' }] }),
        then: (now) => expect(now.findings().some(({ code }) => code === 'off-rhythm')).toBe(true),
      },
    ],
    refused: [],
  },
  startComponent: {
    cases: [
      {
        ask: () => ({ name: 'pier-sign' }),
        then: (now) => expect(component(now, 'pier-sign').name).toBe('pier-sign'),
      },
      {
        ask: () => ({ name: 'chip', from: 'badge', linked: true }),
        then: (now) => expect(component(now, 'chip').variationOf?.id).toBe(component(now, 'badge').id),
      },
      {
        ask: () => ({ name: 'chip', from: 'badge', linked: false }),
        then: (now) =>
          expect([props(now, 'chip'), component(now, 'chip').variationOf]).toEqual([
            props(now, 'badge'),
            undefined,
          ]),
      },
    ],
    refused: [
      { ask: { name: 'Big Sign' }, says: /not a name for a component/ },
      { ask: { name: 'badge' }, says: /badge already/ },
      { ask: { name: 'chip', from: 'nowhere' }, says: /no component nowhere/ },
    ],
  },
  setProp: {
    cases: [
      {
        ask: () => ({
          component: 'badge',
          prop: { name: 'loud', kind: 'flag', values: [], default: '', description: '' },
        }),
        then: (now) => expect(props(now, 'badge')).toContain('loud'),
      },
    ],
    refused: [
      {
        ask: {
          component: 'badge',
          prop: { name: 'state', kind: 'flag', values: [], default: '', description: '' },
        },
        says: /cannot be called state/,
      },
      {
        ask: {
          component: 'badge',
          prop: { name: 'tone', kind: 'choice', values: [], default: '', description: '' },
        },
        says: /at least one value/,
      },
      {
        ask: {
          component: 'badge',
          prop: { name: 'tone', kind: 'choice', values: ['a', 'a'], default: 'a', description: '' },
        },
        says: /stands twice/,
      },
      {
        ask: {
          component: 'badge',
          prop: { name: 'tone', kind: 'choice', values: ['a', 'b'], default: 'c', description: '' },
        },
        says: /none of the values/,
      },
      {
        ask: {
          component: 'badge',
          prop: { name: 'status', kind: 'choice', values: ['on-time'], default: 'on-time', description: '' },
        },
        says: /is used by/,
      },
    ],
  },
  removeProp: {
    cases: [
      {
        given: did('setProp', {
          component: 'badge',
          prop: { name: 'loud', kind: 'flag', values: [], default: '', description: '' },
        }),
        ask: () => ({ component: 'badge', prop: 'loud' }),
        then: (now) => expect(props(now, 'badge')).not.toContain('loud'),
      },
    ],
    refused: [{ ask: { component: 'badge', prop: 'status' }, says: /is used by/ }],
  },
  setRule: {
    cases: [
      {
        ask: () => ({ component: 'badge', rule: null, when: 'state is hover', part: 'root' }),
        then: (now, before) =>
          expect(Object.keys(component(now, 'badge').entries)).toHaveLength(
            Object.keys(component(before, 'badge').entries).length + 1,
          ),
      },
    ],
    refused: [
      {
        ask: { component: 'badge', rule: null, when: 'status is sunk', part: 'root' },
        says: /sunk is not a value of status/,
      },
      { ask: { component: 'badge', rule: null, when: '', part: 'nowhere' }, says: /nowhere/ },
    ],
  },
  removeRule: {
    cases: [
      {
        ask: (of) => ({ component: 'badge', rule: rule(of, 'badge', 1).id }),
        then: (now, before) => expect(rule(now, 'badge', 1).id).toBe(rule(before, 'badge', 2).id),
      },
    ],
    refused: [],
  },
  addDeclarations: {
    cases: [
      {
        ask: (of) => ({
          component: 'badge',
          rule: rule(of, 'badge', 0).id,
          text: 'padding: 4px 8px;\n color: {color.text.quiet}; /* mine */\n--gap: 2px; margin: 0 !important',
        }),
        then: (now, before) => {
          expect(declared(now, 'badge', 0)).toMatchObject({
            ...declared(before, 'badge', 0),
            padding: { raw: '4px 8px' },
            color: { token: { path: 'color.text.quiet' } },
            '--gap': { raw: '2px' },
            margin: { raw: '0 !important' },
          });
        },
      },
    ],
    refused: [
      {
        ask: (of) => ({ component: 'badge', rule: rule(of, 'badge', 0).id, text: 'just words' }),
        says: /no declaration/,
      },
      {
        ask: (of) => ({ component: 'badge', rule: rule(of, 'badge', 0).id, text: 'color: {color.nowhere}' }),
        says: /color\.nowhere/,
      },
      {
        ask: (of) => ({ component: 'badge', rule: rule(of, 'badge', 0).id, text: 'Ab: 1px' }),
        says: /not a CSS property/,
      },
      { ask: { component: 'badge', rule: 'entry_none', text: 'color: red' }, says: /not in this library/ },
    ],
  },
  copyRule: {
    cases: [
      {
        given: (of) => did('setRule', { component: 'button', rule: null, when: 'state is focus-visible', part: 'label' })(of),
        ask: (of) => {
          const made = ordered(component(of, 'button').entries).at(-1)!;
          return { component: 'button', rule: made.id, whens: ['not wide', ' state is hover '] };
        },
        then: (now, before) => {
          const [source, ...copies] = ordered(component(now, 'button').entries).slice(-3) as StyleRule[];
          expect(copies.map(({ when }) => conditionsText(when))).toEqual(['not wide', 'state is hover']);
          for (const copy of copies) expect([copy.part, copy.declarations]).toEqual([source!.part, source!.declarations]);
          expect(Object.keys(component(now, 'button').entries)).toHaveLength(Object.keys(component(before, 'button').entries).length + 2);
        },
      },
    ],
    refused: [
      { ask: (of) => ({ component: 'button', rule: rule(of, 'button', 0).id, whens: [' '] }), says: /No condition is named/ },
      { ask: (of) => ({ component: 'button', rule: rule(of, 'button', 0).id, whens: ['colour is loud'] }), says: /colour/ },
      { ask: (of) => ({ component: 'button', rule: rule(of, 'button', 0).id, whens: ['state is checked', 'state is checked'] }), says: /rule when state is checked for this part already/ },
      { ask: { component: 'button', rule: 'entry_none', whens: ['state is hover'] }, says: /not in this library/ },
    ],
  }, // prettier-ignore
  addRules: {
    cases: [
      {
        ask: () => ({ component: 'button', when: 'state is hover and not wide', parts: ['root', 'label', 'root'], text: 'color: {color.text.quiet}; border: 1px solid {color.border.quiet}' }),
        then: (now, before) => {
          const made = ordered(component(now, 'button').entries).slice(-2) as StyleRule[];
          expect(made.map(({ part, when, declarations }) => [part, conditionsText(when), declarations.map(([property]) => property)])).toEqual([
            ['root', 'state is hover and not wide', ['color', 'border']],
            ['label', 'state is hover and not wide', ['color', 'border']],
          ]);
          expect(made[0]!.declarations[1]![1]).toEqual({ raw: '1px solid var(--color-border-quiet)' });
          expect(Object.keys(component(now, 'button').entries)).toHaveLength(Object.keys(component(before, 'button').entries).length + 2);
        },
      },
      {
        // A rule that is there takes what is declared.
        given: did('addRules', { component: 'button', when: 'state is focus-visible and not wide', parts: ['label'], text: '' }),
        ask: () => ({ component: 'button', when: 'state is focus-visible and not wide', parts: ['label'], text: 'color: red' }),
        then: (now, before) => {
          const rules = (of: typeof now) => ordered(component(of, 'button').entries) as StyleRule[];
          expect(rules(now)).toHaveLength(rules(before).length);
          expect(rules(now).at(-1)!.declarations).toEqual([['color', { raw: 'red' }]]);
        },
      },
    ],
    refused: [
      { ask: { component: 'button', when: '', parts: [], text: 'color: red' }, says: /No part is named/ },
      { ask: { component: 'button', when: 'colour is loud', parts: ['root'], text: 'color: red' }, says: /colour/ },
      { ask: { component: 'button', when: '', parts: ['roof'], text: 'color: red' }, says: /roof/ },
      { ask: { component: 'button', when: 'state is hover', parts: ['root'], text: 'color red' }, says: /no declaration/ },
      { ask: { component: 'button', when: 'state is hover', parts: ['root'], text: 'border: 1px solid {no.such}' }, says: /no.such/ },
      { ask: { component: 'nowhere', when: '', parts: ['root'], text: 'color: red' }, says: /not in this library/ },
    ],
  }, // prettier-ignore
  setRuleValues: {
    cases: [
      {
        ask: (of) => ({
          component: 'button',
          values: [
            { rule: rule(of, 'button', 0).id, property: 'min-width', text: '40px' },
            { rule: rule(of, 'button', 1).id, property: 'min-width', text: '{space.2}' },
            { rule: rule(of, 'button', 0).id, property: 'max-width', text: '80px' },
            { rule: rule(of, 'button', 0).id, property: declarationsOf(of, 0)[0]!, text: ' ' },
          ],
        }),
        then: (now, before) => {
          expect(declarationsOf(now, 0)).toEqual([...declarationsOf(before, 0).slice(1), 'min-width', 'max-width']);
          expect(declarationsOf(now, 1)).toEqual([...declarationsOf(before, 1), 'min-width']);
        },
      },
    ],
    refused: [
      { ask: { component: 'button', values: [] }, says: /No value is given/ },
      { ask: (of) => ({ component: 'button', values: [{ rule: rule(of, 'button', 0).id, property: 'Not One', text: '1px' }] }), says: /not a CSS property/ },
      { ask: (of) => ({ component: 'button', values: [{ rule: rule(of, 'button', 0).id, property: 'color', text: '{no.such}' }] }), says: /no.such/ },
      { ask: { component: 'button', values: [{ rule: 'entry_none', property: 'color', text: 'red' }] }, says: /not in this library/ },
    ],
  }, // prettier-ignore
  setRuleValue: {
    cases: [
      {
        ask: (of) => ({
          component: 'badge',
          rule: rule(of, 'badge', 0).id,
          property: 'border-radius',
          text: '{radius.small}',
        }),
        then: (now) =>
          expect(declared(now, 'badge', 0)['border-radius']).toMatchObject({
            token: { path: 'radius.small' },
          }),
      },
      {
        ask: (of) => ({
          component: 'badge',
          rule: rule(of, 'badge', 0).id,
          property: 'border-radius',
          text: '',
        }),
        then: (now) => expect(declared(now, 'badge', 0)).not.toHaveProperty('border-radius'),
      },
    ],
    refused: [
      {
        ask: (of) => ({ component: 'badge', rule: rule(of, 'badge', 0).id, property: 'no way', text: '1px' }),
        says: /not a CSS property/,
      },
      {
        ask: (of) => ({
          component: 'badge',
          rule: rule(of, 'badge', 0).id,
          property: 'gap',
          text: '{space.nowhere}',
        }),
        says: /space\.nowhere/,
      },
    ],
  },
  setPartStyle: {
    cases: [
      {
        ask: () => ({
          component: 'badge',
          part: 'label',
          when: '',
          property: 'letter-spacing',
          text: '0.02em',
        }),
        then: (now) => expect(JSON.stringify(component(now, 'badge').entries)).toContain('letter-spacing'),
      },
    ],
    refused: [],
  },
  setScript: {
    cases: [
      {
        ask: () => ({ component: 'badge', text: 'root.dataset.ready = true;' }),
        then: (now) => expect(component(now, 'badge').script).toContain('dataset'),
      },
    ],
    refused: [{ ask: { component: 'badge', text: '/'.repeat(110_000) }, says: /more than 100 KB/ }],
  },
  setCode: {
    cases: [
      {
        ask: () => ({
          component: 'badge',
          template: '<b part="root"><span part="label"><slot name="label"></slot></span></b>',
        }),
        then: (now) => expect(component(now, 'badge').template).toContain('<b part="root">'),
      },
      {
        ask: () => ({
          component: 'badge',
          sheet: '[part~="root"] { display: block; color: var(--color-text-default) }',
        }),
        then: (now) => expect(Object.keys(component(now, 'badge').entries)).toHaveLength(1),
      },
      {
        ask: () => ({
          component: 'badge',
          template: '<b part="root"><span part="words"><slot name="label"></slot></span></b>',
          sheet: '[part~="words"] { color: var(--color-text-default) }',
        }),
        then: (now) => {
          expect(component(now, 'badge').template).toContain('part="words"');
          expect(Object.values(component(now, 'badge').entries)).toMatchObject([{ part: 'words' }]);
        },
      },
    ],
    refused: [
      { ask: { component: 'badge', template: '<script>alert(1)</script>' }, says: /script|root/ },
      { ask: { component: 'badge', sheet: '[part~="root"] { color: red' }, says: /./ },
    ],
  },
  shareRules: {
    cases: [
      {
        ask: (of) => ({ component: 'badge', rules: [rule(of, 'badge', 0).id], set: 'pill' }),
        then: (now) => expect(named(now, 'ruleSet', 'pill')).toBeDefined(),
      },
    ],
    refused: [
      { ask: { component: 'badge', rules: [], set: 'pill' }, says: /No rule is chosen/ },
      {
        ask: (of) => ({ component: 'badge', rules: [rule(of, 'badge', 0).id], set: 'A Pill' }),
        says: /name/,
      },
    ],
  },
  setBases: {
    cases: [
      {
        given: did('shareRules', (of) => ({
          component: 'badge',
          rules: [rule(of, 'badge', 0).id],
          set: 'pill',
        })),
        ask: () => ({ component: 'button', sets: ['pill'] }),
        then: (now) => expect(JSON.stringify(component(now, 'button').bases)).toContain('pill'),
      },
    ],
    refused: [{ ask: { component: 'button', sets: ['nowhere'] }, says: /no rule set nowhere/ }],
  },
  putTheme: {
    cases: [
      {
        ask: () => ({ name: 'Quiet', description: 'For long reading' }),
        then: (now) =>
          expect(named(now, 'theme', 'Quiet')).toMatchObject({
            description: 'For long reading',
            entries: {},
          }),
      },
      {
        given: did('putTheme', { name: 'Quiet' }),
        ask: () => ({ theme: 'Quiet', name: 'Calm' }),
        then: (now) => expect(itemsOf(now.own.items, 'theme').map(({ name }) => name)).toEqual(['Calm']),
      },
      {
        given: theme(),
        ask: () => ({ name: 'Loud', copy: 'Quiet' }),
        then: (now) => expect(JSON.stringify(named(now, 'theme', 'Loud'))).toContain('cursor'),
      },
    ],
    refused: [
      { ask: { name: ' ' }, says: /has a name/ },
      { ask: { theme: 'Nowhere', name: 'x' }, says: /not in this library/ },
      { ask: { name: 'Loud', copy: 'Nowhere' }, says: /no theme Nowhere/ },
    ],
  },
  setThemeStyle: {
    cases: [
      {
        given: did('putTheme', { name: 'Quiet' }),
        ask: () => ({
          theme: 'Quiet',
          element: 'link',
          state: 'hover',
          text: 'color: {color.text.quiet}; cursor: help',
        }),
        then: (now) =>
          expect(Object.values(named(now, 'theme', 'Quiet').entries)).toMatchObject([
            {
              part: 'link',
              when: [{ kind: 'state', state: 'hover' }],
              declarations: [
                ['color', { token: { path: 'color.text.quiet' } }],
                ['cursor', { raw: 'help' }],
              ],
            },
          ]),
      },
      {
        given: theme(),
        ask: () => ({ theme: 'Quiet', element: 'button', state: null, text: '' }),
        then: (now) => expect(named(now, 'theme', 'Quiet').entries).toEqual({}),
      },
    ],
    refused: [
      { ask: { theme: 'Nowhere', element: 'link', state: null, text: '' }, says: /not in this library/ },
    ],
  },
  removeTheme: {
    cases: [
      {
        given: theme('button'),
        ask: () => ({ theme: 'Quiet' }),
        then: (now) => {
          expect(itemsOf(now.own.items, 'theme')).toEqual([]);
          expect(component(now, 'button').theme).toBeUndefined();
        },
      },
    ],
    refused: [{ ask: { theme: 'Nowhere' }, says: /not in this library/ }],
  },
  applyTheme: {
    cases: [
      {
        given: theme(),
        ask: () => ({ theme: 'Quiet', components: ['button', 'badge'] }),
        then: (now) =>
          expect([component(now, 'button'), component(now, 'badge')]).toMatchObject([
            { theme: { path: 'Quiet' } },
            { theme: { path: 'Quiet' } },
          ]),
      },
      {
        given: theme('button'),
        ask: () => ({ theme: null, components: ['button'] }),
        then: (now) => expect(component(now, 'button').theme).toBeUndefined(),
      },
    ],
    refused: [
      { ask: { theme: 'Nowhere', components: ['button'] }, says: /no theme Nowhere/ },
      { ask: { theme: null, components: [] }, says: /No component is chosen/ },
      { ask: { theme: null, components: ['nothing'] }, says: /not in this library/ },
    ],
  },
  setPartElement: {
    cases: [
      {
        ask: () => ({ component: 'button', part: 'root', element: 'link' }),
        then: (now) =>
          expect(Object.values(component(now, 'button').parts)).toContainEqual(
            expect.objectContaining({ name: 'root', element: 'link' }),
          ),
      },
    ],
    refused: [
      { ask: { component: 'nothing', part: 'root', element: null }, says: /not in this library/ },
      { ask: { component: 'button', part: 'nose', element: null }, says: /no part nose/ },
      { ask: { component: 'button', part: 'root', element: 'nose' }, says: /no style for nose/ },
    ],
  },
  unlink: {
    cases: [
      {
        given: did('startComponent', { name: 'chip', from: 'badge', linked: true }),
        ask: () => ({ component: 'chip' }),
        then: (now) =>
          expect([component(now, 'chip').variationOf, props(now, 'chip')]).toEqual([
            null,
            props(now, 'badge'),
          ]),
      },
    ],
    refused: [{ ask: { component: 'badge' }, says: /varies nothing/ }],
  },
  setExclusion: {
    cases: [
      {
        ask: () => ({ component: 'button', id: null, when: 'tone is danger and wide', why: 'Too loud' }),
        then: (now, before) =>
          expect(Object.keys(component(now, 'button').excluded ?? {})).toHaveLength(
            Object.keys(component(before, 'button').excluded ?? {}).length + 1,
          ),
      },
    ],
    refused: [
      { ask: { component: 'button', id: null, when: '', why: '' }, says: /needs a condition/ },
      {
        ask: { component: 'toast', id: null, when: 'tone is plain', why: '' },
        says: /no combination at all|./,
      },
    ].slice(0, 1),
  },
  setSlot: {
    cases: [
      {
        ask: () => ({ component: 'button', prop: 'icon', accepts: ['icon'], most: 2, holds: [] }),
        then: (now) =>
          expect(ordered(component(now, 'button').props).find(({ name }) => name === 'icon')?.most).toBe(2),
      },
    ],
    refused: [
      { ask: { component: 'button', prop: 'label', accepts: [], most: null, holds: [] }, says: /is no slot/ },
      {
        ask: { component: 'button', prop: 'icon', accepts: [], most: 0, holds: [] },
        says: /one piece or more/,
      },
      {
        ask: { component: 'button', prop: 'icon', accepts: ['nowhere'], most: null, holds: [] },
        says: /no component nowhere/,
      },
    ],
  },
  setPart: {
    cases: [
      {
        ask: () => ({ component: 'badge', part: 'label', shows: 'text', description: 'One word' }),
        then: (now) => expect(JSON.stringify(component(now, 'badge').parts)).toContain('One word'),
      },
    ],
    refused: [
      {
        ask: { component: 'badge', part: 'label', shows: 'sound', description: '' },
        says: /text, an icon or nothing/,
      },
    ],
  },
  setAdjustable: {
    cases: [
      {
        ask: () => ({ component: 'badge', part: 'root', property: 'width', on: true }),
        then: (now) => expect(JSON.stringify(component(now, 'badge').parts)).toContain('width'),
      },
    ],
    refused: [],
  },
  setGuard: {
    cases: [
      {
        ask: () => ({
          component: 'badge',
          id: null,
          guard: {
            when: '',
            part: 'root',
            property: 'position',
            value: 'static',
            note: 'Why',
            under: {},
          } as never,
        }),
        then: (now) => expect(JSON.stringify(component(now, 'badge').guards)).toContain('position'),
      },
    ],
    refused: [
      {
        ask: {
          component: 'badge',
          id: null,
          guard: { when: '', part: 'root', property: 'no way', value: '1', note: '', under: {} } as never,
        },
        says: /not a CSS property/,
      },
      {
        ask: {
          component: 'badge',
          id: null,
          guard: { when: '', part: 'root', property: 'position', value: ' ', note: '', under: {} } as never,
        },
        says: /needs a value/,
      },
    ],
  },
  setDataTable: {
    cases: [
      {
        ask: () => ({
          component: 'departure-table',
          id: null,
          table: { name: 'Two', fills: 'rows', text: 'time,to\n09:40,Skerry\n10:00,Tor' },
        }),
        then: (now) =>
          expect(Object.values(component(now, 'departure-table').data ?? {}).at(-1)).toMatchObject({
            name: 'Two',
            fills: 'rows',
            columns: ['time', 'to'],
            rows: [
              ['09:40', 'Skerry'],
              ['10:00', 'Tor'],
            ],
          }),
      },
      {
        ask: (of) => ({
          component: 'departure-table',
          id: Object.keys(component(of, 'departure-table').data!)[0]!,
          table: { name: 'Evening', fills: null, text: '[{"title": "Evening"}]' },
        }),
        then: (now, before) => {
          const [table] = Object.values(component(now, 'departure-table').data!);
          expect(table).toMatchObject({ name: 'Evening', fills: null, rows: [['Evening']] });
          expect(table!.order).toBe(Object.values(component(before, 'departure-table').data!)[0]!.order);
        },
      },
    ],
    refused: [
      { ask: { component: 'badge', id: null, table: { name: ' ', fills: null, text: 'label\nA' } }, says: /has a name/ },
      { ask: { component: 'badge', id: null, table: { name: 'A', fills: 'rows', text: 'label\nA' } }, says: /no slot or part rows/ },
      { ask: { component: 'badge', id: null, table: { name: 'A', fills: null, text: 'label' } }, says: /no row/ },
      { ask: { component: 'departure-table', id: null, table: { name: 'Morning sailings', fills: null, text: 'title\nA' } }, says: /already/ },
      { ask: { component: 'badge', id: 'data_none', table: { name: 'A', fills: null, text: 'label\nA' } }, says: /not in this library/ },
    ],
  }, // prettier-ignore
  takeFromCode: {
    cases: [
      {
        given: did('compareWithCode', {
          component: 'badge',
          file: 'badge.tsx',
          props: [
            { name: 'status', kind: 'choice', values: ['onTime', 'boarding', 'delayed', 'cancelled', 'sunk'] },
            { name: 'label', kind: 'text', values: [] },
            { name: 'isLoud', kind: 'flag', values: [] },
          ],
        } as never),
        ask: () => ({ component: 'badge', prop: 'status' }),
        then: (now) =>
          expect(Object.values(component(now, 'badge').props).find(({ name }) => name === 'status')!.values).toEqual(
            ['on-time', 'boarding', 'delayed', 'cancelled', 'sunk'],
          ),
      },
      {
        given: did('compareWithCode', {
          component: 'badge',
          file: 'badge.tsx',
          props: [{ name: 'isLoud', kind: 'flag', values: [] }],
        } as never),
        ask: () => ({ component: 'badge', prop: 'is-loud' }),
        then: (now, before) => expect(props(now, 'badge')).toEqual([...props(before, 'badge'), 'is-loud']),
      },
    ],
    refused: [{ ask: { component: 'badge', prop: 'status' }, says: /is the same/ }],
  }, // prettier-ignore
  removeDataTable: {
    cases: [
      {
        ask: (of) => ({
          component: 'departure-table',
          id: Object.keys(component(of, 'departure-table').data!)[0]!,
        }),
        then: (now) => expect(component(now, 'departure-table').data).toEqual({}),
      },
    ],
    refused: [{ ask: { component: 'badge', id: 'data_none' }, says: /not in this library/ }],
  },
  addSlotProps: {
    cases: [
      {
        ask: () => ({
          component: 'badge',
          slots: [
            { name: 'note', kind: 'text' as const },
            { name: 'sign', kind: 'slot' as const },
          ],
        }),
        then: (now, before) =>
          expect(props(now, 'badge')).toEqual([...props(before, 'badge'), 'note', 'sign']),
      },
    ],
    refused: [
      { ask: { component: 'badge', slots: [] }, says: /No slot is named/ },
      { ask: { component: 'badge', slots: [{ name: 'No!', kind: 'text' }] }, says: /not a name/ },
      { ask: { component: 'badge', slots: [{ name: 'label', kind: 'text' }] }, says: /already/ },
      { ask: { component: 'badge', slots: [{ name: 'a', kind: 'text' }, { name: 'a', kind: 'slot' }] }, says: /already/ },
    ],
  }, // prettier-ignore
  removeGuard: {
    cases: [
      {
        ask: (of) => ({ component: 'button', id: Object.keys(component(of, 'button').guards!)[0]! }),
        then: (now, before) =>
          expect(Object.keys(component(now, 'button').guards ?? {})).toHaveLength(
            Object.keys(component(before, 'button').guards!).length - 1,
          ),
      },
    ],
    refused: [],
  },
  describeComponent: {
    cases: [
      {
        ask: () => ({ component: 'badge', text: 'A word on a sailing.' }),
        then: (now) => expect(component(now, 'badge').description).toBe('A word on a sailing.'),
      },
    ],
    refused: [{ ask: { component: 'nowhere', text: 'x' }, says: /nowhere/ }],
  },
  rankComponents: {
    cases: [
      {
        ask: () => ({ names: ['badge', 'button'], rank: 'small' }),
        then: (now) => expect(component(now, 'badge').rank).toBe(named(now, 'rank', 'small').id),
      },
    ],
    refused: [{ ask: { names: ['badge'], rank: 'x'.repeat(400) }, says: /not a name for a rank/ }],
  },
  renameRank: {
    cases: [
      {
        given: did('rankComponents', { names: ['badge'], rank: 'small' }),
        ask: () => ({ rank: 'small', name: 'tiny' }),
        then: (now) => expect(named(now, 'rank', 'tiny')).toBeDefined(),
      },
    ],
    refused: [
      {
        given: did('rankComponents', { names: ['badge'], rank: 'small' }),
        ask: { rank: 'small', name: ' ' },
        says: /has a name/,
      },
    ],
  },
  groupComponents: {
    cases: [
      {
        given: after(
          did('rankComponents', { names: ['notice'], rank: 'small' }),
          did('startComponent', { name: 'notice-row' }),
        ),
        ask: () => ({}),
        then: (now) => expect(component(now, 'notice-row').rank).toBe(named(now, 'rank', 'small').id),
      },
    ],
    refused: [],
  },
  setComponentLifecycle: {
    cases: [
      {
        ask: () => ({ names: ['badge'], deprecation: { reason: 'Old', replacement: 'notice' } }),
        then: (now) => expect(component(now, 'badge').deprecation).toMatchObject({ reason: 'Old' }),
      },
      {
        ask: () => ({ names: ['badge'], visibility: 'internal' }),
        then: (now) => expect(component(now, 'badge').visibility).toBe('internal'),
      },
    ],
    refused: [
      {
        ask: { names: ['badge'], deprecation: { reason: '', replacement: 'badge' } },
        says: /cannot be replaced by itself/,
      },
      {
        ask: { names: ['badge'], deprecation: { reason: '', replacement: 'nowhere' } },
        says: /no component nowhere/,
      },
    ],
  },
  renamePart: {
    cases: [
      {
        // Whatever spoke of the part speaks of it under its new name, and the component looks and says the same.
        ask: () => ({ component: 'button', part: 'label', to: 'words' }),
        then: (now, before) => {
          const [is, was] = [component(now, 'button'), component(before, 'button')];
          expect(JSON.stringify(is).replaceAll('words', 'label')).toBe(JSON.stringify(was));
          expect(JSON.stringify(is)).not.toMatch(/"part":"label"|part=\\"label\\"/);
          expect(now.componentFindings().length).toBe(before.componentFindings().length);
        },
      },
    ],
    refused: [
      { ask: { component: 'button', part: 'root', to: 'shell' }, says: /root keeps its name/ },
      { ask: { component: 'button', part: 'label', to: 'root' }, says: /There is a part root already/ },
      { ask: { component: 'button', part: 'label', to: 'No Name' }, says: /is not a name of a part/ },
      { ask: { component: 'button', part: 'none', to: 'words' }, says: /none of button/ },
    ],
  },
  removePart: {
    cases: [
      {
        ask: () => ({ component: 'button', part: 'icon' }),
        then: (now) => {
          const is = component(now, 'button');
          expect(JSON.stringify(is)).not.toMatch(/"part":"icon"|part=\\"icon\\"|"name":"icon","shows"/);
          expect(is.template).toContain('part="label"');
          expect(now.findingsOf(is).filter(({ level }) => level === 'error')).toEqual([]);
        },
      },
    ],
    refused: [
      { ask: { component: 'button', part: 'root' }, says: /root cannot be removed/ },
      { ask: { component: 'button', part: 'none' }, says: /none of button/ },
    ],
  },
  removeComponents: {
    cases: [
      {
        given: did('startComponent', { name: 'pier-sign' }),
        ask: () => ({ names: ['pier-sign'] }),
        then: (now) => expect(component(now, 'pier-sign')).toBeUndefined(),
      },
      {
        // Whatever held the one holds the other, in slots and guides.
        ask: () => ({ names: ['icon'], replacement: 'badge' }),
        then: (now, before) => {
          const uses = (of: OpenLibrary, name: string) => of.reach().direct(component(of, name).id).length;
          expect(component(now, 'icon')).toBeUndefined();
          expect(uses(now, 'badge')).toBe(uses(before, 'badge') + uses(before, 'icon'));
        },
      },
      {
        // A slot that names it by its name alone leads there all the same.
        given: (library) => {
          const holder = component(library, 'fare-card');
          const [id, slot] = Object.entries(holder.props).find(([, { kind }]) => kind === 'slot')!;
          const piece = { component: { path: 'icon' }, props: {}, passed: {} };
          const edits = [setField(holder, `props/${id}`, { ...slot, holds: [piece] })];
          return done(library, { label: 'x', edits });
        },
        ask: () => ({ names: ['icon'], replacement: 'badge' }),
        then: (now) =>
          expect(
            Object.values(component(now, 'fare-card').props).flatMap(({ holds }) => holds ?? []),
          ).toContainEqual(
            expect.objectContaining({ component: { id: component(now, 'badge').id, path: 'badge' } }),
          ),
      },
      {
        ask: () => ({ names: ['icon'], leave: true }),
        then: (now) => expect(component(now, 'icon')).toBeUndefined(),
      },
    ],
    refused: [
      { ask: { names: ['icon'] }, says: /icon is used in/ },
      { ask: { names: ['icon'], replacement: 'icon' }, says: /removed too/ },
      { ask: { names: ['icon'], replacement: 'nothing' }, says: /no component nothing/ },
    ],
  },
  renameComponent: {
    cases: [
      {
        ask: () => ({ component: 'badge', name: 'tag' }),
        then: (now, before) => expect(component(now, 'tag').id).toBe(component(before, 'badge').id),
      },
    ],
    refused: [{ ask: { component: 'badge', name: 'button' }, says: /button already/ }],
  },
  addGuide: {
    cases: [
      {
        ask: () => ({ title: 'Pier signs', component: 'badge' }),
        then: (now) => expect(named(now, 'guide', 'pier-signs')).toBeDefined(),
      },
    ],
    refused: [
      { ask: { title: ' ' }, says: /needs a title/ },
      { ask: { title: 'Buttons' }, says: /guide at buttons already/ },
      { ask: { title: 'Signs', component: 'nowhere' }, says: /no component nowhere/ },
    ],
  },
  addBlock: {
    cases: [
      {
        ask: () => ({ guide: 'buttons', block: { kind: 'text', fields: { markdown: 'One more.' } } }),
        then: (now, before) =>
          expect(ordered(guide(now).blocks)).toHaveLength(ordered(guide(before).blocks).length + 1),
      },
    ],
    refused: [
      { ask: { guide: 'nowhere', block: { kind: 'text', fields: { markdown: 'x' } } }, says: /nowhere/ },
    ],
  },
  moveBlock: {
    cases: [
      {
        ask: (of) => ({ guide: 'buttons', block: block(of, 1).id, to: 0 }),
        then: (now, before) => expect(block(now, 0).id).toBe(block(before, 1).id),
      },
    ],
    refused: [{ ask: { guide: 'buttons', block: 'none', to: 0 }, says: /no longer there/ }],
  },
  setBlockText: {
    cases: [
      {
        ask: (of) => ({
          guide: 'buttons',
          block: ordered(guide(of).blocks).find(({ kind }) => kind === 'text')!.id,
          text: 'Said anew.',
        }),
        then: (now) => expect(JSON.stringify(guide(now).blocks)).toContain('Said anew.'),
      },
    ],
    refused: [{ ask: { guide: 'buttons', block: 'none', text: '' }, says: /no longer there/ }],
  },
  removeBlock: {
    cases: [
      {
        ask: (of) => ({ guide: 'buttons', block: block(of, 0).id }),
        then: (now, before) => expect(block(now, 0).id).toBe(block(before, 1).id),
      },
    ],
    refused: [{ ask: { guide: 'buttons', block: 'none' }, says: /no longer there/ }],
  },
  putStyleSheets: {
    cases: [
      {
        ask: () => ({ sheets: [{ name: 'base.css', css: 'p { margin: 0 }' }] }),
        then: (now) => expect(named(now, 'styleSheet', 'base.css')).toBeDefined(),
      },
    ],
    refused: [{ ask: { sheets: [{ name: '../x y', css: '' }] }, says: /not a name for a style sheet/ }],
  },
  removeStyleSheet: {
    cases: [
      {
        given: did('putStyleSheets', { sheets: [{ name: 'base.css', css: 'p { margin: 0 }' }] }),
        ask: () => ({ name: 'base.css' }),
        then: (now) => expect(named(now, 'styleSheet', 'base.css')).toBeUndefined(),
      },
    ],
    refused: [
      {
        given: did('putStyleSheets', {
          sheets: [
            { name: 'base.css', css: ':root { --quay: 1px }' },
            { name: 'more.css', css: 'p { margin: var(--quay) }' },
          ],
        }),
        ask: { name: 'base.css' },
        says: /Properties that only base\.css sets are used by 1 item/,
      },
    ],
  },
  addIconComponent: {
    cases: [
      {
        given: did('addAssets', { files: [svg('anchor'), svg('buoy')] } as never),
        ask: () => ({ name: 'sign', icons: ['anchor', 'buoy'] }),
        then: (now) => {
          const made = component(now, 'sign');
          expect(props(now, 'sign')).toEqual(['icon', 'label', 'drawing']);
          const drawn = (icon: string) => renderNested(made, now.items, { props: { icon } });
          expect(drawn('buoy')).toContain(named(now, 'asset', 'buoy').files[Object.keys(named(now, 'asset', 'buoy').files)[0]!]!.svg!.replace(/^<svg[^>]*>/, ''));
          expect(drawn('anchor')).toContain('data-icon="anchor"');
          // What it can show is used by it, and goes along into a release.
          expect(now.reach().direct(named(now, 'asset', 'buoy').id).map(({ by }) => by)).toContain(made.id);
        },
      },
    ],
    refused: [
      { ask: { name: 'sign', icons: [] }, says: /No icon is chosen/ },
      { ask: { name: 'sign', icons: ['nowhere'] }, says: /There is no icon nowhere/ },
      { ask: { name: 'badge', icons: ['boat'] }, says: /already/ },
    ],
  }, // prettier-ignore
  addAssets: {
    cases: [
      {
        ask: () => ({ files: [svg('anchor')] }) as never,
        then: (now) => expect(named(now, 'asset', 'anchor')).toBeDefined(),
      },
    ],
    refused: [
      { ask: { files: [svg('Big Anchor')] } as never, says: /not a name for an asset/ },
      { ask: { files: [svg('anchor')], brand: 'nowhere' } as never, says: /no context nowhere/ },
    ],
  },
  renameAsset: {
    cases: [
      {
        given: did('addAssets', { files: [svg('anchor')] } as never),
        ask: () => ({ asset: 'anchor', name: 'mooring' }),
        then: (now) =>
          expect([named(now, 'asset', 'mooring') !== undefined, named(now, 'asset', 'anchor')]).toEqual([
            true,
            undefined,
          ]),
      },
      {
        // A component that chooses among icons has it by the new name.
        given: after(
          did('addAssets', { files: [svg('anchor'), svg('buoy')] } as never),
          did('addIconComponent', { name: 'sign', icons: ['anchor', 'buoy'] }),
        ),
        ask: () => ({ asset: 'anchor', name: 'mooring' }),
        then: (now) => {
          const [icon] = Object.values(component(now, 'sign').props);
          expect([icon!.values, icon!.default]).toEqual([['mooring', 'buoy'], 'mooring']);
        },
      },
      {
        // So have its template, and the pieces of other components.
        given: after(
          did('addAssets', { files: [svg('anchor'), svg('buoy')] } as never),
          did('addIconComponent', { name: 'sign', icons: ['anchor', 'buoy'] }),
          (document) => {
            const sign = component(document, 'sign');
            const [prop] = Object.values(sign.props).filter(({ kind }) => kind === 'choice');
            const badge = component(document, 'badge');
            const table = { order: 'a0', name: 'rows', fills: null, columns: [prop!.name, 'note'], rows: [['anchor', 'anchor'], ['buoy', '']] }; // prettier-ignore
            const slot = { order: 'z', name: 'mark', kind: 'slot' as const, values: [], default: '', description: '', holds: [{ component: { id: sign.id, path: 'sign' }, props: { [prop!.name]: 'anchor' }, passed: {} }] }; // prettier-ignore
            return done(document, {
              label: 'x',
              edits: [
                setField(
                  sign,
                  'template',
                  `<b part="root"><i when="${prop!.name} is buoy or anchor">anchor</i></b>`,
                ),
                setField(badge, 'props/prop_mark', slot),
                setField(sign, 'data/table_own', table),
                setField(badge, 'data/table_slot', { ...table, fills: 'mark' }),
                setField(badge, 'data/table_other', table),
              ],
            });
          },
        ),
        ask: () => ({ asset: 'anchor', name: 'mooring' }),
        then: (now) => {
          expect(component(now, 'sign').template).toMatch(/<i when="\w+ is buoy or mooring">anchor<\/i>/);
          const badge = component(now, 'badge');
          expect(Object.values(badge.props.prop_mark!.holds![0]!.props)).toEqual(['mooring']);
          const renamed = [
            ['mooring', 'anchor'],
            ['buoy', ''],
          ];
          expect(component(now, 'sign').data!.table_own!.rows).toEqual(renamed);
          expect(badge.data!.table_slot!.rows).toEqual(renamed);
          // The badge has no such choice itself.
          expect(badge.data!.table_other!.rows[0]).toEqual(['anchor', 'anchor']);
        },
      },
    ],
    refused: [
      {
        given: did('addAssets', { files: [svg('anchor'), svg('buoy')] } as never),
        ask: { asset: 'anchor', name: 'buoy' },
        says: /asset buoy already/,
      },
    ],
  },
  removeAssetFile: {
    cases: [
      {
        given: did('addAssets', { files: [svg('anchor')] } as never),
        ask: (of) => ({ asset: 'anchor', file: Object.keys(named(of, 'asset', 'anchor').files)[0]! }),
        then: (now) => expect(named(now, 'asset', 'anchor')).toBeUndefined(),
      },
    ],
    refused: [],
  },
  replaceAsset: {
    cases: [],
    refused: [{ ask: { from: 'nowhere', to: 'elsewhere' }, says: /no asset/ }],
  },
};

/** Commands whose inputs are whole files or measured drawings: each has a test file of its own. */
const ELSEWHERE: Readonly<Record<string, string>> = {
  applyRecipe: 'src/editing/commands.test.ts',
  forgetRecipe: 'src/editing/commands.test.ts',
  makeScheme: 'src/editing/commands.test.ts',
  importTokens: 'src/editing/commands.test.ts',
  startFromMarkup: 'src/core/components/from-markup.test.ts',
  startFromCode: 'src/core/components/source/source.test.ts',
  compareWithCode: 'src/editing/components/commands/component-plans.test.ts',
  extractValue: 'src/editing/tokens/commands/tiers-stay.test.ts',
  recordGuards: 'src/editing/components/commands/component-plans.test.ts',
  setBehaviour: 'src/editing/components/commands/component-plans.test.ts',
  removeBehaviour: 'src/editing/components/commands/component-plans.test.ts',
  swapNested: 'src/editing/components/commands/component-plans.test.ts',
};

const released = demo();
const library = opened(released);
const cases = Object.entries(TABLE).flatMap(([name, { cases: own }]) =>
  (own as Case<Name>[]).map((one, i): [string, Name, Case<Name>] => [`${name} ${i + 1}`, name as Name, one]),
);
const refusals = Object.entries(TABLE).flatMap(([name, { refused }]) =>
  (refused as Refusal<Name>[]).map((one): [string, Name, Refusal<Name>] => [
    `${name}: ${one.says.source}`,
    name as Name,
    one,
  ]),
);

test('every command stands in the table, or is said to be tested elsewhere', () => {
  expect([...Object.keys(TABLE), ...Object.keys(ELSEWHERE)].sort()).toEqual(
    Object.keys(LIBRARY_COMMANDS).sort(),
  );
});

test.each(cases)('%s does what it says, leaves sound items, and is undone whole', (_, name, one) => {
  const before = after(...(one.given ? [one.given] : []))(library);
  const command = run(before, name, one.ask(before));
  if ('problem' in command) throw new Error(`${command.problem}. ${command.fix}`);
  expect(command.label).toMatch(/^[A-Z]/);
  const applied = applyChangeSet(before.own, command);
  if ('clashes' in applied) throw new Error(applied.clashes[0]!.message);
  for (const id of applied.touched) {
    const item = applied.document.items.get(id);
    expect(item ? schemaProblems(item) : []).toEqual([]);
  }
  one.then(done(before, command), before);
  const undone = applyChangeSet(applied.document, { edits: invertEdits(command.edits) });
  if ('clashes' in undone) throw new Error(undone.clashes[0]!.message);
  expect(undone.document).toEqual(before.own);
  // Taken back while nothing else changed, it breaks nothing either.
  expect(
    brokenInvariants({
      before: applied.document.items,
      after: undone.document.items,
      touched: undone.touched,
      inherited: [],
    }),
  ).toEqual([]);
});

test.each(refusals)('%s', (_, name, one) => {
  const before = one.given?.(library) ?? library;
  const command = run(before, name, typeof one.ask === 'function' ? one.ask(before) : one.ask);
  if (!('problem' in command)) throw new Error(`${name} was not refused: ${command.label}`);
  expect(`${command.problem}. ${command.fix}`).toMatch(one.says);
  // Both sentences are there, and neither speaks of the inside of the program.
  expect(command.fix.length).toBeGreaterThan(5);
  expect(`${command.problem} ${command.fix}`).not.toMatch(/undefined|\[object|TypeError|null/);
});
