/** A page of a library. `path` is its address below the library and the folder of its route. */
interface LibraryPage {
  label: string;
  path: string;
}
/** A stage of the work, in the order in which practitioners do it, with its pages; the first is where the stage opens. */
interface Stage {
  label: string;
  pages: readonly LibraryPage[];
}

/** A page is one folder in the features, one route, and one line here. */
export const STAGES: readonly Stage[] = [
  {
    label: 'Tokens',
    pages: [
      { label: 'Tiers', path: 'tokens' },
      { label: 'Table', path: 'table' },
      { label: 'Contexts', path: 'contexts' },
      { label: 'Compare', path: 'compare' },
    ],
  },
  {
    label: 'Foundations',
    pages: [
      { label: 'Scales', path: 'scales' },
      { label: 'Text styles', path: 'text-styles' },
      { label: 'Spacing', path: 'spacing' },
      { label: 'Fonts', path: 'fonts' },
      { label: 'Pairings', path: 'pairings' },
      { label: 'Brands', path: 'brands' },
    ],
  },
  {
    label: 'Components',
    pages: [
      { label: 'Gallery', path: 'components' },
      { label: 'Assets', path: 'assets' },
      { label: 'Themes', path: 'themes' },
    ],
  },
  { label: 'Guides', pages: [{ label: 'Guides', path: 'guides' }] },
  { label: 'Releases', pages: [{ label: 'Releases', path: 'releases' }] },
  { label: 'Products', pages: [{ label: 'Products', path: 'products' }] },
  { label: 'Usage', pages: [{ label: 'Usage', path: 'usage' }] },
  {
    label: 'Outputs',
    pages: [
      { label: 'Formats', path: 'outputs' },
      { label: 'Deliveries', path: 'deliveries' },
    ],
  },
];

/** Pages that belong to no single stage: they open from the library's state and from what they concern. */
export const PAGES_OF_ALL_STAGES: readonly LibraryPage[] = [
  { label: 'Findings', path: 'findings' },
  { label: 'Import', path: 'import' },
];

export const libraryAddress = (slug: string, path: string): string => `/libraries/${slug}/${path}`;

/** The page at an address of a library, with its stage. */
export function pageAt(
  slug: string,
  pathname: string,
): { stage: Stage | null; page: LibraryPage } | undefined {
  const isAt = ({ path }: LibraryPage) => {
    const address = libraryAddress(slug, path);
    return pathname === address || pathname.startsWith(`${address}/`);
  };
  for (const stage of STAGES) {
    const page = stage.pages.find(isAt);
    if (page) return { stage, page };
  }
  const page = PAGES_OF_ALL_STAGES.find(isAt);
  return page && { stage: null, page };
}
