'use client';

import { Text } from '@mantine/core';
import { lookText } from '@/core/guides/look';
import { PropTable } from '@/features/components/props/prop-table';
import { useLibrary } from '@/features/session/library-shell';
import { BesideFrames } from '@/ui/specimen/beside';
import { GridSelect, useGrid } from '@/ui/specimen/grid-select';
import type { DrawnBlock } from './block';
import { Deprecated, Missing } from './component-notices';
import { PAGE_BACKDROP } from '@/core/components/page-backdrop';
import classes from '../guides.module.css';

export function ComponentBlock({ block }: DrawnBlock<'component'>) {
  const { axes } = useLibrary();
  const grid = useGrid(block.grids);
  if (block.missing) return <Missing name={block.name} />;
  return (
    <div className={classes.component}>
      <Deprecated {...block} />
      <div className={classes.grids}>
        <GridSelect grids={block.grids} />
      </div>
      <BesideFrames
        grid={grid}
        axes={axes}
        title={`Specimen of ${block.name}`}
        html={block.html}
        css={block.css}
        backdrop={PAGE_BACKDROP}
        padding={28}
        under={block.look.under}
        {...(block.look.width !== undefined && { width: block.look.width })}
      />
      {lookText(block.look) && (
        <Text size="xs" c="dimmed" mt={4}>
          Shown with {lookText(block.look)}
        </Text>
      )}
      <PropTable props={block.props} />
    </div>
  );
}
