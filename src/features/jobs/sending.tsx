import { Alert, Button, Group, Progress, Text } from '@mantine/core';
import { useCallback, useRef, useState } from 'react';
import { sendToJob, type Sending } from './send-file';

/** Sends files to jobs; how far that is, and why it failed, is shown by `SendingLine`. */
export function useSending() {
  const [sending, setSending] = useState<Sending | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const stop = useRef<AbortController | null>(null);
  /** What the job says it came to; undefined where it was refused. */
  const send = useCallback(async (what: Parameters<typeof sendToJob>[0]): Promise<string | undefined> => {
    setProblem(null);
    setSending({ share: 0, doing: `Sending ${what.name}` });
    stop.current = new AbortController();
    try {
      return (await sendToJob(what, setSending, stop.current.signal)).job.result ?? '';
    } catch (error) {
      setProblem((error as Error).message);
      return undefined;
    } finally {
      setSending(null);
    }
  }, []);
  const cancel = useCallback(() => stop.current?.abort(), []);
  return { send, sending, problem, cancel };
}

export function SendingLine({
  sending,
  problem,
  cancel,
}: Pick<ReturnType<typeof useSending>, 'sending' | 'problem' | 'cancel'>) {
  return (
    <>
      {problem !== null && (
        <Alert color="red" role="alert" mb="sm">
          {problem}
        </Alert>
      )}
      {sending && (
        <Group gap="sm" wrap="nowrap" role="status" aria-label={sending.doing} mb="sm">
          <Text size="sm" w={260} truncate>
            {sending.doing}
          </Text>
          <Progress value={100 * sending.share} flex={1} aria-label="Progress of the upload" />
          <Button size="compact-sm" variant="default" onClick={cancel}>
            Cancel upload
          </Button>
        </Group>
      )}
    </>
  );
}
