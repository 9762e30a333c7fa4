'use client';

import { Button, Text, Title } from '@mantine/core';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { Frame } from '@/ui/frame/frame';
import { call } from '@/features/session/call';
import { useWork } from '@/features/session/work';
import classes from './inbox.module.css';

export function Inbox({
  notices,
}: {
  notices: { id: string; title: string; body: string; href: string; at: string; read: boolean }[];
}) {
  const { me, documents } = useWork();
  const router = useRouter();
  const mark = async (id: string, read: boolean) => {
    await call('PUT /inbox/{notice}', { notice: id, read });
    router.refresh();
  };
  return (
    <Frame me={me} documents={documents} title="Seedplan" stages={[]} axes={[]}>
      <div style={{ maxWidth: 820 }}>
        <Title order={1} size={24} mb="md">
          Inbox
        </Title>
        {notices.length === 0 && (
          <div className="sheet" style={{ padding: 26 }}>
            <Text fw={600}>No messages.</Text>
            <Text c="dimmed">
              Releases of the libraries your products use, mentions and requests appear here.
            </Text>
          </div>
        )}
        {notices.map((notice) => (
          <article key={notice.id} className={classes.notice} data-read={notice.read || undefined}>
            <div>
              <Link href={notice.href} onClick={() => void mark(notice.id, true)}>
                {notice.title}
              </Link>
              <p>{notice.body}</p>
              <time dateTime={notice.at}>
                {new Date(notice.at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
              </time>
            </div>
            <Button variant="subtle" size="compact-xs" onClick={() => void mark(notice.id, !notice.read)}>
              Mark as {notice.read ? 'unread' : 'read'}
            </Button>
          </article>
        ))}
      </div>
    </Frame>
  );
}
