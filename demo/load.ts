import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import type { Knex } from 'knex';
import { addItem, setField, type Edit } from '@/core/document/edits';
import { itemsOf, type Item, type Items } from '@/core/document/item';
import type { TokenItem } from '@/core/tokens/items';
import { libraryTree } from '@/core/tokens/token-tree';
import type { Actor } from '@/server/access/authorise';
import { perform as performNow } from '@/server/perform';
import { loadSource, runJobs } from './source';

/**
 * The demo workspace: everything invented. The files beside this one are brought in through the same use cases a
 * person's own files go through; the edits and releases are made the same way.
 */
const PEOPLE = [
  ['Marit Fenwick', 'Leads the design system', [['Design system', 'owner']]],
  ['Osei Larkham', 'Maintains tokens and components', [['Design system', 'maintainer']]],
  ['Ines Holloway', 'Brand contributor for the fast boats, and keeps the apps', [['Design system', 'contributor'], ['Apps', 'maintainer']]],
  ['Tam Birkett', 'Designs the booking site', [['Booking', 'maintainer']]],
  ['Runa Eskdale', 'Engineer on the booking site and the freight desk', [['Booking', 'contributor'], ['Design system', 'viewer'], ['Freight', 'maintainer']]],
  ['Jory Pell', 'Runs the kiosks on the piers', [['Piers', 'maintainer']]],
  ['Bram Sallow', 'Sponsor', [['Design system', 'viewer']]],
  ['Nell Quayle', 'New here', []],
] as const;

/** The story begins on a day in April 2026; each thing done takes an hour, and the story goes on where it says. */
let clock = Date.parse('2026-04-07T09:00:00Z');
const on = (day: string) => (clock = Date.parse(`${day}T09:00:00Z`));
const perform = (knex: Knex, id: string, actor: Actor, input: unknown) =>
  performNow(knex, id, actor, input, () => new Date((clock += 3_600_000)).toISOString());

