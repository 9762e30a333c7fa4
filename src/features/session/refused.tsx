'use client';

import { Text } from '@mantine/core';
import { useState } from 'react';
import { useCommand, type Refusal } from './document';
import type { CommandArguments, CommandName } from '@/editing/commands';

export const refusalText = (refusal: Refusal | null): string | undefined =>
  refusal ? `${refusal.problem}. ${refusal.fix}.` : undefined;

/** The words for one field of a form: of a refusal that is about it. */
export const errorAt = (refusal: Refusal | null, field: string): string | undefined =>
  refusal?.field === field ? refusalText(refusal) : undefined;

/** What stood against a change, in words, where the change was asked for; but for what `fields` show themselves. */
export function Refused({ refusal, fields = [] }: { refusal: Refusal | null; fields?: readonly string[] }) {
  if (!refusal || (refusal.field !== undefined && fields.includes(refusal.field))) return null;
  return (
    <Text size="sm" c="var(--bad)" role="alert" my={4}>
      {refusalText(refusal)}
    </Text>
  );
}

/** Stores changes and keeps what stood against the last one. `put` answers whether it was stored. */
export function useStore() {
  const { store, show, clear } = useCommand();
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const put = async <K extends CommandName>(name: K, input: CommandArguments<K>): Promise<boolean> => {
    const refused = await store(name, input);
    setRefusal(refused);
    return refused === null;
  };
  return { put, refusal, setRefusal, show, clear };
}
