'use client';

import { EmptyState } from '@/ui/empty-state';
import { counted } from '@/core/base/words';
import { Button, Checkbox, Group, SegmentedControl, Text } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { PageLink } from '@/ui/page-link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { contextAttributes } from '@/core/products/screen';
import { notifyError, useDocumentQuery } from '@/features/session/document';
import { call } from '@/features/session/call';
import { useGo } from '@/ui/frame/here';
import { useLens, useLensLink } from '@/ui/frame/lens';
import { PAGE_BACKDROP } from '@/core/components/page-backdrop';
import { PreviewFrame } from '@/ui/specimen/preview-frame';
import { Prose } from '@/ui/markdown';
import { useKeys } from '@/ui/use-keys';
import { PageSkeleton } from '@/ui/page-skeleton';
import { verbTo } from '@/core/releases/version';
import { useProduct } from '@/features/session/product-shell';
import classes from './products.module.css';

/** What a newer release would change on this product's own screens, before it is taken. */
export function UpgradeReview({ library, version }: { library: string; version: string }) {
  const product = useProduct();
  const lens = useLens(product.axes);
  const link = useLensLink(product.axes);
  const router = useRouter();
  const go = useGo();
  const [hold, setHold] = useState<string[]>();
  const view = useDocumentQuery('upgrade', { library, version, ...(hold && { hold }) });
  const [side, setSide] = useState<'before' | 'after'>('after');
  const [marked, setMarked] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  useKeys([['F', () => setSide((old) => (old === 'before' ? 'after' : 'before'))]]);
  if (view === null) {
    return (
      <EmptyState
        title="There is no upgrade to review."
        actions={
          <Button component={PageLink} href={link(`/products/${product.slug}`)}>
            Back to screens
          </Button>
        }
      >
        {product.name} is either pinned to {version} already or does not use this library.
      </EmptyState>
    );
  }
  if (!view) return <PageSkeleton />;
  const take = async () => {
    setBusy(true);
    try {
      await call('POST /products/{slug}/pins', {
        slug: product.slug,
        library,
        version,
        ...(hold && { hold }),
        id: `change_${crypto.randomUUID()}`,
      });
      notifications.show({
        title: `${product.name} is pinned to ${view.library} ${version} now`,
        message: 'One undo reverts it.',
      });
      go(link(`/products/${product.slug}`));
      router.refresh();
    } catch (error) {
      notifyError(error);
    }
    setBusy(false);
  };
  return (
    <>
      <div className={classes.head}>
        <h1>
          {view.library} {view.from} → {view.to}
        </h1>
        <Text c="dimmed">
          {view.areas.length === 0
            ? 'Nothing on your screens would change.'
            : `${counted(view.areas.length, 'area')} on ${counted(view.screens.length, 'screen')} would change.`}
        </Text>
        <Group ml="auto">
          <Button variant="default" component={PageLink} href={link(`/products/${product.slug}`)}>
            Not now
          </Button>
          <Button onClick={() => void take()} loading={busy} disabled={!view.canTake}>
            {verbTo(view.from, view.to)} {view.to}
          </Button>
        </Group>
      </div>
      {!view.canTake && (
        <Text size="sm" mb="sm">
          Upgrading needs the role maintainer in {product.team}; yours is {product.role}.
        </Text>
      )}
      <div className={classes.review}>
        <div>
          <Group mb="sm">
            <SegmentedControl
              aria-label="Flip"
              value={side}
              onChange={(value) => setSide(value as 'before' | 'after')}
              data={[
                { value: 'before', label: `Before, ${view.from}` },
                { value: 'after', label: `After, ${view.to}` },
              ]}
            />
            <Text size="xs" c="dimmed">
              Press F to flip. Behaviour is not part of the picture.
            </Text>
          </Group>
          {view.screens.map((screen) => {
            const shown = screen[side];
            const scale = 0.8;
            return (
              <figure
                key={screen.id}
                className={classes.screen}
                style={{ width: shown.width * scale }}
                data-side={side}
              >
                <figcaption>
                  {screen.title}, {side === 'before' ? view.from : view.to}
                </figcaption>
                <PreviewFrame
                  title={`Screen ${screen.title}, ${side}`}
                  html={shown.html}
                  css={shown.css}
                  attributes={contextAttributes(lens)}
                  backdrop={PAGE_BACKDROP}
                  width={shown.width}
                  scale={scale}
                  marked={marked ? [marked] : []}
                  onPick={({ placement }) => placement && setMarked(placement)}
                />
              </figure>
            );
          })}
        </div>
        <div>
          {view.canTake && view.holdable.length > 0 && (
            <fieldset className={classes.holds}>
              <legend>Hold components</legend>
              <Text size="sm" c="dimmed">
                One that is held keeps its definition, with what is nested in it. Tokens are those of{' '}
                {view.to}.
              </Text>
              {view.holdable.map(({ id, name, at, isHeld, problem }) => (
                <Checkbox
                  key={id}
                  label={`Hold ${name} at ${at}`}
                  description={problem ? `${problem}.` : undefined}
                  disabled={problem !== null && !(hold?.includes(id) ?? isHeld)}
                  checked={hold ? hold.includes(id) : isHeld}
                  onChange={(event) => {
                    const now = hold ?? view.holdable.filter((one) => one.isHeld).map((one) => one.id);
                    setHold(event.currentTarget.checked ? [...now, id] : now.filter((one) => one !== id));
                  }}
                />
              ))}
            </fieldset>
          )}
          <section className={classes.areas} aria-label="What would change">
            {view.areas.map((area, i) => (
              <article
                key={area.placement}
                className={classes.area}
                data-marked={marked === area.placement || undefined}
              >
                <button
                  onClick={() => setMarked(marked === area.placement ? null : area.placement)}
                  aria-pressed={marked === area.placement}
                >
                  <b>
                    {i + 1}. {area.component}
                  </b>{' '}
                  {area.label && area.label !== 'true' ? `“${area.label}”` : ''}
                </button>
                {area.structural.map((text) => (
                  <p key={text}>{text}.</p>
                ))}
                <ul>
                  {area.differences.slice(0, 8).map((difference, j) => (
                    <li key={j}>
                      <span className="path">
                        {difference.property} of {difference.part}
                      </span>
                      : <Value text={difference.before} /> → <Value text={difference.after} />
                      <small> {difference.where}</small>
                    </li>
                  ))}
                  {area.differences.length > 8 && (
                    <li>and {area.differences.length - 8} more declarations</li>
                  )}
                </ul>
              </article>
            ))}
          </section>
          <details className={classes.notes} open={view.areas.length === 0}>
            <summary>Release notes</summary>
            <Prose>{view.notes}</Prose>
          </details>
        </div>
      </div>
    </>
  );
}

function Value({ text }: { text: string | null }) {
  if (text === null) return <span>nothing</span>;
  return (
    <span className="path">
      {/^#[0-9a-f]{6,8}$/.test(text) && (
        <span className={classes.chip} style={{ background: text }} data-specimen aria-hidden />
      )}
      {text}
    </span>
  );
}
