'use client';

import { Text } from '@mantine/core';
import type { BlockView } from '@/core/views/guide';
import { PropTable } from '@/features/components/prop-table';
import { useLibrary } from '@/features/libraries/shell';
import { BesideFrames } from '@/ui/specimen/beside';
import { GridSelect, useGrid } from '@/ui/specimen/grid-select';
import { shortValue, Specimen } from '@/ui/specimen/swatch';
import { Prose } from '@/ui/markdown';
import classes from './guides.module.css';

type Of<K extends BlockView['kind']> = Extract<BlockView, { kind: K }>;
interface Drawn<K extends BlockView['kind']> {
  block: Of<K>;
}

function TextBlock({ block }: Drawn<'text'>) {
  return (
    <div className={classes.text}>
      <Prose>{block.markdown}</Prose>
    </div>
  );
}

function TokenTable({ block }: Drawn<'tokenTable'>) {
  if (block.rows.length === 0)
    return (
      <Text c="var(--bad)">
        There are no tokens in {block.group}. Choose another group, or take this block out.
      </Text>
    );
  return (
    <table className="rows">
      <caption className={classes.caption}>{block.group}</caption>
      <thead>
        <tr>
          <th>Token</th>
          <th>Value</th>
          <th>What for</th>
        </tr>
      </thead>
      <tbody>
        {block.rows.map((row) => (
          <tr key={row.path}>
            <td className="path">{row.path}</td>
            <td>
              <span className={classes.value}>
                <Specimen type={row.type} css={row.css} />
                <span className="path">{shortValue(row.css)}</span>
              </span>
            </td>
            <td>
              {row.deprecated ? 'Deprecated. ' : ''}
              {row.description || (row.alias ? `Takes ${row.alias}` : '')}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function TypeSpecimen({ block }: Drawn<'typeSpecimen'>) {
  if (block.rows.length === 0)
    return (
      <Text c="var(--bad)">
        There are no typography tokens in {block.group}. Choose another group, or take this block out.
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

function ComponentBlock({ block }: Drawn<'component'>) {
  const { axes } = useLibrary();
  const grid = useGrid(block.grids);
  if (block.missing)
    return (
      <Text c="var(--bad)">
        The component {block.name} is not in this library any more. Choose another, or take this block out.
      </Text>
    );
  return (
    <div className={classes.component}>
      <div className={classes.grids}>
        <GridSelect grids={block.grids} />
      </div>
      <BesideFrames
        grid={grid}
        axes={axes}
        title={`Specimen of ${block.name}`}
        html={block.html}
        css={block.css}
        ground="var(--color-surface-page, #fff)"
        padding={28}
      />
      <PropTable props={block.props} />
    </div>
  );
}

/** How each kind of block is drawn. */
export const BLOCKS = {
  text: TextBlock,
  tokenTable: TokenTable,
  typeSpecimen: TypeSpecimen,
  component: ComponentBlock,
};
