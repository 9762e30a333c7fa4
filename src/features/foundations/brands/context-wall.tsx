'use client';

import { Badge, Select, Spoiler, Text } from '@mantine/core';
import type { ReactNode } from 'react';
import { counted } from '@/core/base/words';
import { contextAttributes } from '@/core/products/screen';
import type { ContextWall, UnsetToken, WallRow } from '@/editing/foundations/context-wall';
import { useQuery } from '@/ui/frame/lens';
import { PageLink } from '@/ui/page-link';
import { PreviewFrame } from '@/ui/specimen/preview-frame';
import { shortValue, Specimen } from '@/ui/specimen/swatch';
import classes from './brands.module.css';

/** Which axis the rows are of, and which the columns; kept in the address. */
export function WallAxes({ view }: { view: ContextWall }) {
  const [, setQuery] = useQuery();
  const others = view.axes.filter((name) => name !== view.rows);
  return (
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
      {others.length > 1 && (
        <Select
          aria-label="Columns"
          w={170}
          allowDeselect={false}
          value={view.columns}
          data={others.map((name) => ({ value: name, label: `Columns: ${name}` }))}
          onChange={(value) => setQuery({ columns: value })}
        />
      )}
    </>
  );
}

interface Subject {
  view: ContextWall & { css: string };
  /** What is drawn, in words. */
  title: string;
  /** CSS pixels it is drawn at, where it does not take what room there is. */
  width?: number;
  /** The page of a token, seen under a combination. */
  tokenHref: (path: string, lens: Record<string, string>) => string;
  /** What can be done with a context, and what is said of it. */
  about?: (context: string) => ReactNode;
}

/** One thing under every context of an axis, by those of another, and what each leaves at its default. */
export function Wall({ view, ...subject }: Subject) {
  return (
    <div className={classes.wall}>
      {view.brands.map((brand) => (
        <Row key={brand.context} brand={brand} view={view} {...subject} />
      ))}
    </div>
  );
}

/** Room that one of a row's drawings has, in CSS pixels. */
const ROOM = 390;

function Row({ brand, view, title, width, tokenHref, about }: Subject & { brand: WallRow }) {
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
        {about?.(context)}
      </header>
      <div className={classes.cells}>
        {cells.map((cell) => (
          <figure key={cell.context ?? ''}>
            <figcaption>{cell.context ?? view.rows}</figcaption>
            <PreviewFrame
              title={`${title} under ${[context, cell.context].filter(Boolean).join(', ')}`}
              html={cell.html}
              css={view.css}
              attributes={contextAttributes(cell.lens)}
              backdrop={cell.backdrop}
              {...(width === undefined ? { padding: 16 } : { width, scale: Math.min(1, ROOM / width) })}
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
                  <Unset key={token.path} token={token} href={tokenHref(token.path, cells[0]!.lens)} />
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
function Unset({ token, href }: { token: UnsetToken; href: string }) {
  return (
    <li data-forgotten={token.valuedIn.length > 0 || undefined}>
      <Specimen type={token.type} css={token.css} path={token.path} />
      <span>
        <PageLink className="path" href={href}>
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
