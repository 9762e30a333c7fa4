'use client';

import { Text } from '@mantine/core';
import { shortValue } from '@/ui/specimen/swatch';
import type { DrawnBlock } from './block';
import classes from '../guides.module.css';

/** Spaces to measure, one under the other, smallest first as the library has them. */
export function SpacingRuler({ block }: DrawnBlock<'spacingRuler'>) {
  if (block.rows.length === 0)
    return (
      <Text c="var(--bad)">
        There are no dimension tokens in {block.group}. Choose another group, or remove this block.
      </Text>
    );
  return (
    <div className={classes.types}>
      {block.rows.map(({ path, css }) => (
        <div key={path} className={classes.typeRow}>
          <div>
            <span className="path">{path}</span>
            <small>{shortValue(css)}</small>
          </div>
          <span
            data-specimen
            style={{
              display: 'inline-block',
              height: 14,
              width: typeof css === 'string' ? css : 0,
              background: 'var(--accent)',
            }}
          />
        </div>
      ))}
    </div>
  );
}
