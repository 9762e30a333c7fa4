'use client';

import { Button, Group, Select, Stack, Text } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useState } from 'react';
import { counted } from '@/core/base/words';
import { contextAttributes } from '@/core/products/screen';
import { useDocumentQuery } from '@/features/session/document';
import { useProduct } from '@/features/session/product-shell';
import { Refused, useStore } from '@/features/session/refused';
import { DialogFoot } from '@/ui/dialog-foot';
import { useLens } from '@/ui/frame/lens';
import { PAGE_BACKDROP } from '@/core/components/page-backdrop';
import { PreviewFrame } from '@/ui/specimen/preview-frame';
import classes from './products.module.css';

/** One screen, or all, are given another theme of the pinned release, once what that changes has been seen. */
export function ThemeDialog({
  screen,
  close,
}: {
  screen: ReturnType<typeof useProduct>['screens'][number];
  close: () => void;
}) {
  const product = useProduct();
  const lens = useLens(product.axes);
  const { put, refusal } = useStore();
  const [where, setWhere] = useState<'all' | 'one'>(screen.theme === null ? 'all' : 'one');
  const present = where === 'all' ? screen.usualTheme : screen.theme;
  const [theme, setTheme] = useState<string | null>(
    screen.themes.find((name) => name !== present) ?? present,
  );
  const input = { theme, screen: where === 'all' ? null : screen.id, ...(screen.library !== null && { library: screen.library }) }; // prettier-ignore
  const review = useDocumentQuery('themeReview', input);
  return (
    <Dialog opened onClose={close} title="Apply theme" size={1000}>
      <form
        onSubmit={async (event) => {
          event.preventDefault();
          if (await put('setTheme', input)) close();
        }}
      >
        <Stack gap="sm">
          <Group align="end">
            <Select
              label="Theme"
              w={220}
              allowDeselect={false}
              value={theme ?? ''}
              data={[
                ...screen.themes.map((name) => ({ value: name, label: name })),
                { value: '', label: where === 'all' ? 'As each component says' : 'As on all screens' },
              ]}
              onChange={(value) => setTheme(value || null)}
            />
            <Select
              label="Screens"
              w={220}
              allowDeselect={false}
              value={where}
              data={[
                { value: 'all', label: 'All screens' },
                { value: 'one', label: screen.title },
              ]}
              onChange={(value) => setWhere(value as 'all' | 'one')}
            />
            <Text size="sm" c="dimmed">
              {present === null ? 'No theme is chosen here now.' : `Theme now: ${present}.`}
            </Text>
          </Group>
          {review && (
            <div className={classes.themeReview} role="region" aria-label="Changes" tabIndex={0}>
              <Text size="sm">
                {review.areas.length === 0
                  ? 'Nothing changes: no component here follows a theme, or all look the same.'
                  : `${counted(review.areas.length, 'placement')} on ${counted(review.screens.length, 'screen')} will look different.`}
              </Text>
              {review.screens.map((one) => (
                <section key={one.id} aria-label={one.title}>
                  <h3>{one.title}</h3>
                  <div className={classes.themePair}>
                    {(['before', 'after'] as const).map((side) => (
                      <figure key={side}>
                        <PreviewFrame
                          title={`Screen ${one.title}, ${side}`}
                          html={one[side].html}
                          css={one[side].css}
                          attributes={contextAttributes(lens)}
                          backdrop={PAGE_BACKDROP}
                          width={one[side].width}
                          scale={Math.min(1, 440 / one[side].width)}
                        />
                        <figcaption>{side === 'before' ? 'Before' : 'After'}</figcaption>
                      </figure>
                    ))}
                  </div>
                  <ul>
                    {review.areas
                      .filter((area) => area.screen === one.id)
                      .map((area) => (
                        <li key={area.placement}>
                          {area.component}
                          {area.label && ` “${area.label}”`}:{' '}
                          {area.differences
                            .map(
                              (difference) =>
                                `${difference.property} of ${difference.part} from ${difference.before ?? 'not set'} to ${difference.after ?? 'not set'} (${difference.where})`,
                            )
                            .join('; ')}
                        </li>
                      ))}
                  </ul>
                </section>
              ))}
            </div>
          )}
          <Refused refusal={refusal} />
          <DialogFoot close={close}>
            <Button type="submit">{theme === null ? 'Remove theme' : 'Apply theme'}</Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}
