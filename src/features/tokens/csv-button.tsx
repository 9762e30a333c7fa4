'use client';

import { Button } from '@mantine/core';
import { IconDownload } from '@tabler/icons-react';
import type { QueryArguments } from '@/editing/queries';
import { useAsk } from '@/features/session/document';
import { download } from './download';

type CsvView = 'findingsCsv' | 'pairingsCsv' | 'overridesCsv' | 'tokenCsv';

/** What a page lists, as CSV. */
export function CsvButton<K extends CsvView>({
  view,
  input,
  file,
}: {
  view: K;
  input: QueryArguments<K>;
  file: string;
}) {
  const ask = useAsk();
  return (
    <Button
      variant="default"
      leftSection={<IconDownload size={14} />}
      onClick={() => void ask(view, input).then((text) => download(file, text))}
    >
      CSV
    </Button>
  );
}
