'use client';

import { counted, listed } from '@/core/base/words';
import { Alert, Button, Group, Stack, Text } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { ITEM_KINDS } from '@/core/kinds/registry';
import { Refusal } from '@/core/base/errors';
import { call, CallRefused } from '@/features/session/call';

const LARGEST = 5 * 1024 * 1024;

/** Components and guides come in through the server, with the token files beside them. */
export const isDocumentFile = (name: string): boolean => /\.(component\.json|guide\.md)$/.test(name);

export function DocumentFiles({ files, slug, close }: { files: File[]; slug: string; close: () => void }) {
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const attempt = useQuery({
    queryKey: ['import', slug, files.map((file) => [file.name, file.size, file.lastModified])],
    queryFn: async () => {
      const size = files.reduce((sum, file) => sum + file.size, 0);
      if (size > LARGEST)
        throw new Refusal(
          `These files hold ${(size / 1024 / 1024).toFixed(1)} MB; 5 MB of components and guides can be imported at once`,
          'Import them in parts',
        );
      const sent = await Promise.all(
        files.map(async (file) => ({ name: file.name, text: await file.text() })),
      );
      return { sent, ...(await call('POST /libraries/{slug}/import', { slug, files: sent, tryOnly: true })) };
    },
    // What a file holds and what the library holds are both asked anew each time files are chosen.
    gcTime: 0,
  });
  const tried = attempt.data;
  const bring = async () => {
    setBusy(true);
    try {
      await call('POST /libraries/{slug}/import', { slug, files: tried?.sent ?? [] });
      close();
    } catch (error) {
      setProblem(
        error instanceof CallRefused
          ? error.message
          : 'The server cannot be reached. Nothing was changed. Try again.',
      );
    }
    setBusy(false);
  };
  const errors = tried?.findings.filter((finding) => finding.level === 'error') ?? [];
  const summary = Object.entries(tried?.counts ?? {}).map(([kind, count]) =>
    kind === 'changed'
      ? `${count} changed`
      : counted(count, ...(ITEM_KINDS.get(kind)?.words ?? (['item', 'items'] as const))),
  );
  return (
    <section className="sheet" style={{ padding: 16 }}>
      <Stack gap="sm">
        {(problem || attempt.error) && (
          <Alert color="red" role="alert">
            {problem || attempt.error?.message}
          </Alert>
        )}
        {tried && (
          <>
            <Text size="sm">
              {summary.length > 0
                ? `This adds or changes ${listed(summary)}. One undo reverts all of it.`
                : 'Everything in these files is already in the library.'}
            </Text>
            {tried.findings.map((finding, i) => (
              <Text key={i} size="xs" c={finding.level === 'error' ? 'var(--bad)' : undefined}>
                {finding.at?.file}
                {finding.at?.line
                  ? `, line ${finding.at.line}${finding.at.column ? `, column ${finding.at.column}` : ''}`
                  : ''}
                : {finding.message}. {finding.fix}.
              </Text>
            ))}
          </>
        )}
        <Group>
          <Button
            onClick={() => void bring()}
            loading={busy}
            disabled={!tried || errors.length > 0 || summary.length === 0}
          >
            Import
          </Button>
          <Button variant="default" onClick={close}>
            Cancel
          </Button>
          {errors.length > 0 && (
            <Text size="sm">Fix the errors first: nothing is imported while a file has one.</Text>
          )}
        </Group>
      </Stack>
    </section>
  );
}
