'use client';

import { Button, SegmentedControl, Skeleton, Text } from '@mantine/core';
import { IconDownload } from '@tabler/icons-react';
import { useMemo } from 'react';
import { counted } from '@/core/base/words';
import { fileChanges } from '@/core/outputs/difference';
import { OUTPUTS } from '@/core/outputs/registry';
import { useCall } from '@/features/session/call';
import { useQuery } from '@/ui/frame/lens';
import { CodeView } from '../code-view';
import { download } from '../download-files';
import { FileTree } from '../file-tree';
import classes from '../outputs.module.css';

/** How its text is highlighted, by the ending of a file's name. */
const ENDINGS: Record<string, (typeof OUTPUTS extends ReadonlyMap<string, infer O> ? O : never)['language']> =
  {
    css: 'css',
    scss: 'scss',
    less: 'less',
    json: 'json',
    js: 'javascript',
    ts: 'typescript',
    swift: 'swift',
    kt: 'kotlin',
    xml: 'xml',
  };

/** The files of one delivery, each beside that of the delivery before. */
export function DeliveryView({ slug, id }: { slug: string; id: string }) {
  const [query, setQuery] = useQuery();
  const { data, error } = useCall('GET /libraries/{slug}/deliveries/{id}', { slug, id });
  const files = useMemo(() => (data ? fileChanges(data.before?.files, data.files) : []), [data]);
  if (error) return <Text c="var(--mantine-color-error)">{error.message}</Text>;
  if (!data || data.id !== id)
    return <Skeleton height={320} role="status" aria-label="Reading the delivery" />;
  const file = files.find(({ name }) => name === query.get('file')) ?? files.find(({ change }) => change !== 'same') ?? files[0]; // prettier-ignore
  const changed = files.filter(({ change }) => change !== 'same').length;
  const difference = query.get('show') === 'difference' && data.before !== null;
  return (
    <div className={classes.page}>
      <aside className={classes.choices}>
        <Button
          variant="default"
          leftSection={<IconDownload size={14} />}
          onClick={() => download(data.files, `${slug}-${data.version}-${data.name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}.zip`)} // prettier-ignore
        >
          Download {counted(data.files.length, 'file')}
        </Button>
        <FileTree files={files} selected={file?.name} select={(name) => setQuery({ file: name })} />
      </aside>
      <section className={classes.sheet} aria-label="File contents">
        <header>
          <strong className="path">{file?.name}</strong>
          {data.before && (
            <>
              <SegmentedControl
                size="xs"
                aria-label="View"
                value={difference ? 'difference' : 'contents'}
                onChange={(value) => setQuery({ show: value === 'difference' ? value : null })}
                data={[
                  { value: 'contents', label: 'Contents' },
                  { value: 'difference', label: `Difference from ${data.before.version}` },
                ]}
              />
              <Text size="sm" c="dimmed">
                {changed === 0
                  ? 'No file differs from the delivery before.'
                  : `${counted(changed, 'file')} of ${files.length} ${changed === 1 ? 'differs' : 'differ'} from the delivery before.`}
              </Text>
            </>
          )}
        </header>
        {file && (
          <CodeView
            key={`${id} ${file.name} ${difference}`}
            label={file.name}
            language={ENDINGS[file.name.split('.').at(-1)!] ?? 'css'}
            text={file.change === 'removed' ? '' : file.after}
            {...(difference && { before: file.before })}
          />
        )}
      </section>
    </div>
  );
}
