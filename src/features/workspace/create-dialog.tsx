'use client';

import { Alert, Button, Stack, TextInput } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useForm } from '@mantine/form';
import { useState, type ReactNode } from 'react';
import { DialogFoot } from '@/ui/dialog-foot';

/** The address of a library or product by its name: `Night boats` → `night-boats`. */
const slugOf = (name: string): string =>
  name
    .trim()
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^[^a-z]+|-$/g, '');

/** Creates a library or product of a name and a description, and opens it. What else is asked are its children. */
export function CreateDialog({
  title,
  close,
  create,
  children,
}: {
  /** What it does, as its button says it. */
  title: string;
  close: () => void;
  /** @returns the address to go on at. @throws Error with what stands against it, in words */
  create: (named: { name: string; slug: string; about: string }) => Promise<string>;
  children: ReactNode;
}) {
  const [problem, setProblem] = useState('');
  const form = useForm({
    initialValues: { name: '', about: '' },
    validate: { name: (value) => (/[a-z]/i.test(value) ? null : 'Enter a name with at least one letter') },
  });
  const submit = form.onSubmit(async ({ name, about }) => {
    try {
      window.location.assign(await create({ name: name.trim(), slug: slugOf(name), about }));
    } catch (error) {
      setProblem((error as Error).message);
    }
  });
  return (
    <Dialog opened onClose={close} title={title}>
      <form onSubmit={submit}>
        <Stack gap="sm">
          {problem && (
            <Alert color="red" role="alert">
              {problem}
            </Alert>
          )}
          <TextInput label="Name" required data-autofocus {...form.getInputProps('name')} />
          <TextInput label="Description" {...form.getInputProps('about')} />
          {children}
          <DialogFoot close={close}>
            <Button type="submit">{title}</Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}
