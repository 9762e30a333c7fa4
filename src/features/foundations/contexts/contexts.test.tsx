import { screen, waitFor, within } from '@testing-library/react';
import { contrastRatio } from '@/core/base/color/contrast';
import { parseColor, rgbOf } from '@/core/base/color/color';
import type { Edit } from '@/core/document/edits';
import { documentOf } from '@/core/document/change-set';
import { cssLine } from '@/core/tokens/css-text';
import { local } from '@/testing/interface/local-client';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { imported } from '@/testing/imported';
import { putAxis } from '@/editing/foundations/commands/put-axis';
import { apply, newId, opened } from '@/testing/library';
import { ContextsPage } from './contexts-page';

const LIGHT = JSON.stringify({
  color: {
    $type: 'color',
    grey: Object.fromEntries(
      ['#ffffff', '#eef0f1', '#c9ced1', '#8d969b', '#566066', '#30383c', '#14191c'].map((hex, i) => [
        String(i * 100),
        { $value: hex },
      ]),
    ),
    page: { $value: '{color.grey.0}' },
    ink: { $value: '{color.grey.600}' },
    hint: { $value: '{color.grey.400}' },
  },
  $extensions: {
    'app.seedplan': {
      pairings: [
        { text: 'color.ink', surface: 'color.page', needs: 7 },
        { text: 'color.hint', surface: 'color.page', needs: 4.5 },
      ],
    },
  },
});
/** A library in one scheme: seven greys and three purposes, of which two stand on the third. */
const light = () =>
  imported('light.tokens.json', { 'light.tokens.json': LIGHT }, documentOf('keel', 'library', []));
const now = () =>
  opened(local.stored.reduce((document, { edits }) => apply(document, edits), local.library.own));

test('without contexts it says that every value holds everywhere, and how a second scheme comes', async () => {
  await openPage(<ContextsPage />, 'contexts', light());
  expect(await screen.findByText('Every value applies in every context.')).toBeInTheDocument();
  expect(screen.getByRole('button', { name: 'Generate dark scheme' })).toBeInTheDocument();
});

test('a dark scheme is previewed and made; every pairing passes in it, and what is left out stays as it was', async () => {
  const { user } = await openPage(<ContextsPage />, 'contexts', light());
  await user.click(await screen.findByRole('button', { name: 'Generate dark scheme' }));
  const dialog = await screen.findByRole('dialog', { name: 'Generate a dark scheme' });
  const rows = () => within(dialog).getAllByRole('row').slice(1);
  await waitFor(() => expect(rows()).toHaveLength(3));
  expect(rows().map((row) => within(row).getAllByRole('cell')[3]!.textContent)).toEqual(
    expect.arrayContaining([expect.stringMatching(/^(Mirrored|Adjusted)/)]),
  );
  await user.click(within(dialog).getByRole('button', { name: 'Generate 3 values under dark' }));
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  const library = now();
  const at = library.resolution.contexts.findIndex((context) => Object.values(context).includes('dark'));
  expect(at).toBeGreaterThan(-1);
  const hex = (path: string, context: number) =>
    rgbOf(parseColor(cssLine(library.resolution.value(path, context)!))!);
  for (const [text, needs] of [
    ['color.ink', 7],
    ['color.hint', 4.5],
  ] as const)
    for (const context of [0, at])
      expect(contrastRatio(hex(text, context), hex('color.page', context))).toBeGreaterThanOrEqual(needs);
});

test('a purpose that is left out gets no value under the new context', async () => {
  const { user } = await openPage(<ContextsPage />, 'contexts', light());
  await user.click(await screen.findByRole('button', { name: 'Generate dark scheme' }));
  const dialog = await screen.findByRole('dialog', { name: 'Generate a dark scheme' });
  await user.click(await within(dialog).findByRole('checkbox', { name: 'color.hint' }));
  await user.click(within(dialog).getByRole('button', { name: 'Generate 2 values under dark' }));
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  expect(JSON.stringify(local.stored[0]!.edits)).not.toContain('hint');
});

test('an axis is added by hand, three tokens get other values under it, and the switch shows them', async () => {
  const { user } = await openPage(<ContextsPage />, 'contexts', light());
  await user.click(await screen.findByRole('button', { name: 'Add axis' }));
  const dialog = await screen.findByRole('dialog', { name: 'Add axis' });
  await user.type(within(dialog).getByRole('textbox', { name: 'Name' }), 'weight');
  await user.type(within(dialog).getByRole('textbox', { name: 'Context 1' }), 'usual');
  await user.type(within(dialog).getByRole('textbox', { name: 'Context 2' }), 'strong{Enter}');
  const form = await screen.findByRole('form', { name: 'Set value under weight strong' });
  const token = () => within(form).getByRole('combobox', { name: 'Token' });
  for (const [path, value] of [
    ['color.page', '#123456'],
    ['color.ink', '{{color.grey.0}'],
    ['color.hint', 'rgb(255 255 255)'],
  ] as const) {
    await user.type(token(), path);
    await user.type(within(form).getByRole('combobox', { name: 'Value under weight strong' }), `${value}{Enter}`);
    await waitFor(() => expect(token()).toHaveValue(''));
  }
  expect(await screen.findByRole('heading', { name: '3 values under weight strong' })).toBeInTheDocument();
  const strong = now().resolution.contexts.findIndex(({ weight }) => weight === 'strong');
  expect(['color.page', 'color.ink', 'color.hint'].map((path) => cssLine(now().resolution.value(path, strong)!))).toEqual(
    ['#123456', '#ffffff', '#ffffff'],
  );
  // One is changed in its row, another taken back.
  const field = screen.getByRole('combobox', { name: 'Value color.page under weight strong' });
  await user.clear(field);
  await user.type(field, '#654321{Enter}');
  await waitFor(() => expect(cssLine(now().resolution.value('color.page', strong)!)).toBe('#654321'));
  await user.click(screen.getByRole('button', { name: 'Remove the value of color.hint under weight strong' }));
  expect(await screen.findByRole('heading', { name: '2 values under weight strong' })).toBeInTheDocument();
  // A path that leads nowhere is told in place, and nothing is stored.
  const stored = storedLabels().length;
  await user.type(token(), 'color.nowhere');
  await user.type(within(form).getByRole('combobox', { name: 'Value under weight strong' }), '#fff{Enter}');
  expect(await within(form).findByRole('alert')).toHaveTextContent('There is no token color.nowhere');
  expect(storedLabels()).toHaveLength(stored);
}); // prettier-ignore

