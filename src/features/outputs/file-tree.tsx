'use client';

import { Tree, useTree, type RenderTreeNodePayload, type TreeNodeData } from '@mantine/core';
import { IconFile, IconFolder } from '@tabler/icons-react';
import { useMemo } from 'react';
import { bytesText } from '@/core/base/words';
import type { FileChange } from '@/core/outputs/difference';
import classes from './outputs.module.css';

const CHANGES = { added: 'New', removed: 'Removed', changed: 'Changed', same: '' } as const;

/** Files in their folders. */
function nodesOf(files: readonly FileChange[]): TreeNodeData[] {
  const top: TreeNodeData[] = [];
  for (const { name } of files) {
    const parts = name.split('/');
    let level = top;
    parts.forEach((part, i) => {
      const value = parts.slice(0, i + 1).join('/');
      let node = level.find((other) => other.value === value);
      if (!node) level.push((node = { value, label: part, ...(i < parts.length - 1 && { children: [] }) }));
      level = node.children ?? [];
    });
  }
  return top;
}

/** The files of an output with sizes, and what changed of each since the release it is compared with. */
export function FileTree({
  files,
  selected,
  select,
}: {
  files: readonly FileChange[];
  selected: string | undefined;
  select: (name: string) => void;
}) {
  const data = useMemo(() => nodesOf(files), [files]);
  const folders = useMemo(
    () => Object.fromEntries(files.flatMap(({ name }) => name.split('/').map((_, i, parts) => [parts.slice(0, i).join('/'), true]))), // prettier-ignore
    [files],
  );
  const tree = useTree({ initialExpandedState: folders });
  const byName = new Map(files.map((file) => [file.name, file]));
  const renderNode = ({ node, elementProps }: RenderTreeNodePayload) => {
    const file = byName.get(node.value);
    return (
      <span
        {...elementProps}
        data-chosen={node.value === selected || undefined}
        onClick={(event) => {
          elementProps.onClick(event);
          if (file) select(node.value);
        }}
      >
        {file ? <IconFile size={14} /> : <IconFolder size={14} />}
        <span className={classes.name}>{node.label}</span>
        {file && (
          <small>
            {file.change !== 'same' && <b data-change={file.change}>{CHANGES[file.change]}</b>}{' '}
            {bytesText(file.size)}
          </small>
        )}
      </span>
    );
  };
  return (
    <Tree
      key={data.map(({ value }) => value).join()}
      className={classes.tree}
      tree={tree}
      data={data}
      renderNode={renderNode}
      selectOnClick
      levelOffset={16}
      aria-label="Files"
      onKeyDown={(event) => {
        const value = (event.target as HTMLElement).dataset.value;
        if ((event.key === 'Enter' || event.key === ' ') && value && byName.has(value)) {
          event.preventDefault();
          select(value);
        }
      }}
    />
  );
}
