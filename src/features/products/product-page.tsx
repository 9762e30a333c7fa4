'use client';

import { EmptyState } from '@/ui/empty-state';
import { LogSince } from '@/ui/log-since';
import { Alert, Button, Group, Menu, SegmentedControl, Text } from '@mantine/core';
import { IconDots, IconPlus } from '@tabler/icons-react';
import { PageLink } from '@/ui/page-link';
import { useEffect, useRef, useState } from 'react';
import { contextAttributes } from '@/core/products/screen';
import type { ScreenView } from '@/editing/products/queries/screen';
import { useDocumentQuery } from '@/features/session/document';
import { useBeside, useLensLink, useQuery, useTrace } from '@/ui/frame/lens';
import { GridSelect, useGrid } from '@/ui/specimen/grid-select';
import { PAGE_BACKDROP } from '@/core/components/page-backdrop';
import { PreviewFrame } from '@/ui/specimen/preview-frame';
import { useProduct } from '@/features/session/product-shell';
import { Refused, useStore } from '@/features/session/refused';
import { LibrariesDialog } from './libraries-dialog';
import { ScreenDialog } from './screen-dialogs';
import { ScreenEditor } from './screen-editor';
import { ThemeDialog } from './theme-dialog';
import classes from './products.module.css';

/** A product's screens as they stand with the release it has taken. */
export function ProductPage() {
  const product = useProduct();
  const beside = useBeside(product.axes);
  const link = useLensLink(product.axes);
  const [query, setQuery] = useQuery();
  const current = product.screens.find((screen) => screen.id === query.get('screen')) ?? product.screens[0];
  // Where there is no other there is nothing to tell apart.
  const drawnWith = product.pins.length > 1 && product.pins.find(({ slug }) => slug === current?.library);
  const trace = useTrace();
  const marked = query.get('placement');
  const view = useDocumentQuery('screen', { id: current?.id, ...(trace !== null && { trace }) });
  const placed = useDocumentQuery('placing', { id: current?.id });
  const grid = useGrid(view?.grids);
  return (
    <>
      <div className={classes.head}>
        <h1>{product.name}</h1>
        <Text c="dimmed">{product.about}</Text>
        <Text size="sm" c="dimmed">
          Team: {product.team}
        </Text>
      </div>
      {product.pins.map(
        ({ slug, name, version, newest, withdrawn }) =>
          // Where it is withdrawn, what stands above leads to another.
          newest !== null &&
          withdrawn === null && (
            <Alert key={slug} mb="md" color="ink" title={`${name} ${newest} is out`}>
              <Group>
                <Text size="sm">
                  {product.name} is pinned to {version}. Nothing changes on these screens until you upgrade.
                </Text>
                <Button
                  component={PageLink}
                  href={link(`/products/${product.slug}/upgrade/${slug}/${newest}`)}
                  aria-label={`Review upgrade to ${name} ${newest}`}
                >
                  Review upgrade
                </Button>
              </Group>
            </Alert>
          ),
      )}
      <ScreenBar
        product={product}
        current={current}
        choose={(id) => setQuery({ screen: id, placement: null })}
      />
      {!view ? (
        <EmptyState title={product.pins.length === 0 ? 'No library yet.' : 'No screens yet.'}>
          {product.pins.length === 0 && 'Add a library under Libraries first. '}A screen is built from
          components of the pinned release. Add one and place components on it, or send HTML files whose
          elements name components by the API (POST /api/v1/products/{product.slug}/import).
        </EmptyState>
      ) : (
        <div className={beside.length > 1 ? undefined : classes.withSide}>
          <div className={classes.screens}>
            {beside.map(({ label, lens }) => (
              <figure
                key={label}
                className={classes.screen}
                style={{ width: beside.length > 1 ? view.width * 0.7 : view.width }}
              >
                <figcaption>
                  {view.title}
                  {label ? `, ${label}` : ''}
                  {drawnWith ? `, drawn with ${drawnWith.name} ${drawnWith.version}` : ''}
                  <GridSelect grids={view.grids} />
                </figcaption>
                {label === beside[0]?.label && <ScreenFindings findings={view.findings} />}
                <PreviewFrame
                  title={`Screen ${view.title}${label ? ` under ${label}` : ''}`}
                  html={view.html}
                  css={view.css}
                  attributes={contextAttributes(lens)}
                  backdrop={PAGE_BACKDROP}
                  width={view.width}
                  scale={beside.length > 1 ? 0.7 : 1}
                  marked={marked ? [marked] : []}
                  trace={view.trace}
                  grid={grid}
                />
              </figure>
            ))}
          </div>
          <div className={classes.side}>
            {placed && <ScreenEditor view={placed} canEdit={product.canEdit} />}
            <History product={product} />
          </div>
        </div>
      )}
    </>
  );
}

