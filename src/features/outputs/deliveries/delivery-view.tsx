'use client';

import { Button, Skeleton, Text } from '@mantine/core';
import { IconDownload } from '@tabler/icons-react';
import { useMemo } from 'react';
import { counted } from '@/core/base/words';
import { fileChanges } from '@/core/outputs/difference';
import { useCall } from '@/features/session/call';
import { notifyError } from '@/features/session/document';
import { useQuery } from '@/ui/frame/lens';
import { download } from '../download-files';
import { FileSheet } from '../file-sheet';
import { FileTree } from '../file-tree';
import classes from '../outputs.module.css';

/** The files of one delivery, each beside that of the delivery before. */
export function DeliveryView({ slug, id }: { slug: string; id: string }) {
  const [query, setQuery] = useQuery();
  const { data, error } = useCall('GET /libraries/{slug}/deliveries/{id}', { slug, id });
  const files = useMemo(() => (data ? fileChanges(data.before?.files, data.files) : []), [data]);
  if (error) return <Text c="var(--mantine-color-error)">{error.message}</Text>;
  if (!data || data.id !== id)
    return <Skeleton height={320} role="status" aria-label="Reading the delivery" />;
  const file = files.find(({ name }) => name === query.get('file')) ?? files.find(({ change }) => change !== 'same') ?? files[0]; // prettier-ignore
  return (
    <div className={classes.page}>
      <aside className={classes.choices}>
        <Button
          variant="default"
          leftSection={<IconDownload size={14} />}
          onClick={() => void download(data.files, `${slug}-${data.version}-${data.name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}.zip`).catch(notifyError)} // prettier-ignore
        >
          Download {counted(data.files.length, 'file')}
        </Button>
        <FileTree files={files} selected={file?.name} select={(name) => setQuery({ file: name })} />
      </aside>
      <FileSheet key={id} files={files} file={file} earlier={data.before?.version} />
    </div>
  );
}
