'use client';

import { MultiSelect } from '@mantine/core';
import { MOST_DRAWN } from '@/editing/foundations/queries/brands';
import { useDocumentQuery } from '@/features/session/document';
import { LibraryButton } from '@/features/session/library-link';
import { useLibrary } from '@/features/session/library-shell';
import { libraryAddress } from '@/features/session/navigation';
import { StagePage } from '@/features/session/page-bar';
import { EmptyState } from '@/ui/empty-state';
import { axisParameter } from '@/ui/frame/lens-address';
import { useLens, useQuery } from '@/ui/frame/lens';
import { WallAxes, Wall } from './context-wall';

const list = (text: string | null): string[] => (text ?? '').split(',').filter(Boolean);

/** Components under every brand at once, by scheme or another axis, and what each brand leaves at its default. */
export function BrandsPage() {
  const library = useLibrary();
  const lens = useLens(library.axes);
  const [query, setQuery] = useQuery();
  const view = useDocumentQuery('brands', {
    rows: query.get('rows'),
    columns: query.get('columns'),
    lens,
    show: list(query.get('show')),
  });
  if (view === undefined) return <StagePage>{null}</StagePage>;
  if (view === null || view.components.length === 0)
    return (
      <StagePage>
        <EmptyState
          title={view === null ? 'Every value applies in every context.' : 'No components yet.'}
          actions={
            library.canEdit && (
              <LibraryButton to={view === null ? 'import' : 'components'}>
                {view === null ? 'Import files' : 'Create component'}
              </LibraryButton>
            )
          }
        >
          {view === null
            ? 'With an axis such as brand or scheme, components are shown here under all of its contexts at once. Axes come with an imported resolver file.'
            : 'Components are shown here under every brand and scheme at once, with the values that a brand leaves at their default.'}
        </EmptyState>
      </StagePage>
    );
  return (
    <StagePage
      tools={
        <>
          <WallAxes view={view} />
          <MultiSelect
            aria-label="Components"
            w={360}
            searchable
            hidePickedOptions
            maxValues={MOST_DRAWN}
            value={view.shown}
            data={view.components}
            onChange={(value) => setQuery({ show: value.join(',') || null })}
          />
        </>
      }
    >
      <Wall
        view={view}
        title={view.shown.join(', ')}
        tokenHref={(path, seen) => tokenAddress(library, path, seen)}
      />
    </StagePage>
  );
}

/** The page of a token, seen under a combination: of its contexts those are named that are not the default. */
function tokenAddress(
  { slug, axes }: ReturnType<typeof useLibrary>,
  path: string,
  lens: Record<string, string>,
): string {
  const at = new URLSearchParams(
    axes.flatMap(({ name, default: standard }) =>
      lens[name] !== standard ? [[axisParameter(name), lens[name]!]] : [],
    ),
  );
  return `${libraryAddress(slug, 'tokens')}/${encodeURIComponent(path)}?${at}`;
}
