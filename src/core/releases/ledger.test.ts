import type { AssetItem } from '../assets/asset';
import type { ComponentDefinition, StyleRule } from '../components/definition';
import { itemsOf, type Item } from '../document/item';
import { demo, opened } from '@/testing/library';
import { unmetNeeds } from './closure';
import { bumpOf, composeRelease, ledgerOf, type LibraryState } from './ledger';

const released = demo();
const library = opened(released);
const state = (items: Iterable<Item>): LibraryState => ({
  items: new Map([...items].map((item) => [item.id, item])),
  resolution: library.resolution,
});
const button = itemsOf(released.items, 'component').find(({ name }) => name === 'button')!;
const guide = itemsOf(released.items, 'guide')[0]!;
const font: AssetItem = {
  id: 'asset_1', kind: 'asset', role: 'font', name: 'Tern Sans', order: 'a0',
  files: { file_1: { order: 'a0', file: 'tern.woff2', mediaType: 'font/woff2', hash: '1'.repeat(64), size: 10, context: null, font: null } },
}; // prettier-ignore
const base = [...released.items.values(), font];

/** What the ledger says of one item that changed its name or kind (null: was not there, or is gone). */
function told(before: Item | null, after: Item | null): [kind: string, impact: string, why: string][] {
  const id = (before ?? after)!.id;
  const rest = base.filter((item) => item.id !== id);
  const entries = ledgerOf(state(before ? [...rest, before] : rest), state(after ? [...rest, after] : rest));
  expect(entries.map(({ item }) => item)).toEqual([id]);
  const [entry] = entries;
  // An entry is as grave as the gravest of its changes, and so is what is to be released.
  const weight = ['patch', 'minor', 'major'];
  const gravest = weight[Math.max(...entry!.changes.map(({ impact }) => weight.indexOf(impact)))];
  expect([entry!.impact, bumpOf(entries)]).toEqual([gravest, gravest]);
  return entry!.changes.map(({ kind, impact, why }) => [kind, impact, why]);
}

const [propId, tone] = Object.entries(button.props).find(([, { kind }]) => kind === 'choice')!;
const [ruleId, rule] = Object.entries(button.entries).find(
  (entry): entry is [string, StyleRule] => entry[1].kind === 'rule' && entry[1].when.length === 0,
)!;
const [partId] = Object.entries(button.parts).find(([, { name }]) => name !== 'root')!;
const without = <T>(record: Record<string, T>, id: string) =>
  Object.fromEntries(Object.entries(record).filter(([other]) => other !== id));
const withProp = (change: object): ComponentDefinition => ({
  ...button,
  props: { ...button.props, [propId]: { ...tone, ...change } },
});
const withRule = (change: Partial<StyleRule>): ComponentDefinition => ({
  ...button,
  entries: { ...button.entries, [ruleId]: { ...rule, ...change } },
});
const declaring = (property: string, raw: string) =>
  rule.declarations.map(([name, value]): StyleRule['declarations'][number] =>
    name === property ? [name, { raw }] : [name, value],
  );
const kept = (css: string) => ({ ...button, entries: { ...button.entries, entry_kept: { order: 'z', kind: 'kept' as const, css } } }); // prettier-ignore

