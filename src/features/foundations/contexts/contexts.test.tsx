import { screen, waitFor, within } from '@testing-library/react';
import { contrastRatio } from '@/core/base/color/contrast';
import { parseColor, rgbOf } from '@/core/base/color/color';
import { documentOf } from '@/core/document/change-set';
import { cssLine } from '@/core/tokens/css-text';
import { local } from '@/testing/interface/local-client';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { imported } from '@/testing/imported';
import { apply, opened } from '@/testing/library';
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