test('an axis is edited, and removed with what that takes along said first', async () => {
  const { user } = await openPage(<ContextsPage />, 'contexts');
  await user.click(await screen.findByRole('button', { name: 'Actions for axis scheme' }));
  await user.click(await screen.findByRole('menuitem', { name: 'Edit axis' }));
  const dialog = await screen.findByRole('dialog', { name: 'Edit axis scheme' });
  await user.click(within(dialog).getByRole('button', { name: 'Add context' }));
  await user.type(within(dialog).getByRole('textbox', { name: 'Context 3' }), 'dark');
  await user.click(within(dialog).getByRole('button', { name: 'Save axis' }));
  expect(await within(dialog).findByText(/dark stands there twice/)).toBeInTheDocument();
  await user.type(within(dialog).getByRole('textbox', { name: 'Context 3' }), ' at night');
  // Of three, the one with values can go; how many go with it is said before.
  await user.click(within(dialog).getByRole('button', { name: 'Remove dark' }));
  expect(within(dialog).getByText(/dark is removed, with \d+ values set there/)).toBeInTheDocument();
  await user.click(within(dialog).getByRole('button', { name: 'Save axis' }));
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  expect(now().resolution.system.axes.find(({ name }) => name === 'scheme')!.contexts).toEqual(['light', 'dark at night']);
  expect(await screen.findAllByText(/dark at night/)).not.toEqual([]);
  await user.click(screen.getByRole('button', { name: 'Actions for axis scheme' }));
  await user.click(await screen.findByRole('menuitem', { name: 'Remove axis' }));
  const asked = await screen.findByRole('dialog', { name: 'Remove axis scheme' });
  expect(asked).toHaveTextContent('Its contexts light, dark at night and the 0 values set under them are removed');
  await user.click(within(asked).getByRole('button', { name: 'Remove axis' }));
  await waitFor(() => expect(now().resolution.system.axes.map(({ name }) => name)).not.toContain('scheme'));
}); // prettier-ignore

test('a layer for a combination is added, and layers of as many contexts change places by keyboard', async () => {
  const contexts = ['usual', 'strong', 'heavy'].map((name) => ({ name }));
  const axis = putAxis(opened(light()), { name: 'weight', description: '', contexts, standard: 0 }, newId);
  const two = apply(light(), (axis as { edits: Edit[] }).edits);
  const { user } = await openPage(<ContextsPage />, 'contexts', two);
  const layers = () =>
    within(screen.getByRole('navigation', { name: 'Layers' })).getAllByRole('listitem').map(({ textContent }) => textContent.replace('light.tokens.json', ''));
  await screen.findByRole('navigation', { name: 'Layers' });
  expect(layers()).toEqual(['every context10', 'weight strong0', 'weight heavy0']);
  await user.click(screen.getByRole('button', { name: 'Actions for layer weight heavy' }));
  await user.click(await screen.findByRole('menuitem', { name: 'Move up' }));
  await waitFor(() => expect(layers()).toEqual(['every context10', 'weight heavy0', 'weight strong0']));
  await user.click(screen.getByRole('button', { name: 'Add layer' }));
  const dialog = await screen.findByRole('dialog', { name: 'Add layer' });
  await user.click(within(dialog).getByRole('button', { name: 'Add layer' }));
  expect(await within(dialog).findByRole('alert')).toHaveTextContent('No context is chosen');
  await user.click(within(dialog).getByRole('combobox', { name: 'weight' }));
  await user.click(await screen.findByRole('option', { name: 'strong' }));
  await user.click(within(dialog).getByRole('button', { name: 'Add layer' }));
  expect(await within(dialog).findByRole('alert')).toHaveTextContent('a layer for weight strong already');
  await user.click(within(dialog).getByRole('button', { name: 'Cancel' }));
  await user.click(screen.getByRole('button', { name: 'Actions for layer weight heavy' }));
  await user.click(await screen.findByRole('menuitem', { name: 'Remove layer' }));
  await user.click(within(await screen.findByRole('dialog')).getByRole('button', { name: 'Remove layer' }));
  await waitFor(() => expect(layers()).toEqual(['every context10', 'weight strong0']));
}); // prettier-ignore

test('a context that has values already is told before anything is made, and who may only look makes none', async () => {
  const first = await openPage(<ContextsPage />, 'contexts');
  await first.user.click(await screen.findByRole('button', { name: 'Generate dark scheme' }));
  const dialog = await screen.findByRole('dialog', { name: 'Generate a dark scheme' });
  expect(await within(dialog).findByText(/have a value under dark already/)).toBeInTheDocument();
  await first.user.click(within(dialog).getByRole('button', { name: 'Cancel' }));
  expect(storedLabels()).toEqual([]);
  first.unmount();
  await openPage(<ContextsPage />, 'contexts', undefined, 'viewer');
  await screen.findByRole('navigation', { name: 'Layers' });
  expect(screen.queryByRole('button', { name: 'Generate dark scheme' })).toBeNull();
});