// MODEL, "Severities": what each kind of change costs those who use the library.
const CASES: [what: string, before: Item | null, after: Item | null, kind: string, impact: string, why: RegExp][] = [
  ['a component comes', null, button, 'added', 'minor', /A component was added/],
  ['a component goes', button, null, 'removed', 'major', /A component was removed/],
  ['a component is renamed', button, { ...button, name: 'press' }, 'renamed', 'major', /renamed/],
  ['a prop comes', { ...button, props: without(button.props, propId) }, button, 'prop', 'minor', /was added/],
  ['a prop goes', button, { ...button, props: without(button.props, propId) }, 'prop', 'major', /was removed/],
  ['a prop becomes another', button, withProp({ kind: 'text' }), 'prop', 'major', /changed its name or kind/],
  ['a value comes', button, withProp({ values: [...tone.values, 'notice'] }), 'prop', 'minor', /can also be notice/],
  ['a value goes', button, withProp({ values: tone.values.slice(0, -1) }), 'prop', 'major', /can no longer be/],
  ['a default changes', button, withProp({ default: tone.values.at(-1) }), 'prop', 'minor', /default/],
  ['a prop is described', button, withProp({ description: 'New words.' }), 'described', 'patch', /description of/],
  ['a part goes', button, { ...button, parts: without(button.parts, partId) }, 'part', 'major', /was removed/],
  ['a colour changes', button, withRule({ declarations: declaring('color', 'red') }), 'rule', 'minor', /color of root changed$/],
  ['what stands around it moves', button, withRule({ declarations: declaring('display', 'block') }), 'rule', 'major', /moves what stands around/],
  ['a rule is annotated', button, withRule({ comment: 'Why.' }), 'rule', 'patch', /moved or annotated/],
  ['kept CSS changes', kept('a{}'), kept('b{}'), 'rule', 'minor', /passed-through CSS/],
  ['the template changes', button, { ...button, template: button.template.replace('<span', '<span lang="en"') }, 'template', 'minor', /template/],
  ['a component is described', button, { ...button, description: 'New words.' }, 'described', 'patch', /description changed/],
  ['it is kept internal', button, { ...button, visibility: 'internal' }, 'visibility', 'major', /[Nn]o longer included in releases/],
  ['it is deprecated', button, { ...button, deprecation: { reason: 'Use press', replacement: null } }, 'deprecated', 'minor', /Deprecated/],
  ['only its place changes', button, { ...button, order: 'zz' }, 'arranged', 'patch', /place or order/],
  ['a guide comes', null, guide, 'added', 'minor', /A guide was added/],
  ['a guide goes', guide, null, 'removed', 'patch', /A guide was removed/],
  ['a guide is retitled', guide, { ...guide, title: 'Pressing' }, 'described', 'patch', /title/],
  ['a block is removed', guide, { ...guide, blocks: without(guide.blocks, Object.keys(guide.blocks)[0]!) }, 'described', 'patch', /1 removed/],
  ['a font comes', null, font, 'added', 'minor', /An asset was added/],
  ['a font goes', font, null, 'removed', 'major', /An asset was removed/],
  ['a font is renamed', font, { ...font, name: 'Tern' }, 'renamed', 'major', /font was renamed/],
  ['a font file goes', { ...font, files: { ...font.files, file_2: { ...font.files.file_1!, hash: '2'.repeat(64), file: 'b.woff2' } } }, font, 'file', 'major', /b\.woff2 was removed/],
  ['a font file comes', font, { ...font, files: { ...font.files, file_2: { ...font.files.file_1!, hash: '2'.repeat(64), file: 'b.woff2' } } }, 'file', 'minor', /b\.woff2 was added/],
]; // prettier-ignore

test.each(CASES)('%s', (_what, before, after, kind, impact, why) => {
  expect(told(before, after)).toContainEqual([kind, impact, expect.stringMatching(why)]);
});

test('nothing changed is nothing told; a first release is made of additions alone', () => {
  expect(ledgerOf(state(base), state(base))).toEqual([]);
  const first = ledgerOf(undefined, state(base));
  expect(new Set(first.map(({ impact }) => impact))).not.toContain('major');
  expect(first.find(({ item }) => item === button.id)!.changes[0]!.kind).toBe('added');
});

test('a release leaves out what it is told to: that stands as it last stood, or is not there', () => {
  const last = new Map<string, Item>([[button.id, button], [guide.id, guide]]); // prettier-ignore
  const changed = { ...button, description: 'New words.' };
  const draft = new Map<string, Item>([[button.id, changed], [font.id, font]]); // prettier-ignore
  const all = composeRelease(last, draft, new Set());
  expect([...all.values()]).toEqual([changed, font]);
  const held = composeRelease(last, draft, new Set([button.id, font.id, guide.id]));
  expect(held).toEqual(last);
});

test('what a release needs and leaves out is told by name; what is not in the draft either is no need of it', () => {
  const draft = released.items;
  const rule = Object.values(button.entries).flatMap((entry) =>
    entry.kind === 'rule' ? entry.declarations.map(([, value]) => value) : [],
  );
  const [token] = rule.flatMap((value) => ('token' in value && value.token.id ? [value.token.id] : []));
  const release = new Map(draft);
  release.delete(token!);
  const unmet = unmetNeeds(release, draft).filter(({ item }) => item === button.id);
  expect(unmet.map(({ needs }) => needs)).toEqual([token]);
  expect(unmet[0]!.message).toMatch(
    /^The component button needs the token .+, which is excluded from the release$/,
  );
  expect(unmetNeeds(draft, draft)).toEqual([]);
  expect(unmetNeeds(release, release)).toEqual([]);
});
