'use client';

import { Badge, MultiSelect, Select, Spoiler, Text } from '@mantine/core';
import { PageLink } from '@/ui/page-link';
import { contextAttributes } from '@/core/products/screen';
import { counted } from '@/core/base/words';
import { MOST_DRAWN, type BrandRow, type BrandsView } from '@/editing/foundations/queries/brands';
import { useDocumentQuery } from '@/features/session/document';
import { LibraryButton } from '@/features/session/library-link';
import { useLibrary } from '@/features/session/library-shell';
import { libraryAddress } from '@/features/session/navigation';
import { StagePage } from '@/features/session/page-bar';
import { EmptyState } from '@/ui/empty-state';
import { useLens, useQuery } from '@/ui/frame/lens';
import { PreviewFrame } from '@/ui/specimen/preview-frame';
import { shortValue, Specimen } from '@/ui/specimen/swatch';
import classes from './brands.module.css';

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
          <Select
            aria-label="Rows"
            w={150}
            allowDeselect={false}
            value={view.rows}
            data={view.axes.map((name) => ({ value: name, label: `Rows: ${name}` }))}
            onChange={(value) =>
              setQuery({ rows: value, columns: value === view.columns ? view.rows : view.columns })
            }
          />
          {view.axes.length > 2 && (
            <Select
              aria-label="Columns"
              w={170}
              allowDeselect={false}
              value={view.columns}
              data={view.axes
                .filter((name) => name !== view.rows)
                .map((name) => ({ value: name, label: `Columns: ${name}` }))}
              onChange={(value) => setQuery({ columns: value })}
            />
          )}
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
      <div className={classes.wall}>
        {view.brands.map((brand) => (
          <Brand key={brand.context} brand={brand} view={view} />
        ))}
      </div>
    </StagePage>
  );
}

function Brand({ brand, view }: { brand: BrandRow; view: BrandsView }) {
  const { context, cells, unset, valued } = brand;
  const forgotten = unset.filter(({ valuedIn }) => valuedIn.length > 0);
  return (
    <section className={classes.brand} aria-labelledby={`context-${context}`}>
      <header>
        <h2 id={`context-${context}`}>{context}</h2>
        {brand.default ? (
          <Badge variant="default" tt="none">
            Default
          </Badge>
        ) : (
          <Text size="sm" c="dimmed">
            Has values for {valued} of the {counted(view.used, 'purpose')} in use here
          </Text>
        )}
      </header>
      <div className={classes.cells}>
        {cells.map((cell) => (
          <figure key={cell.context ?? ''}>
            <figcaption>{cell.context ?? view.rows}</figcaption>
            <PreviewFrame
              title={`${view.shown.join(', ')} under ${[context, cell.context].filter(Boolean).join(', ')}`}
              html={cell.html}
              css={view.css}
              attributes={contextAttributes(cell.lens)}
              backdrop={cell.backdrop}
              padding={16}
            />
          </figure>
        ))}
      </div>
      <div className={classes.unset}>
        {brand.default ? (
          <Text size="sm" c="dimmed">
            The other rows show what they change from this one.
          </Text>
        ) : unset.length === 0 ? (
          <Text size="sm">All {counted(view.used, 'purpose')} in use here have a value of their own.</Text>
        ) : (
          <>
            <h3>
              Left at default: {unset.length}
              {forgotten.length > 0 && `, ${forgotten.length} of which another ${view.rows} has a value for`}
            </h3>
            <Spoiler maxHeight={246} showLabel={`Show all ${unset.length}`} hideLabel="Show fewer">
              <ul>
                {unset.map((token) => (
                  <Unset key={token.path} token={token} lens={cells[0]!.lens} />
                ))}
              </ul>
            </Spoiler>
          </>
        )}
      </div>
    </section>
  );
}

/** A token with the way to where its value under the brand is set. */
function Unset({ token, lens }: { token: BrandRow['unset'][number]; lens: Record<string, string> }) {
  const library = useLibrary();
  const at = new URLSearchParams(
    library.axes.flatMap(({ name, default: standard }) =>
      lens[name] !== standard ? [[name, lens[name]!]] : [],
    ),
  );
  return (
    <li data-forgotten={token.valuedIn.length > 0 || undefined}>
      <Specimen type={token.type} css={token.css} path={token.path} />
      <span>
        <PageLink
          className="path"
          href={`${libraryAddress(library.slug, 'tokens')}/${encodeURIComponent(token.path)}?${at}`}
        >
          {token.path}
        </PageLink>
        <small>
          {shortValue(token.css)}
          {token.valuedIn.length > 0 && `, has a value under ${token.valuedIn.join(', ')}`}
        </small>
      </span>
    </li>
  );
}
