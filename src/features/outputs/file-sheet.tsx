'use client';

import { Button, CopyButton, SegmentedControl, Text } from '@mantine/core';
import type { ReactNode } from 'react';
import { bytesText, counted } from '@/core/base/words';
import type { FileChange } from '@/core/outputs/difference';
import { languageOf } from './language-of';
import { useQuery } from '@/ui/frame/lens';
import { CodeView } from './code-view';
import classes from './outputs.module.css';

/** One of several files, highlighted, as it is or beside what it was in an earlier release. */
export function FileSheet({
  files,
  file,
  earlier,
  notices,
  empty,
}: {
  files: readonly FileChange[];
  file: FileChange | undefined;
  /** The release the files are compared with, where there is one. */
  earlier?: string | undefined;
  notices?: ReactNode;
  /** What stands there instead while there is no file. */
  empty?: ReactNode;
}) {
  const [query, setQuery] = useQuery();
  const difference = query.get('show') === 'difference' && earlier !== undefined;
  const changed = files.filter(({ change }) => change !== 'same').length;
  return (
    <section className={classes.sheet} aria-label="File contents">
      <header>
        <strong className="path">{file?.name}</strong>
        {earlier !== undefined && (
          <SegmentedControl
            size="xs"
            aria-label="View"
            value={difference ? 'difference' : 'contents'}
            onChange={(value) => setQuery({ show: value === 'difference' ? value : null })}
            data={[
              { value: 'contents', label: 'Contents' },
              { value: 'difference', label: `Difference from ${earlier}` },
            ]}
          />
        )}
        {earlier !== undefined && files.length > 0 && (
          <Text size="sm" c="dimmed">
            {changed === 0
              ? 'No file differs.'
              : `${changed} of ${counted(files.length, 'file')} ${changed === 1 ? 'differs' : 'differ'}.`}
          </Text>
        )}
        {file && !file.stored && (
          <CopyButton value={file.after}>
            {({ copied, copy }) => (
              <Button variant="default" size="compact-sm" onClick={copy}>
                {copied ? 'Copied' : 'Copy file'}
              </Button>
            )}
          </CopyButton>
        )}
      </header>
      {notices}
      <div data-testid="output">
        {file?.stored ? (
          <Text p="md" c="dimmed">
            {file.name} is not text: {bytesText(file.size)}, uploaded to the library’s assets.
          </Text>
        ) : file ? (
          <CodeView
            key={`${file.name} ${difference}`}
            label={file.name}
            language={languageOf(file.name) ?? 'css'}
            text={file.change === 'removed' ? '' : file.after}
            {...(difference && { before: file.before })}
          />
        ) : (
          empty
        )}
      </div>
    </section>
  );
}
