import '@/testing/interface/worker';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { itemsOf } from '@/core/document/item';
import { local } from '@/testing/interface/local-client';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { apply } from '@/testing/library';
import { Gallery } from '../gallery/gallery';

const open = async () => {
  const page = await openPage(<Gallery />, 'components?create=component');
  const dialog = await screen.findByRole('dialog', { name: 'Create component' });
  return { ...page, dialog };
};
/** The component that was made, as it is stored. */
const made = (name: string) => {
  const document = local.stored.reduce((now, { edits }) => apply(now, edits), local.library.own);
  return itemsOf(document.items, 'component').find((component) => component.name === name)!;
};
const arrived = (name: string) =>
  waitFor(() => expect(window.location.pathname).toBe(`/libraries/keel/components/${name}`));

test('a variation stays linked to what it varies; a copy is independent of it', async () => {
  const { user, dialog, unmount } = await open();
  await user.click(within(dialog).getByRole('radio', { name: 'Another component' }));
  await user.type(within(dialog).getByRole('textbox', { name: 'Name' }), 'late-badge');
  const from = within(dialog).getByRole('combobox', { name: 'From' });
  await user.click(from);
  await user.click(await screen.findByRole('option', { name: 'badge' }));
  await user.click(within(dialog).getByRole('button', { name: 'Create component' }));
  await arrived('late-badge');
  const badge = itemsOf(local.library.items, 'component').find(({ name }) => name === 'badge')!;
  expect(made('late-badge').variationOf?.id).toBe(badge.id);
  unmount();

  const again = await open();
  await again.user.click(within(again.dialog).getByRole('radio', { name: 'Another component' }));
  await again.user.type(within(again.dialog).getByRole('textbox', { name: 'Name' }), 'own-badge');
  await again.user.click(within(again.dialog).getByRole('combobox', { name: 'From' }));
  await again.user.click(await screen.findByRole('option', { name: 'badge' }));
  await again.user.click(within(again.dialog).getByRole('combobox', { name: 'Mode' }));
  await again.user.click(await screen.findByRole('option', { name: 'Copy (independent)' }));
  await again.user.click(within(again.dialog).getByRole('button', { name: 'Create component' }));
  await arrived('own-badge');
  expect(made('own-badge').variationOf ?? null).toBeNull();
  expect(Object.keys(made('own-badge').entries).length).toBeGreaterThan(0);
});

test('from markup: elements are found and searched, alike ones taken together, values bound to tokens where one wants', async () => {
  const { user, dialog } = await open();
  await user.click(within(dialog).getByRole('radio', { name: 'Markup' }));
  const html = within(dialog).getByRole('textbox', { name: 'HTML (paste or drop)' });
  fireEvent.change(html, {
    target: {
      value:
        '<ul class="tides"><li class="tide high">High water</li><li class="tide low">Low water</li></ul>',
    },
  });
  fireEvent.change(within(dialog).getByRole('textbox', { name: 'Its CSS' }), {
    target: { value: '.tide{padding:16px;color:#123457}.low{opacity:.5}' },
  });
  await user.click(within(dialog).getByRole('button', { name: 'Find elements' }));
  const search = await within(dialog).findByRole('textbox', { name: 'Search elements' });
  await user.type(search, 'low water');
  // An element is found by what is written in it, and with it what it stands in.
  expect(within(dialog).queryByRole('checkbox', { name: 'li.tide.high' })).toBeNull();
  await user.clear(search);
  await user.click(within(dialog).getAllByRole('button', { name: 'Select all 2 alike' })[0]!);
  const summary = await within(dialog).findByTestId('proposal');
  expect(summary).toHaveTextContent(/1 part, 2 props/);
  // Both may be components of their own as well.
  await user.click(within(dialog).getByText('2 components, one for each element'));
  expect(await within(dialog).findAllByRole('textbox', { name: 'Name' })).toHaveLength(2);
  await user.click(within(dialog).getByText('1 component, like elements as kinds'));
  await waitFor(() => expect(within(dialog).getAllByRole('textbox', { name: 'Name' })).toHaveLength(1));
  const name = within(dialog).getByRole('textbox', { name: 'Name' });
  await user.clear(name);
  await user.type(name, 'tide');
  await user.click(within(dialog).getByRole('button', { name: 'Create component' }));
  await arrived('tide');
  const values = Object.values(made('tide').entries).flatMap((entry) =>
    'declarations' in entry ? entry.declarations : [],
  );
  const padding = values.find(([property]) => property.startsWith('padding'))!;
  // 16px is a token's own value, and is bound without being asked.
  expect(padding[1]).toHaveProperty('token');
});

