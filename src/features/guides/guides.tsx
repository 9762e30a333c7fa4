'use client';

import { counted } from '@/core/base/words';
import { Button, Group, Text, TextInput } from '@mantine/core';
import Link from 'next/link';
import { useState } from 'react';
import { useCommand, useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { useLensLink } from '@/ui/frame/lens';
import cards from '@/features/workspace/workspace.module.css';

const NOTHING = {};

export function Guides() {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  const view = useDocumentQuery('guides', NOTHING);
  const { store } = useCommand();
  const [title, setTitle] = useState('');
  const [problem, setProblem] = useState('');
  if (!view) return null;
  const add = async () => {
    const refused = await store('addGuide', { title });
    setProblem(refused ? `${refused.problem}. ${refused.fix}.` : '');
    if (!refused) setTitle('');
  };
  return (
    <>
      <h1 className="visually-hidden">Guides of {library.name}</h1>
      {view.guides.length === 0 && (
        <div className="sheet" style={{ padding: 34, marginBottom: 16 }}>
          <Text fw={600} size="lg">
            No guides yet.
          </Text>
          <Text c="dimmed">
            A guide says what something is for and not for. Its tables and specimens are live, so they never
            go stale.
          </Text>
        </div>
      )}
      <div className={cards.cards}>
        {view.guides.map((guide) => (
          <Link
            key={guide.name}
            href={link(`/libraries/${library.slug}/guides/${guide.name}`)}
            className={cards.card}
          >
            <strong>{guide.title}</strong>
            <span>{guide.opening}</span>
            <small>{counted(guide.blocks, 'block')}</small>
          </Link>
        ))}
      </div>
      {library.canEdit && (
        <Group mt="lg" align="start">
          <TextInput
            aria-label="Title of the new guide"
            placeholder="Title of the new guide"
            w={300}
            value={title}
            error={problem}
            onChange={(event) => setTitle(event.currentTarget.value)}
            onKeyDown={(event) => event.key === 'Enter' && void add()}
          />
          <Button onClick={() => void add()}>Create guide</Button>
        </Group>
      )}
    </>
  );
}
