'use client';

import { Anchor, Button, CopyButton, Group, Text, Title } from '@mantine/core';
import { useCall } from '@/features/session/call';
import { useWork } from '@/features/session/work';
import { EmptyState } from '@/ui/empty-state';
import { Frame } from '@/ui/frame/frame';
import { timeText } from '@/ui/day-text';
import { useQuery } from '@/ui/frame/lens';
import { PageSkeleton } from '@/ui/page-skeleton';
import classes from './outbox.module.css';

const NOTHING = {};
const LINK = /https?:\/\/\S+/;

/** Messages that would be sent to people: nothing leaves this machine by itself. */
export function OutboxPage() {
  const { me, documents } = useWork();
  const { data, error } = useCall('GET /outbox', NOTHING);
  const [query, setQuery] = useQuery();
  const shown = data?.messages.find(({ id }) => id === query.get('message')) ?? data?.messages[0];
  const link = shown && LINK.exec(shown.body)?.[0];
  return (
    <Frame me={me} documents={documents} title="Seedplan" stages={[]} axes={[]}>
      <Title order={1} size={24}>
        Outbox
      </Title>
      <Text c="dimmed" mb="sm">
        Messages to people. Each is also a file in the folder outbox of the data folder, for a mail program to
        send.
      </Text>
      {error && <Text c="var(--mantine-color-error)">{error.message}</Text>}
      {!data && !error && <PageSkeleton label="Loading messages" />}
      {data?.messages.length === 0 && (
        <EmptyState title="No messages yet.">
          Invitations to people appear here, each with the link by which the person sets a password.
        </EmptyState>
      )}
      {shown && (
        <div className={classes.outbox}>
          <ul className={classes.list} aria-label="Messages">
            {data!.messages.map((message) => (
              <li key={message.id}>
                <button
                  type="button"
                  aria-current={message.id === shown.id || undefined}
                  onClick={() => setQuery({ message: message.id })}
                >
                  <strong>{message.name}</strong>
                  <span>{message.subject}</span>
                  <time dateTime={message.at}>{timeText(message.at)}</time>
                </button>
              </li>
            ))}
          </ul>
          <article className="sheet" aria-label={shown.subject}>
            <Group justify="space-between" align="start" wrap="nowrap" className={classes.head!}>
              <div>
                <Title order={2} size={18}>
                  {shown.subject}
                </Title>
                <Text size="sm" c="dimmed">
                  To {shown.name}, {shown.email}
                </Text>
              </div>
              {link && (
                <CopyButton value={link}>
                  {({ copied, copy }) => (
                    <Button variant="default" size="compact-sm" onClick={copy}>
                      {copied ? 'Copied' : 'Copy link'}
                    </Button>
                  )}
                </CopyButton>
              )}
            </Group>
            <p className={classes.body}>
              {shown.body.split(/(https?:\/\/\S+)/).map((text, i) =>
                LINK.test(text) ? (
                  <Anchor key={i} href={text}>
                    {text}
                  </Anchor>
                ) : (
                  text
                ),
              )}
            </p>
          </article>
        </div>
      )}
    </Frame>
  );
}
