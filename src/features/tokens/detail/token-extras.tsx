'use client';

import { Group, Select, TextInput } from '@mantine/core';
import { useEffect, useState } from 'react';
import type { TokenView } from '@/editing/tokens/queries/token';
import { useCommand, type Refusal } from '@/features/session/document';
import classes from '../tokens.module.css';

const FIELDS: Readonly<
  Record<string, { name: string; label: string; placeholder?: string; options?: string[] }[]>
> = {
  typography: [
    { name: 'letterCase', label: 'Letter case', options: ['uppercase', 'lowercase', 'capitalize'] },
    { name: 'paragraphSpacing', label: 'Paragraph spacing', placeholder: '12px' },
    { name: 'sizes', label: 'Sizes by breakpoint', placeholder: '600px: 18px, 900px: 20px' },
  ],
  gradient: [{ name: 'angle', label: 'Angle in degrees', placeholder: '90' }],
  dimension: [{ name: 'use', label: 'Use', options: ['blur'] }],
  number: [{ name: 'use', label: 'Use', options: ['opacity'] }],
};

/** What the token format has no word for, kept beside the value. */
export function Extras({ view }: { view: TokenView }) {
  const { run } = useCommand();
  const fields = FIELDS[view.type];
  const tiers = ['primitive', 'semantic', 'component'];
  return (
    <section className={classes.section}>
      <h3>Details</h3>
      <Group gap="sm" align="start">
        <Select
          label="Tier"
          w={130}
          data={tiers}
          value={view.tier}
          allowDeselect={false}
          onChange={(tier) =>
            tier && void run('setLifecycle', { paths: [view.path], tier: tier as 'primitive' })
          }
        />
        {fields?.map((field) => (
          <Extra
            key={`${view.path} ${field.name}`}
            path={view.path}
            field={field}
            stands={view.extras[field.name] ?? ''}
          />
        ))}
      </Group>
    </section>
  );
}

function Extra({
  path,
  field,
  stands,
}: {
  path: string;
  field: (typeof FIELDS)[string][number];
  stands: string;
}) {
  const { store } = useCommand();
  const [text, setText] = useState(stands);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  useEffect(() => setText(stands), [stands]);
  const put = async (next: string) => {
    if (next !== stands) setRefusal(await store('setExtra', { path, name: field.name, text: next }));
  };
  if (field.options)
    return (
      <Select
        label={field.label}
        w={140}
        data={field.options}
        value={stands || null}
        placeholder="None"
        clearable
        onChange={(next) => void put(next ?? '')}
      />
    );
  return (
    <TextInput
      label={field.label}
      w={170}
      placeholder={field.placeholder}
      value={text}
      data-saved={text === stands || undefined}
      error={refusal ? `${refusal.problem}. ${refusal.fix}.` : undefined}
      onChange={(event) => setText(event.currentTarget.value)}
      onBlur={() => void put(text)}
      onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
    />
  );
}
