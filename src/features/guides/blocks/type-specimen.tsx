'use client';

import { Text } from '@mantine/core';
import { shortValue } from '@/ui/specimen/swatch';
import type { DrawnBlock } from './block';
import classes from '../guides.module.css';

export function TypeSpecimen({ block }: DrawnBlock<'typeSpecimen'>) {
  if (block.rows.length === 0)
    return (
      <Text c="var(--bad)">
        There are no typography tokens in {block.group}. Choose another group, or remove this block.
      </Text>
    );
  return (
    <div className={classes.types}>
      {block.rows.map((row) => {
        const css = typeof row.css === 'object' ? row.css : {};
        return (
          <div key={row.path} className={classes.typeRow}>
            <div>
              <span className="path">{row.path}</span>
              <small>{shortValue(row.css)}</small>
            </div>
            <span
              data-specimen
              style={{
                fontFamily: css['font-family'],
                fontSize: css['font-size'],
                fontWeight: Number(css['font-weight']) || undefined,
                letterSpacing: css['letter-spacing'],
                lineHeight: css['line-height'],
              }}
            >
              {block.sample || row.path}
            </span>
          </div>
        );
      })}
    </div>
  );
}
