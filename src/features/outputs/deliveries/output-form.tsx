'use client';

import {
  Alert,
  Button,
  Checkbox,
  Input,
  MultiSelect,
  SegmentedControl,
  Select,
  Stack,
  TextInput,
} from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useForm } from '@mantine/form';
import { useState } from 'react';
import type { OutputItem } from '@/core/outputs/output-item';
import { OUTPUTS } from '@/core/outputs/registry';
import type { LengthUnit } from '@/core/outputs/units';
import { useCommand } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { useWork } from '@/features/session/work';
import { DialogFoot } from '@/ui/dialog-foot';
import { UNIT_CHOICES } from '../unit-choices';

const valuesOf = (output: OutputItem | null) => {
  const destination = output?.destination;
  return {
    name: output?.name ?? '',
    formats: output?.formats ?? ['css'],
    only: output?.context !== null && output?.context !== undefined,
    context: output?.context ?? {},
    prefix: output?.prefix ?? '',
    unit: (output?.unit ?? '') as LengthUnit | '',
    kind: destination?.kind ?? ('download' as OutputItem['destination']['kind']),
    folder: destination && 'folder' in destination ? destination.folder : 'tokens',
    product: destination?.kind === 'repository' ? destination.product : '',
    onRelease: output?.onRelease ?? false,
  };
};
type Values = ReturnType<typeof valuesOf>;

const destinationOf = ({ kind, folder, product }: Values): OutputItem['destination'] =>
  kind === 'download' ? { kind } : kind === 'folder' ? { kind, folder } : { kind, product, folder };

/** The library of a pin as it is called: `Keel 1.1.0`. */
const nameIn = (pin: string): string => pin.slice(0, pin.lastIndexOf(' '));

/** What an output is: its formats, contexts and names, and where it goes. */
export function OutputForm({
  output,
  close,
  saved,
}: {
  /** Null: a new one. */
  output: OutputItem | null;
  close: () => void;
  saved: (name: string) => void;
}) {
  const { axes, name: library } = useLibrary();
  const { documents } = useWork();
  const { store } = useCommand();
  const [problem, setProblem] = useState('');
  const form = useForm({ initialValues: valuesOf(output) });
  const { kind, only, formats } = form.values;
  // Those one may change, and those that have pinned the library.
  const products = documents.filter(
    (one) =>
      one.kind === 'product' && (one.role !== 'viewer' || one.pins.some((pin) => nameIn(pin) === library)),
  );
  const submit = form.onSubmit(async (values) => {
    setProblem('');
    const context = Object.fromEntries(
      axes.map(({ name, default: usual }) => [name, values.context[name] ?? usual]),
    );
    const refused = await store('putOutput', {
      ...(output && { id: output.id }),
      name: values.name,
      formats: values.formats,
      context: values.only ? context : null,
      prefix: values.prefix,
      unit: values.unit || null,
      destination: destinationOf(values),
      onRelease: values.onRelease,
    });
    if (!refused) return saved(values.name.trim());
    const said = `${refused.problem}. ${refused.fix}.`;
    if (refused.field && refused.field in values) form.setFieldError(refused.field, said);
    else setProblem(said);
  });
  return (
    <Dialog opened onClose={close} title={output ? `Edit output ${output.name}` : 'Create output'} size="lg">
      <form onSubmit={submit}>
        <Stack gap="sm">
          {problem && (
            <Alert color="red" role="alert">
              {problem}
            </Alert>
          )}
          <TextInput
            label="Name"
            required
            data-autofocus
            placeholder="Web styles"
            {...form.getInputProps('name')}
          />
          <MultiSelect
            label="Formats"
            description="Of several, each has a folder of its own"
            required
            searchable
            selectFirstOptionOnChange
            data={[...OUTPUTS.values()].map(({ name, title }) => ({ value: name, label: title }))}
            {...form.getInputProps('formats')}
          />
          {axes.length > 0 && (
            <Checkbox
              label="One combination of contexts only"
              {...form.getInputProps('only', { type: 'checkbox' })}
            />
          )}
          {only &&
            axes.map(({ name, contexts, default: usual }) => (
              <Select
                key={name}
                label={name}
                allowDeselect={false}
                data={contexts}
                value={form.values.context[name] ?? usual}
                onChange={(value) =>
                  form.setFieldValue('context', { ...form.values.context, [name]: value! })
                }
              />
            ))}
          {formats.some((name) => OUTPUTS.get(name)?.naming && OUTPUTS.get(name)!.naming!.of !== 'path') && (
            <TextInput label="Name prefix" placeholder="None" {...form.getInputProps('prefix')} />
          )}
          {formats.some((name) => OUTPUTS.get(name)?.withUnits) && (
            <Select
              label="Lengths"
              description="In formats that write CSS; 1rem is 16px"
              allowDeselect={false}
              data={UNIT_CHOICES}
              {...form.getInputProps('unit')}
            />
          )}
          <div>
            <Input.Label labelElement="div" id="destination-label" mb={4}>
              Destination
            </Input.Label>
            <SegmentedControl
              fullWidth
              aria-labelledby="destination-label"
              data={[
                { value: 'download', label: 'Download' },
                { value: 'folder', label: 'Folder' },
                { value: 'repository', label: 'Repository' },
              ]}
              {...form.getInputProps('kind')}
            />
          </div>
          {kind === 'repository' && (
            <Select
              label="Product"
              description="Its repository gets a branch proposal with the release notes"
              required
              searchable
              selectFirstOptionOnChange
              nothingFoundMessage="No product has pinned this library"
              data={products.map(({ id, name }) => ({ value: id, label: name }))}
              {...form.getInputProps('product')}
            />
          )}
          {kind !== 'download' && (
            <TextInput
              label="Folder"
              description={
                kind === 'folder'
                  ? 'Below the folder “deliveries” that Seedplan keeps where it runs'
                  : 'From the top of the repository'
              }
              required
              {...form.getInputProps('folder')}
            />
          )}
          <Checkbox label="Deliver each release" {...form.getInputProps('onRelease', { type: 'checkbox' })} />
          <DialogFoot close={close}>
            <Button type="submit">{output ? 'Save output' : 'Create output'}</Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}
