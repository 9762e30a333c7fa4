'use client';

import { Button, Group, SegmentedControl, Text } from '@mantine/core';
import { useState } from 'react';
import { useDocumentQuery } from '@/features/session/document';
import { Wall, WallAxes } from '@/features/foundations/brands/context-wall';
import { libraryAddress } from '@/features/session/navigation';
import { useProduct } from '@/features/session/product-shell';
import { Refused, useStore } from '@/features/session/refused';
import { EmptyState } from '@/ui/empty-state';
import { focusWhenShown } from '@/ui/focus-when-shown';
import { useLens, useQuery } from '@/ui/frame/lens';
import { PageSkeleton } from '@/ui/page-skeleton';
import { lensParameters } from '@/ui/frame/lens-address';
import classes from '../products.module.css';

/** A screen of the product under every brand and scheme of the pinned release; one of them is applied to the product. */
export function ProductBrands() {
  const product = useProduct();
  const lens = useLens(product.axes);
  const [query, setQuery] = useQuery();
  const { put, refusal } = useStore();
  const view = useDocumentQuery('productBrands', {
    id: query.get('screen') ?? undefined,
    rows: query.get('rows'),
    columns: query.get('columns'),
    lens,
  });
  const { library } = product;
  const [chosen, setChosen] = useState<string | null>(null);
  const apply = (context: string) => {
    setChosen(context);
    void put('applyContext', { axis: view!.rows, context });
  };
  return (
    <>
      <div className={classes.head}>
        <h1>Brands of {product.name}</h1>
      </div>
      {view === undefined ? (
        <PageSkeleton label="Drawing the screens" />
      ) : view === null || !library ? (
        product.screens.length === 0 ? (
          <EmptyState title="No screens yet.">
            A screen of this product is shown here under every brand and scheme at once. Add a screen first.
          </EmptyState>
        ) : (
          <EmptyState title="Every value applies in every context.">
            Screens are shown here under every brand and scheme of the pinned release, which has none.
          </EmptyState>
        )
      ) : (
        <>
          <Group gap="sm" className={classes.screenBar}>
            {product.screens.length > 1 && (
              <SegmentedControl
                aria-label="Screen"
                value={view.screen.id}
                onChange={(id) => setQuery({ screen: id })}
                data={product.screens.map((screen) => ({ value: screen.id, label: screen.title }))}
              />
            )}
            <WallAxes view={view} />
          </Group>
          <Refused refusal={refusal} />
          <Wall
            view={view}
            title={`Screen ${view.screen.title}`}
            width={view.screen.width}
            tokenHref={(path, seen) =>
              `${libraryAddress(library.slug, 'tokens')}/${encodeURIComponent(path)}?${new URLSearchParams(lensParameters(seen))}`
            }
            about={(context) =>
              context === view.applied ? (
                <Text size="sm" tabIndex={-1} ref={context === chosen ? focusWhenShown : undefined}>
                  Applied to {product.name}
                </Text>
              ) : (
                product.canEdit && (
                  <Button variant="default" size="xs" mt={8} onClick={() => apply(context)}>
                    Apply {context}
                  </Button>
                )
              )
            }
          />
        </>
      )}
    </>
  );
}