test('from markup: rows that repeat become a component in a slot, and what they say its data', async () => {
  const { user, dialog } = await open();
  await user.click(within(dialog).getByRole('radio', { name: 'Markup' }));
  const value = `<ul class="tides">${['High', 'Low', 'Neap', 'Spring'].map((one) => `<li class="tide">${one}</li>`).join('')}</ul>`;
  fireEvent.change(within(dialog).getByRole('textbox', { name: 'HTML (paste or drop)' }), { target: { value } });
  await user.click(within(dialog).getByRole('button', { name: 'Find elements' }));
  await user.click(await within(dialog).findByRole('checkbox', { name: 'ul.tides' }));
  const summary = await within(dialog).findByTestId('proposal');
  expect(summary).toHaveTextContent('Slot entries holds tides-tide, 4 rows kept as data.');
  await user.click(within(dialog).getByRole('button', { name: 'Create 2 components' }));
  await arrived('tides');
  expect(Object.values(made('tides').data!)).toMatchObject([
    { name: 'As pasted', fills: 'entries', columns: ['label'], rows: [['High'], ['Low'], ['Neap'], ['Spring']] },
  ]);
  expect(Object.values(made('tides').props)).toMatchObject([
    { name: 'entries', kind: 'slot', accepts: [{ path: 'tides-tide' }] },
  ]);
  expect(storedLabels()).toEqual(['Start tides-tide and tides from markup']);
}); // prettier-ignore

test('markup that holds no element is refused in words, and nothing is stored', async () => {
  const { user, dialog } = await open();
  await user.click(within(dialog).getByRole('radio', { name: 'Markup' }));
  const html = within(dialog).getByRole('textbox', { name: 'HTML (paste or drop)' });
  expect(within(dialog).getByRole('button', { name: 'Find elements' })).toBeDisabled();
  fireEvent.change(html, { target: { value: 'only words' } });
  await user.click(within(dialog).getByRole('button', { name: 'Find elements' }));
  expect(await within(dialog).findByRole('alert')).toHaveTextContent(/element/);
  expect(storedLabels()).toEqual([]);
});

test('from code: the props a file declares are read and shown, one of its components is chosen, and becomes one here', async () => {
  const { user, dialog } = await open();
  await user.click(within(dialog).getByRole('radio', { name: 'Code' }));
  const file =
    dialog.querySelector<HTMLInputElement>('input[type=file]') ??
    document.querySelector<HTMLInputElement>('input[type=file]')!;
  const code = [
    'interface BuoyProps { tone: "red" | "green"; lit?: boolean; label: string }',
    'export function Buoy(props: BuoyProps) { return null; }',
    'interface MooringProps { depth: "shallow" | "deep" }',
    'export function Mooring(props: MooringProps) { return null; }',
  ].join('\n');
  fireEvent.change(file, { target: { files: [new File([code], 'harbour.tsx')] } });
  const table = await within(dialog).findByRole('table');
  expect(table).toHaveTextContent('tonechoicered, green');
  expect(table).toHaveTextContent('litflag');
  await user.click(within(dialog).getByRole('button', { name: 'Create component' }));
  await arrived('buoy');
  expect(
    Object.values(made('buoy').props)
      .map(({ name }) => name)
      .sort(),
  ).toEqual(['label', 'lit', 'tone']);
});

test('a file of code without typed props is refused with what it needs', async () => {
  const { user, dialog } = await open();
  await user.click(within(dialog).getByRole('radio', { name: 'Code' }));
  const file = document.querySelector<HTMLInputElement>('input[type=file]')!;
  fireEvent.change(file, { target: { files: [new File(['const a = 1;'], 'a.ts')] } });
  expect(await within(dialog).findByRole('alert')).toBeInTheDocument();
  expect(within(dialog).getByRole('button', { name: 'Create component' })).toBeDisabled();
});
