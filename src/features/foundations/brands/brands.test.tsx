import { screen, waitFor, within } from '@testing-library/react';
import { documentOf } from '@/core/document/change-set';
import { itemsOf } from '@/core/document/item';
import { addItem } from '@/core/document/edits';
import { imported } from '@/testing/imported';
import { openPage } from '@/testing/interface/open-page';
import { apply, demo } from '@/testing/library';
import { BrandsPage } from './brands-page';

const color = (value: string) => ({ $type: 'color', $value: value });
const RESOLVER = JSON.stringify({
  version: '2025.10',
  sets: {
    base: {
      sources: [
        {
          raw: { one: color('#112233'), two: color('#445566') },
          color: { text: { $value: '{raw.one}' }, 'surface-page': { $value: '{raw.two}' }, edge: { $value: '{raw.two}' } },
        },
      ],
    },
  },
  modifiers: {
    brand: {
      default: 'own',
      contexts: {
        own: [],
        gull: [{ color: { text: color('#771111'), edge: color('#662222') } }],
        tern: [{ color: { text: color('#117711') } }],
      },
    },
    scheme: { default: 'light', contexts: { light: [], dark: [] } },
  },
  resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/brand' }, { $ref: '#/modifiers/scheme' }],
}); // prettier-ignore

/** Three brands and one component, which uses three purposes. */
function threeBrands() {
  const document = imported('a.resolver.json', { 'a.resolver.json': RESOLVER }, documentOf('keel', 'library', []));
  const token = (name: string) => itemsOf(document.items, 'token').find((item) => item.name === name)!;
  const button = itemsOf(demo().items, 'component').find(({ name }) => name === 'badge')!;
  const rule = (part: string, declarations: [string, string][]) => ({
    part, when: [], order: 'a0',
    declarations: declarations.map(([property, name]) => [property, { token: { id: token(name).id, path: `color.${name}` } }]),
  });
  const rules = { r: rule('root', [['color', 'text'], ['background-color', 'surface-page'], ['border-color', 'edge']]) };
  return apply(document, [addItem({ ...button, rank: null, props: {}, template: '<b part="root">Mark</b>', parts: { p: Object.values(button.parts)[0]! }, entries: rules } as never)]);
} // prettier-ignore

test('each brand is drawn under each scheme, and what it leaves at its default leads to where it is set', async () => {
  await openPage(<BrandsPage />, 'brands', threeBrands());
  const gull = await screen.findByRole('region', { name: 'gull' });
  expect(gull).toHaveTextContent('Has values for 2 of the 3 purposes in use here');
  expect(within(gull).getAllByRole('figure').map((one) => within(one).getByText(/light|dark/).textContent)).toEqual(['light', 'dark']); // prettier-ignore
  expect(within(gull).getByRole('heading', { name: 'Left at default: 1' })).toBeInTheDocument();
  // What another brand sets comes first, and says by which.
  const tern = screen.getByRole('region', { name: 'tern' });
  expect(within(tern).getByRole('heading', { name: 'Left at default: 2, 1 of which another brand has a value for' })).toBeInTheDocument(); // prettier-ignore
  const [first, second] = within(tern).getAllByRole('listitem');
  expect(first).toHaveTextContent('color.edge#445566, has a value under gull');
  expect(second).toHaveTextContent('color.surface-page#445566');
  expect(within(first!).getByRole('link')).toHaveAttribute(
    'href',
    '/libraries/keel/tokens/color.edge?brand=tern',
  );
  expect(screen.getByRole('region', { name: 'own' })).toHaveTextContent('Default');
});

test('rows and columns are two axes, and change places', async () => {
  const { user } = await openPage(<BrandsPage />, 'brands', threeBrands());
  await screen.findByRole('region', { name: 'gull' });
  await user.click(screen.getByRole('combobox', { name: 'Rows' }));
  await user.click(await screen.findByRole('option', { name: 'Rows: scheme' }));
  const dark = await screen.findByRole('region', { name: 'dark' });
  await waitFor(() => expect(within(dark).getAllByRole('figure')).toHaveLength(3));
  expect(dark).toHaveTextContent('Left at default: 3');
});

test('without axes, and without components, it says what comes here and how', async () => {
  const { unmount } = await openPage(<BrandsPage />, 'brands', documentOf('keel', 'library', []));
  expect(
    await screen.findByRole('heading', { name: 'Every value applies in every context.' }),
  ).toBeInTheDocument();
  unmount();
  await openPage(<BrandsPage />, 'brands', imported('a.resolver.json', { 'a.resolver.json': RESOLVER }, documentOf('keel', 'library', []))); // prettier-ignore
  expect(await screen.findByRole('heading', { name: 'No components yet.' })).toBeInTheDocument();
});
