'use client';

import { Tree, useTree, type RenderTreeNodePayload, type TreeNodeData } from '@mantine/core';
import { IconFile, IconFolder } from '@tabler/icons-react';
import { useMemo, useState } from 'react';
import { bytesText } from '@/core/base/words';
import type { FileChange } from '@/core/outputs/difference';
import classes from './outputs.module.css';

const CHANGES = { added: 'New', removed: 'Removed', changed: 'Changed', same: '' } as const;

type Listed = Pick<FileChange, 'name' | 'size' | 'change'>;

/** With more files than this, folders are closed but those of the file that is shown. */
const MOST_OPEN = 200;

/** The folders that a file stands in, the outermost first. */
const foldersOf = (name: string): string[] =>
  name
    .split('/')
    .slice(0, -1)
    .map((_, i, parts) => parts.slice(0, i + 1).join('/'));

/** Files in their folders. */
function nodesOf(files: readonly Listed[]): TreeNodeData[] {
  const top: TreeNodeData[] = [];
  const known = new Map<string, TreeNodeData>();
  for (const { name } of files) {
    const parts = name.split('/');
    let level = top;
    parts.forEach((part, i) => {
      const value = parts.slice(0, i + 1).join('/');
      let node = known.get(value);
      if (!node) {
        level.push((node = { value, label: part, ...(i < parts.length - 1 && { children: [] }) }));
        known.set(value, node);
      }
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
  files: readonly Listed[];
  selected: string | undefined;
  select: (name: string) => void;
}) {
  const data = useMemo(() => nodesOf(files), [files]);
  // What is open at first: the tree keeps it from there.
  const [folders] = useState(() => {
    const open = files.length > MOST_OPEN ? files.filter(({ name }) => name === selected) : files;
    return Object.fromEntries(open.flatMap(({ name }) => foldersOf(name).map((folder) => [folder, true])));
  });
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
