import '@/testing/interface/worker';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { strToU8, zipSync } from 'fflate';
import { LIBRARY_COMMANDS } from '@/editing/commands';
import { openPage, serve, storedLabels } from '@/testing/interface/open-page';
import { apply, demo, done, newId, opened } from '@/testing/library';
import { AssetsPage } from './assets-page';

const SHIP = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24"><path d="M2 3h4"/></svg>';
const stored = (name: string, role: 'icon' | 'logo' = 'icon') => ({
  name,
  role,
  file: `${name}.svg`,
  hash: name.padEnd(64, '0'),
  mediaType: 'image/svg+xml',
  size: SHIP.length,
  svg: SHIP,
});

/** The demo library with two icons, a logo and a style sheet; the first icon is what an icon component shows. */
function withAssets() {
  const document = demo();
  const library = opened(document);
  const added = done(
    library,
    LIBRARY_COMMANDS.addAssets(
      library,
      { files: [stored('ship'), stored('gull'), stored('mark', 'logo')] },
      newId,
    ),
  );
  return done(
    added,
    LIBRARY_COMMANDS.putStyleSheets(added, { sheets: [{ name: 'base.css', css: 'a{color:red}\n' }] }, newId),
  ).own;
}
const open = (role?: string) => openPage(<AssetsPage />, 'assets', withAssets(), role);
const names = () =>
  [...document.querySelectorAll<HTMLElement>('[data-asset]')].map(({ dataset }) => dataset.asset);
const drop = async (...files: [name: string, body: string | Uint8Array][]) =>
  fireEvent.change(await screen.findByLabelText('Asset files'), {
    target: { files: files.map(([name, body]) => new File([body as BlobPart], name)) },
  });

test('assets stand by what they are, and are searched by name; an address leads to the search', async () => {
  const { user } = await open();
  expect(await screen.findByRole('heading', { name: 'Icons 2' })).toBeInTheDocument();
  expect(screen.getByRole('heading', { name: 'Logos 1' })).toBeInTheDocument();
  await user.type(screen.getByRole('textbox', { name: 'Search assets' }), 'gull');
  await waitFor(() => expect(names()).toEqual(['gull']));
  expect(new URLSearchParams(window.location.search).get('search')).toBe('gull');
  await user.type(screen.getByRole('textbox', { name: 'Search assets' }), 'x');
  expect(await screen.findByText('No asset matches “gullx”. The library has 3 assets.')).toBeInTheDocument();
});

test('one component is made of the icons there are, and opened', async () => {
  const { user } = await open();
  await user.click(await screen.findByRole('button', { name: 'Create icon component …' }));
  const dialog = await screen.findByRole('dialog', { name: 'Create icon component of 2 icons' });
  const field = within(dialog).getByRole('textbox', { name: 'Name' });
  await user.clear(field);
  await user.type(field, 'badge{Enter}');
  expect(await within(dialog).findByText(/component badge already/)).toBeInTheDocument();
  await user.clear(field);
  await user.type(field, 'glyph{Enter}');
  await waitFor(() => expect(storedLabels()).toEqual(['Create glyph of 2 icons']));
  await waitFor(() => expect(window.location.pathname).toBe('/libraries/keel/components/glyph'));
});

test('an asset is renamed; a name that is none is refused at its field, one that is taken too', async () => {
  const { user } = await open();
  await user.click(await screen.findByRole('button', { name: 'Actions for ship' }));
  await user.click(await screen.findByRole('menuitem', { name: 'Rename' }));
  const dialog = await screen.findByRole('dialog', { name: 'Rename ship' });
  const field = within(dialog).getByRole('textbox', { name: 'Name' });
  for (const [wrong, words] of [
    ['Big Ship', /is not a name for an asset/],
    ['gull', /gull already/],
  ] as const) {
    await user.clear(field);
    await user.type(field, `${wrong}{Enter}`);
    const refusal = await within(dialog).findByText(words);
    expect(field).toHaveAccessibleDescription(refusal.textContent!);
  }
  expect(storedLabels()).toEqual([]);
  await user.clear(field);
  await user.type(field, 'ferry{Enter}');
  await waitFor(() => expect(names()).toContain('ferry'));
  expect(names()).not.toContain('ship');
  await user.click(await screen.findByRole('button', { name: /^Undo: / }));
  await waitFor(() => expect(names()).toContain('ship'));
});

test('the last file of an asset removes the asset, and one undo brings it back', async () => {
  const { user } = await open();
  await user.click(await screen.findByRole('button', { name: 'Actions for gull' }));
  await user.click(await screen.findByRole('menuitem', { name: 'Remove gull.svg' }));
  await waitFor(() => expect(names()).not.toContain('gull'));
  await user.click(await screen.findByRole('button', { name: /^Undo: / }));
  await waitFor(() => expect(names()).toContain('gull'));
});

test('drawings are sent one by one, what the server refuses is told by file, and the rest becomes assets in one change', async () => {
  const asked = serve((path) =>
    path.includes('bad.svg')
      ? {
          status: 400,
          body: { title: 'x', code: 'bad', detail: 'bad.svg is not a drawing. Save it as SVG.' },
        }
      : {
          body: {
            ...stored('x'),
            file: new URLSearchParams(path.split('?')[1]).get('name'),
            font: null,
            notes: [],
          },
        },
  );
  await open();
  const archive = zipSync({ 'set/oar.svg': strToU8(SHIP), 'set/readme.txt': strToU8('no') });
  await drop(['anchor.svg', SHIP], ['bad.svg', 'x'], ['set.zip', archive]);
  await waitFor(() => expect(names()).toContain('anchor'));
  expect(names()).toContain('oar');
  expect(storedLabels()).toHaveLength(1);
  expect(await screen.findByRole('alert')).toHaveTextContent('bad.svg is not a drawing. Save it as SVG.');
  // What is no drawing in an archive is not sent at all.
  expect(asked.map(({ path }) => new URLSearchParams(path.split('?')[1]).get('name')).sort()).toEqual([
    'anchor.svg',
    'bad.svg',
    'set/oar.svg',
  ]);
});

test('a style sheet beneath all components is read, removed and brought back', async () => {
  const { user } = await open();
  const sheets = await screen.findByRole('region', { name: 'Style sheets' });
  expect(sheets).toHaveTextContent('1, apply beneath every component');
  await user.click(within(sheets).getByRole('button', { name: 'Remove base.css' }));
  const dialog = await screen.findByRole('dialog', { name: 'Remove base.css?' });
  // Until it is known what would break, nothing is removed.
  const button = within(dialog).getByRole('button', { name: 'Remove' });
  await waitFor(() => expect(button).toBeEnabled());
  await user.click(button);
  await waitFor(() => expect(screen.queryByRole('region', { name: 'Style sheets' })).toBeNull());
  await user.click(await screen.findByRole('button', { name: /^Undo: / }));
  expect(await screen.findByRole('region', { name: 'Style sheets' })).toBeInTheDocument();
});

test('an empty library says what will stand here; who may only look is offered nothing to change', async () => {
  const { unmount } = await openPage(<AssetsPage />, 'assets', apply(demo(), []));
  expect(await screen.findByText(/^No icons, logos or pictures yet/)).toBeInTheDocument();
  unmount();
  await open('viewer');
  await screen.findByRole('heading', { name: 'Icons 2' });
  expect(screen.queryByLabelText('Asset files')).toBeNull();
  expect(screen.queryByRole('button', { name: /^Actions for/ })).toBeNull();
  expect(screen.queryByRole('button', { name: 'Remove base.css' })).toBeNull();
});
