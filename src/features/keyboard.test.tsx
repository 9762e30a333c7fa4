import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { LIBRARY_COMMANDS } from '@/editing/commands';
import { apply, demo, newId, opened } from '@/testing/library';
import { Gallery } from '@/features/components/gallery/gallery';
import { Proof } from '@/features/components/page/proof';
import { TablePage } from '@/features/tokens/table/table-page';
import { TokensPage } from '@/features/tokens/tiers/tokens-page';

/** Names of components as they stand in their ranks, each rank by its name. */
const ranks = () =>
  Object.fromEntries(
    screen
      .getAllByRole('region')
      .filter((region) => region.querySelector('[data-component]'))
      .map((region) => [
        region.getAttribute('aria-label'),
        [...region.querySelectorAll<HTMLElement>('[data-component]')].map(
          ({ dataset }) => dataset.component!,
        ),
      ]),
  );

/** The demo library with three of its components in a rank. */
function ranked() {
  const document = demo();
  const library = opened(document);
  const made = LIBRARY_COMMANDS.rankComponents(
    library,
    { names: ['badge', 'button', 'notice'], rank: 'signs' },
    newId,
  );
  if ('problem' in made) throw new Error(made.problem);
  return apply(document, made.edits);
}

const stops = (within: Element) =>
  [...within.querySelectorAll<HTMLElement>('a, input, button')].filter(({ tabIndex }) => tabIndex === 0);

test('a component is moved by Alt and the arrows: along its rank, over its end, and back; the focus goes along', async () => {
  const { user } = await openPage(<Gallery />, 'components', ranked());
  await screen.findByRole('checkbox', { name: 'Select badge' });
  const before = ranks();
  expect(Object.keys(before)).toEqual(['signs', 'unranked']);
  const [[first, names], [second]] = Object.entries(before) as [[string, string[]], [string, string[]]];
  const [one, two] = names as [string, string];
  const linkOf = (name: string) => screen.getByRole('link', { name });
  linkOf(one).focus();
  await user.keyboard('{Alt>}{ArrowDown}{/Alt}');
  await waitFor(() => expect(ranks()[first]!.slice(0, 2)).toEqual([two, one]));
  await waitFor(() => expect(linkOf(one)).toHaveFocus());
  await user.keyboard('{Alt>}{ArrowUp}{/Alt}');
  await waitFor(() => expect(ranks()).toEqual(before));

  const last = names.at(-1)!;
  linkOf(last).focus();
  await user.keyboard('{Alt>}{ArrowDown}{/Alt}');
  await waitFor(() => expect(ranks()[second]![0]).toBe(last));
  await waitFor(() => expect(linkOf(last)).toHaveFocus());
  await user.keyboard('{Alt>}{ArrowUp}{/Alt}');
  await waitFor(() => expect(ranks()).toEqual(before));

  // Before the first there is nothing: nothing is stored for it.
  const count = storedLabels().length;
  linkOf(one).focus();
  await user.keyboard('{Alt>}{ArrowUp}{/Alt}');
  expect(storedLabels()).toHaveLength(count);
});

test('a token is moved among those of its group by Alt and the arrows, to its end and back', async () => {
  const { user } = await openPage(<TokensPage />, 'tokens');
  const strip = (path: string) => document.querySelector<HTMLElement>(`[data-path="${path}"]`)!;
  await waitFor(() => expect(document.querySelectorAll('[data-path]').length).toBeGreaterThan(4));
  const { into } = document.querySelector<HTMLElement>('[data-path]')!.dataset;
  const group = () =>
    [...document.querySelectorAll<HTMLElement>(`[data-path][data-into="${into}"]`)].map(
      ({ dataset }) => dataset.path!,
    );
  const before = group();
  expect(before.length).toBeGreaterThan(3);
  const [first, second] = before as [string, string];
  strip(first).focus();
  await user.keyboard('{Alt>}{ArrowDown}{/Alt}');
  await waitFor(() => expect(group().slice(0, 2)).toEqual([second, first]));
  expect(storedLabels()).toEqual([`Move ${first}`]);
  await waitFor(() => expect(strip(first)).toHaveFocus());

  strip(before.at(-2)!).focus();
  await user.keyboard('{Alt>}{ArrowDown}{/Alt}');
  await waitFor(() => expect(group().at(-1)).toBe(before.at(-2)));
  // Behind the last there is no place.
  await user.keyboard('{Alt>}{ArrowDown}{/Alt}');
  expect(storedLabels()).toHaveLength(2);
});

