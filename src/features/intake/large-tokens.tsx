'use client';

import { Button, Group, Stack, Text } from '@mantine/core';
import { bytesText } from '@/core/base/words';
import { UPLOAD_LIMITS } from '@/api/uploads';
import { SendingLine, useSending } from '@/features/jobs/sending';
import { LibraryButton } from '@/features/session/library-link';
import { useState } from 'react';

/** Bytes above which a token file is too much to be looked through in the page first. */
const LARGE = 5_000_000;

export const isLargeTokens = (file: { name: string; size: number }): boolean =>
  file.size > LARGE && /\.(json|tokens)$/i.test(file.name);

/** A large token file: imported whole by a job, without a review. */
export function LargeTokens({ file, slug, close }: { file: File; slug: string; close: () => void }) {
  const { send, sending, problem, cancel } = useSending();
  const [result, setResult] = useState<string | null>(null);
  const isTooLarge = file.size > UPLOAD_LIMITS.tokens;
  const bring = async () => {
    const path = `/libraries/${slug}/uploads/tokens?${new URLSearchParams({ name: file.name.slice(-120) })}`;
    setResult((await send({ path, document: slug, file, name: file.name })) ?? null);
  };
  return (
    <section className="sheet" style={{ padding: 16 }} aria-label={`Import of ${file.name}`}>
      <Stack gap="sm">
        <Text size="sm">
          {isTooLarge
            ? `${file.name} holds ${bytesText(file.size)}; ${bytesText(UPLOAD_LIMITS.tokens)} can be imported at once. Split it into several files.`
            : result !== null
              ? `${file.name} is imported: ${result}.`
              : `${file.name} holds ${bytesText(file.size)}, too much to be reviewed value by value. It is imported whole, or not at all if anything in it is wrong. Undo takes it back in parts.`}
        </Text>
        <SendingLine sending={sending} problem={problem} cancel={cancel} />
        <Group>
          {result !== null ? (
            <LibraryButton to="tokens" primary>
              View tokens
            </LibraryButton>
          ) : (
            <Button onClick={() => void bring()} loading={sending !== null} disabled={isTooLarge}>
              Import file
            </Button>
          )}
          <Button variant="default" onClick={close} disabled={sending !== null}>
            {result === null ? 'Cancel' : 'Close'}
          </Button>
        </Group>
      </Stack>
    </section>
  );
}
