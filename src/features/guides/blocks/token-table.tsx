'use client';

import { Text } from '@mantine/core';
import { shortValue, Specimen } from '@/ui/specimen/swatch';
import type { DrawnBlock } from './block';
import classes from '../guides.module.css';

export function TokenTable({ block }: DrawnBlock<'tokenTable'>) {
  if (block.rows.length === 0)
    return (
      <Text c="var(--bad)">
        There are no tokens in {block.group}. Choose another group, or remove this block.
      </Text>
    );
  return (
    <table className="rows">
      <caption className={classes.caption}>{block.group}</caption>
      <thead>
        <tr>
          <th>Token</th>
          <th>Value</th>
          <th>Description</th>
        </tr>
      </thead>
      <tbody>
        {block.rows.map((row) => (
          <tr key={row.path}>
            <td className="path">{row.path}</td>
            <td>
              <span className={classes.value}>
                <Specimen type={row.type} css={row.css} path={row.path} />
                <span className="path">{shortValue(row.css)}</span>
              </span>
            </td>
            <td>
              {row.deprecated ? 'Deprecated. ' : ''}
              {row.description || (row.alias ? `Alias of ${row.alias}` : '')}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
