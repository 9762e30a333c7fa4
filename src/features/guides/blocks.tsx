'use client';

import { Alert, Text } from '@mantine/core';
import { useState } from 'react';
import { LOOK_PROPERTIES } from '@/core/components/code/code';
import type { MeasuredPart } from '@/core/components/measured';
import { deprecationText } from '@/core/components/standing';
import { contextAttributes } from '@/core/screens/screen';
import type { BlockView } from '@/core/views/guide';
import { AnatomyFigure } from '@/features/components/anatomy-panel';
import { PropTable } from '@/features/components/prop-table';
import { useLibrary } from '@/features/libraries/shell';
import { useLens } from '@/ui/frame/lens';
import { BesideFrames } from '@/ui/specimen/beside';
import { GridSelect, useGrid } from '@/ui/specimen/grid-select';
import { PreviewFrame } from '@/ui/specimen/preview-frame';
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

function Missing({ name }: { name: string }) {
  return (
    <Text c="var(--bad)">
      The component {name} is not in this library any more. Choose another, or take this block out.
    </Text>
  );
}

/** What a reader has to know before taking this component. */
function Standing({ block }: { block: Pick<Of<'component'>, 'name' | 'deprecated'> }) {
  if (!block.deprecated) return null;
  return (
    <Alert color="red" mb="sm">
      {block.name} is {deprecationText(block.deprecated)}.
    </Alert>
  );
}

function ComponentBlock({ block }: Drawn<'component'>) {
  const { axes } = useLibrary();
  const grid = useGrid(block.grids);
  if (block.missing) return <Missing name={block.name} />;
  return (
    <div className={classes.component}>
      <Standing block={block} />
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

/** The anatomy as it is measured here and now, so that it is never stale. */
function AnatomyBlock({ block }: Drawn<'anatomy'>) {
  const { axes } = useLibrary();
  const lens = useLens(axes);
  const [boxes, setBoxes] = useState<MeasuredPart[]>([]);
  if (block.missing) return <Missing name={block.name} />;
  return (
    <div className={classes.component}>
      <Standing block={block} />
      <PreviewFrame
        title={`${block.name}, as its anatomy is measured`}
        html={block.html}
        css={block.css}
        attributes={contextAttributes(lens)}
        ground="var(--color-surface-page, #fff)"
        padding={28}
        measure={LOOK_PROPERTIES}
        onMeasured={setBoxes}
      />
      <AnatomyFigure name={block.name} lens={lens} boxes={boxes} props={block.given} states={AT_REST} />
    </div>
  );
}

const AT_REST: string[] = [];

/** How each kind of block is drawn. */
export const BLOCKS = {
  text: TextBlock,
  tokenTable: TokenTable,
  typeSpecimen: TypeSpecimen,
  component: ComponentBlock,
  anatomy: AnatomyBlock,
};