export async function loadDemo(knex: Knex, folder: string): Promise<void> {
  let count = 0;
  const id = () => `change-demo-${++count}`;
  const files = (name: string) =>
    readdirSync(path.join(folder, name), { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile())
      .map((entry) => path.relative(path.join(folder, name), path.join(entry.parentPath, entry.name)))
      .sort()
      .map((file) => ({ name: file, text: readFileSync(path.join(folder, name, file), 'utf8') }));
  const nobody: Actor = { kind: 'nobody' };
  const password = 'low water at noon';
  const [first, ...others] = PEOPLE;
  await perform(knex, 'workspace.setUp', nobody, { workspace: 'Saltmarsh Crossings', name: first[0], email: 'marit@saltmarsh.example', password, team: 'Design system' });
  // Setting up signs its owner in; nobody holds that session here.
  await knex('sessions').delete();
  await knex('people').where({ name: first[0] }).update({ about: first[1] });
  const actor = async (name: string): Promise<Actor> => ({ kind: 'person', id: (await knex('people').where({ name }).first()).id });
  const marit = await actor('Marit Fenwick');
  for (const [name, about, memberships] of others) {
    const email = `${name.split(' ')[0]!.toLowerCase()}@saltmarsh.example`;
    await perform(knex, 'people.add', marit, { name, email, password, about, memberships: memberships.map(([team, role]) => ({ team, role })) });
  }
  const [osei, tam, jory] = [await actor('Osei Larkham'), await actor('Tam Birkett'), await actor('Jory Pell')];
  const [ines, runa] = [await actor('Ines Holloway'), await actor('Runa Eskdale')];

  const open = async (slug: string) => {
    const opened = (await perform(knex, 'libraries.open', marit, { slug })) as { sequence: number; items: Item[] };
    return { sequence: opened.sequence, items: new Map(opened.items.map((item) => [item.id, item])) as Items };
  };
  const change = async (slug: string, who: Actor, label: string, edits: (items: Items) => Edit[]) => {
    const { items } = await open(slug);
    await perform(knex, 'documents.change', who, { slug, id: id(), label, edits: edits(items) });
  };
  const release = async (slug: string, version: string, summary: string, candidate = false) => {
    const { sequence } = await open(slug);
    await perform(knex, 'releases.publish', marit, { slug, sequence, version, leftOut: [], summary, candidate });
  };
  /** Sets what one layer says of a token, as a person does in the detail. */
  const declare = (items: Items, layerName: string, tokenPath: string, text: string) => {
    const tree = libraryTree(items);
    const layer = itemsOf(items, 'layer').find((other) => other.name === layerName)!;
    const token = items.get(tree.ids.get(tokenPath)!) as TokenItem;
    const refs = [...text.matchAll(/\{([\w.-]+)\}/g)].flatMap((match): [string, string][] => (tree.ids.has(match[1]!) ? [[match[1]!, tree.ids.get(match[1]!)!]] : []));
    return setField(token, `declarations/${layer.id}`, { ...token.declarations[layer.id], text, refs });
  };

  const library = async (name: string, slug: string, parent: { slug: string; version: string }, about: string) => {
    await perform(knex, 'libraries.create', marit, { name, slug, team: 'Design system', about, parent });
    await perform(knex, 'libraries.import', marit, { slug, files: files(slug) });
  };
  const product = async (by: Actor, team: string, name: string, slug: string, library: string, about: string) => {
    await perform(knex, 'products.create', by, { name, slug, libraries: [{ slug: library }], team, about });
    await perform(knex, 'products.import', by, { slug, files: files(slug) });
  };

  await perform(knex, 'libraries.create', marit, { name: 'Keel', slug: 'keel', team: 'Design system', about: 'Core: palette, purposes, type, spacing, motion and the first components.' });
  await perform(knex, 'libraries.import', marit, { slug: 'keel', files: files('keel') });
  await change('keel', marit, 'Create outputs', () => [
    addItem({ id: 'output_web', kind: 'output', order: 'a0', name: 'Web styles', formats: ['css', 'ts'], context: null, prefix: '', destination: { kind: 'folder', folder: 'web/keel' }, onRelease: true }),
    addItem({ id: 'output_phone', kind: 'output', order: 'a1', name: 'Phone apps', formats: ['swift', 'compose', 'android'], context: null, prefix: 'keel', destination: { kind: 'download' }, onRelease: true }),
  ]);
  on('2026-05-04');
  await release('keel', '1.0.0', 'The first release.');

  on('2026-05-18');
  await library('Hull', 'hull', { slug: 'keel', version: '1.0.0' }, 'Pages on the web: frames, tables and tabs, in three densities.');
  await release('hull', '1.0.0', 'The first release.');
  await product(runa, 'Freight', 'Freight desk', 'freight-desk', 'hull', 'Where consignments are booked, weighed and invoiced.');

  await perform(knex, 'workspace.setStarting', marit, { libraries: ['keel'] });
  await perform(knex, 'products.create', jory, { name: 'Dock kiosk', slug: 'dock-kiosk', team: 'Piers', libraries: [{ slug: 'keel' }], about: 'Ticket machines on the piers.' });
  await perform(knex, 'products.import', jory, { slug: 'dock-kiosk', files: files('dock-kiosk') });

  on('2026-08-10');
  await change('keel', osei, 'Deepen the danger red', (items) => [
    declare(items, 'primitives', 'color.buoy.700', '{"$value":{"colorSpace":"srgb","components":[0.6,0.06,0.08],"hex":"#990f14"}}'),
  ]);
  await change('keel', osei, 'Round cards less', (items) => [declare(items, 'primitives', 'radius.large', '{"$value":{"value":8,"unit":"px"}}')]);
  on('2026-08-24');
  await release('keel', '1.1.0', 'Danger can no longer be mistaken for delay.');

  await perform(knex, 'products.create', tam, { name: 'Booking site', slug: 'booking-site', team: 'Booking', libraries: [{ slug: 'keel' }], about: 'Where crossings are found and paid for.' });
  await perform(knex, 'products.import', tam, { slug: 'booking-site', files: files('booking-site') });

  on('2026-09-07');
  // Hull follows Keel to its newest release.
  await perform(knex, 'libraries.takeParent', osei, { slug: 'hull', version: '1.1.0', id: id() });
  await release('hull', '1.1.0', 'Keel 1.1.0: danger can no longer be mistaken for delay.');
  await library('Pocket', 'pocket', { slug: 'keel', version: '1.1.0' }, 'Handhelds: sizes for thumbs and gloves, the night boats, and a scheme for the bridge.');
  await release('pocket', '1.0.0', 'The first release.');
  await library('Pocket Android', 'pocket-android', { slug: 'pocket', version: '1.0.0' }, 'What Android asks for beyond Pocket.');
  await release('pocket-android', '1.0.0', 'The first release.');
  await library('Boards', 'boards', { slug: 'keel', version: '1.0.0' }, 'Departure boards: few words, read from far away.');
  await release('boards', '1.0.0', 'The first release.');
  await product(ines, 'Apps', 'Crew handheld', 'crew-handheld', 'pocket-android', 'What the crew reads tickets with, on Android.');
  await product(ines, 'Apps', 'Night boat app', 'night-boat-app', 'pocket', 'Cabins and breakfast on the night boats, for phones.');
  await product(jory, 'Piers', 'Departure boards', 'departure-boards', 'boards', 'What hangs in the halls and over the piers.');
  await change('boards', osei, 'Leave more room between rows', (items) => [declare(items, 'boards.tokens.json', 'board.row-height', '{"$type":"dimension","$value":{"value":80,"unit":"px"}}')]);
  await release('boards', '1.1.0-candidate.1', 'Rows of 80 px: please look from the far end of the hall.', true);

  on('2026-11-16');
  await change('keel', osei, 'Warm the delayed amber', (items) => [
    declare(items, 'primitives', 'color.lamp.700', '{"$value":{"colorSpace":"srgb","components":[0.4392,0.2902,0],"hex":"#704a00"}}'),
  ]);
  await change('keel', osei, 'Describe quiet text', (items) => [
    declare(items, 'purposes', 'color.text.quiet', '{"$value":"{color.grey.600}","$description":"Second in rank: captions, hints and times already past."}'),
  ]);
  await loadSource(knex, folder, [['booking-site', tam], ['dock-kiosk', jory], ['freight-desk', runa], ['crew-handheld', ines], ['night-boat-app', ines], ['departure-boards', jory]]);
  await runJobs(knex);
  // Only now may people enter with one click: the mark is in the data, not in how the program was started.
  await knex('workspace').insert({ key: 'demo', value: 'true' });
}
