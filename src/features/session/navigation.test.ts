import { readdirSync, existsSync } from 'node:fs';
import { libraryAddress, pageAt, PAGES_OF_ALL_STAGES, STAGES } from './navigation';

const routes = 'src/app/(work)/libraries/[slug]';
const pages = [...STAGES.flatMap((stage) => stage.pages), ...PAGES_OF_ALL_STAGES];

test('every page has a route, and every route a page', () => {
  const folders = readdirSync(routes, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? [entry.name] : [],
  );
  expect(pages.map(({ path }) => path).sort()).toEqual(folders.sort());
  for (const { path } of pages)
    expect(
      ['page.tsx', '[[...path]]/page.tsx', '[[...name]]/page.tsx'].filter((file) =>
        existsSync(`${routes}/${path}/${file}`),
      ),
    ).toHaveLength(1);
});

test('no two pages have one address or one name within a stage', () => {
  expect(new Set(pages.map(({ path }) => path)).size).toBe(pages.length);
  expect(new Set(STAGES.map(({ label }) => label)).size).toBe(STAGES.length);
});

test('an address belongs to its page and stage, also below the page, and not to one whose name it begins with', () => {
  expect(pageAt('keel', libraryAddress('keel', 'tokens/color.text'))?.page.label).toBe('Tiers');
  expect(pageAt('keel', '/libraries/keel/pairings')?.stage?.label).toBe('Foundations');
  expect(pageAt('keel', '/libraries/keel/findings')).toEqual({
    stage: null,
    page: { label: 'Findings', path: 'findings' },
  });
  expect(pageAt('keel', '/libraries/keel/tokens-of-old')).toBeUndefined();
  expect(pageAt('hull', '/libraries/keel/tokens')).toBeUndefined();
});