test('who may only look moves nothing by keys', async () => {
  const { user } = await openPage(<Gallery />, 'components', undefined, 'viewer');
  (await screen.findByRole('link', { name: 'badge' })).focus();
  await user.keyboard('{Alt>}{ArrowDown}{/Alt}');
  expect(storedLabels()).toEqual([]);
});

test('the rows of the table, and each rank of the gallery, are one tab stop', async () => {
  const { unmount } = await openPage(<TablePage />, 'table');
  const [, body] = within(await screen.findByRole('table')).getAllByRole('rowgroup');
  await waitFor(() => expect(stops(body!)).toHaveLength(1));
  unmount();
  await openPage(<Gallery />, 'components', ranked());
  await screen.findByRole('checkbox', { name: 'Select badge' });
  const names = Object.keys(ranks());
  expect(names).toHaveLength(2);
  for (const name of names) {
    const cards = screen.getByRole('region', { name }).lastElementChild!;
    expect(stops(cards)).toHaveLength(1);
  }
});

test('a rule that is added goes on to its property, its value, and the next property', async () => {
  const { user } = await openPage(<Proof name="badge" />, 'components/badge');
  await user.click(await screen.findByRole('button', { name: 'Add rule' }));
  await user.type(await screen.findByRole('combobox', { name: 'When' }), 'cancelled hover{Enter}');
  await user.click(screen.getByRole('button', { name: 'Add rule' }));
  const property = await screen.findByRole('combobox', { name: 'Property' });
  expect(property).toHaveFocus();
  await user.type(property, 'opacity');
  await user.tab();
  await user.keyboard('0.8{Enter}');
  await waitFor(() => expect(storedLabels()).toHaveLength(2));
  await waitFor(() => expect(property).toHaveFocus());
  expect(property).toHaveValue('');
  await user.type(property, 'letter-spacing');
  await user.tab();
  await user.keyboard('1px{Enter}');
  await waitFor(() => expect(storedLabels()).toHaveLength(3));
  expect(await screen.findByRole('button', { name: 'opacity: 0.8, change' })).toBeInTheDocument();
  expect(await screen.findByRole('button', { name: 'letter-spacing: 1px, change' })).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Done' }));
  expect(screen.queryByRole('combobox', { name: 'Property' })).toBeNull();
});

test('Ctrl+Z in a field is for the text while one types, and for the change once it is saved', async () => {
  const { user } = await openPage(<TokensPage />, 'tokens/space.4');
  const detail = await screen.findByRole('complementary', { name: 'Token space.4' });
  const field = await within(detail).findByRole('combobox', { name: 'Value primitives' });
  const before = (field as HTMLInputElement).value;
  await user.clear(field);
  await user.type(field, '18px');
  // Left to the browser, which undoes the text.
  expect(fireEvent.keyDown(field, { key: 'z', code: 'KeyZ', ctrlKey: true })).toBe(true);
  expect(storedLabels()).toEqual([]);
  await user.type(field, '{Enter}');
  await waitFor(() => expect(storedLabels()).toEqual(['Set space.4 to 18px']));
  await waitFor(() =>
    expect(screen.getByRole('button', { name: 'Undo: Set space.4 to 18px' })).toBeEnabled(),
  );
  expect(fireEvent.keyDown(field, { key: 'z', code: 'KeyZ', ctrlKey: true })).toBe(false);
  await waitFor(() => expect(storedLabels()).toEqual(['Set space.4 to 18px', 'Undo: Set space.4 to 18px']));
  await waitFor(() => expect(field).toHaveValue(before));
});
