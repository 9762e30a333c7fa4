'use client';

import { Alert, Button, FileInput, Group, Modal, Stack, Text } from '@mantine/core';
import { useState } from 'react';
import type { Finding } from '@/core/checks/finding';
import { call, CallRefused } from '@/features/entry/call';

interface Tried {
  counts: Record<string, number>;
  findings: Finding[];
}
const LARGEST = 5 * 1024 * 1024;

/** Brings token files, components and guides in: first a try that shows what would come, then one change set. */
export function ImportFiles({ opened, close, slug }: { opened: boolean; close: () => void; slug: string }) {
  const [files, setFiles] = useState<{ name: string; text: string }[]>([]);
  const [tried, setTried] = useState<Tried | null>(null);
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const attempt = async (chosen: File[]) => {
    setProblem('');
    setTried(null);
    const size = chosen.reduce((sum, file) => sum + file.size, 0);
    if (size > LARGEST) {
      const megabytes = (size / 1024 / 1024).toFixed(1);
      return setProblem(
        `These files hold ${megabytes} MB; 5 MB can be brought in at once. Split them by group, or read them on the command line with bin/seedplan.`,
      );
    }
    const sent = await Promise.all(
      chosen.map(async (file) => ({ name: file.name, text: await file.text() })),
    );
    setFiles(sent);
    if (sent.length === 0) return;
    try {
      setTried(await call<Tried>('POST', `/libraries/${slug}/import`, { files: sent, tryOnly: true }));
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  const bring = async () => {
    setBusy(true);
    try {
      await call('POST', `/libraries/${slug}/import`, { files });
      setFiles([]);
      setTried(null);
      close();
    } catch (error) {
      setProblem(
        error instanceof CallRefused ? error.message : 'The server did not answer. Nothing was changed.',
      );
    }
    setBusy(false);
  };
  const errors = tried?.findings.filter((finding) => finding.severity === 'error') ?? [];
  const summary = Object.entries(tried?.counts ?? {}).map(
    ([kind, count]) => `${count} ${kind === 'changed' ? 'changed' : `${kind}${count === 1 ? '' : 's'}`}`,
  );
  return (
    <Modal opened={opened} onClose={close} title="Import files" size="lg">
      <Stack>
        <FileInput
          multiple
          clearable
          label="Files"
          description="DTCG token and resolver files (.tokens.json, .resolver.json), components (.component.json with its .html), guides (.guide.md)"
          placeholder="Choose files"
          onChange={(chosen) => void attempt(chosen)}
          size="xs"
        />
        {problem && (
          <Alert color="red" role="alert">
            {problem}
          </Alert>
        )}
        {tried && (
          <>
            <Text size="sm">
              {summary.length > 0
                ? `This would bring ${summary.join(', ')}. One undo takes it back.`
                : 'Everything in these files is here already.'}
            </Text>
            <Stack gap={4} mah={300} style={{ overflow: 'auto' }}>
              {tried.findings.map((finding, i) => (
                <Text key={i} size="xs" c={finding.severity === 'error' ? 'var(--bad)' : undefined}>
                  {finding.at?.file}
                  {finding.at?.line
                    ? `, line ${finding.at.line}${finding.at.column ? `, column ${finding.at.column}` : ''}`
                    : ''}
                  : {finding.message}. {finding.fix}.
                </Text>
              ))}
            </Stack>
            <Group>
              <Button
                onClick={() => void bring()}
                loading={busy}
                disabled={errors.length > 0 || summary.length === 0}
              >
                Bring them in
              </Button>
              {errors.length > 0 && <Text size="sm">Nothing is brought in while a file has an error.</Text>}
            </Group>
          </>
        )}
      </Stack>
    </Modal>
  );
}