/** The screens there are, and what can be done with the one shown. */
function ScreenBar({
  product,
  current,
  choose,
}: {
  product: ReturnType<typeof useProduct>;
  current: ReturnType<typeof useProduct>['screens'][number] | undefined;
  choose: (id: string | null) => void;
}) {
  const { put, refusal } = useStore();
  const [doing, setDoing] = useState<'add' | 'edit' | 'theme' | 'libraries' | null>(null);
  const theme = current?.theme ?? current?.usualTheme;
  // Whoever adds a screen goes on with that one, once it is there.
  const wanted = useRef<string>(undefined);
  useEffect(() => {
    const added =
      wanted.current !== undefined && product.screens.find(({ title }) => title === wanted.current);
    if (!added) return;
    wanted.current = undefined;
    choose(added.id);
  }, [product.screens, choose]);
  return (
    <>
      <Group gap="sm" className={classes.screenBar}>
        {product.screens.length > 1 && (
          <SegmentedControl
            aria-label="Screen"
            value={current?.id}
            onChange={choose}
            data={product.screens.map((screen) => ({ value: screen.id, label: screen.title }))}
          />
        )}
        {product.canEdit && product.library && (
          <Button variant="default" leftSection={<IconPlus size={14} />} onClick={() => setDoing('add')}>
            Add screen
          </Button>
        )}
        {current && theme && (
          <Text size="sm" c="dimmed">
            Theme {theme}
          </Text>
        )}
        {product.canEdit && current && current.themes.length > 0 && (
          <Button variant="default" onClick={() => setDoing('theme')}>
            Apply theme
          </Button>
        )}
        {product.canEdit && (
          <Button variant="default" onClick={() => setDoing('libraries')}>
            Libraries
          </Button>
        )}
        {product.canEdit && current && (
          <Menu>
            <Menu.Target>
              <Button variant="default" rightSection={<IconDots size={14} />}>
                Screen actions
              </Button>
            </Menu.Target>
            <Menu.Dropdown>
              <Menu.Item onClick={() => setDoing('edit')}>
                {product.pins.length > 1 ? 'Edit title, width and library' : 'Edit title and width'}
              </Menu.Item>
              <Menu.Item onClick={() => void put('duplicateScreen', { screen: current.id })}>
                Duplicate screen
              </Menu.Item>
              <Menu.Item
                color="red"
                onClick={() => void put('removeScreen', { screen: current.id }).then(() => choose(null))}
              >
                Remove screen
              </Menu.Item>
            </Menu.Dropdown>
          </Menu>
        )}
      </Group>
      <Refused refusal={refusal} />
      {doing === 'add' && (
        <ScreenDialog close={() => setDoing(null)} added={(title) => (wanted.current = title)} />
      )}
      {doing === 'theme' && current && <ThemeDialog screen={current} close={() => setDoing(null)} />}
      {doing === 'libraries' && <LibrariesDialog close={() => setDoing(null)} />}
      {doing === 'edit' && <ScreenDialog screen={current} close={() => setDoing(null)} />}
    </>
  );
}

/** What is to be mended on the screen; choosing one outlines where it stands. */
function ScreenFindings({ findings }: { findings: ScreenView['findings'] }) {
  const [query, setQuery] = useQuery();
  if (findings.length === 0) return null;
  return (
    <ul className={classes.findings} aria-label="Findings on this screen">
      {findings.map((finding) => (
        <li key={finding.placement + finding.message} data-level={finding.level}>
          <button
            aria-pressed={query.get('placement') === finding.placement}
            onClick={() =>
              setQuery({ placement: query.get('placement') === finding.placement ? null : finding.placement })
            }
          >
            {finding.message}.
          </button>{' '}
          {finding.fix && `${finding.fix}.`}
        </li>
      ))}
    </ul>
  );
}

function History({ product }: { product: ReturnType<typeof useProduct> }) {
  return (
    <section className={classes.history}>
      <h2>History</h2>
      <ul>
        {product.history.slice(0, 10).map((entry, i) => (
          <li key={i}>
            {entry.label}{' '}
            <small>
              by {entry.author},{' '}
              {new Date(entry.at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
            </small>
          </li>
        ))}
      </ul>
      <LogSince at={product.logSince} />
    </section>
  );
}
