'use client';

import { Button, Fieldset, MultiSelect, Select, Stack, TextInput } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useState } from 'react';
import { readContents } from '@/core/components/contents';
import { KNOWN_STATES } from '@/core/components/condition';
import type { BlockOption, GuideBlockKind } from '@/core/guides/block';
import { GUIDE_BLOCKS } from '@/core/guides/blocks/registry';
import { readUnder, underText } from '@/core/guides/look';
import type { GuideView } from '@/editing/guides/queries/guide';
import { ContentSelect } from '@/features/components/specimen/content-select';
import { useDocumentQuery, type Refusal } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { Refused } from '@/features/session/refused';
import { DialogFoot } from '@/ui/dialog-foot';

type Fields = Readonly<Record<string, string>>;

/** What a block is made from, as its kind says; for a new one and for one that is there. */
export function BlockDialog({
  guide,
  kind,
  fields: present = {},
  action,
  refusal,
  close,
  save,
}: {
  guide: GuideView;
  kind: GuideBlockKind;
  fields?: Fields;
  /** What the button says. */
  action: string;
  refusal: Refusal | null;
  close: () => void;
  save: (fields: Record<string, string>) => void;
}) {
  const form = GUIDE_BLOCKS.get(kind)!;
  const [fields, setFields] = useState<Fields>(present);
  const set = (name: string, value: string) =>
    setFields((old) => {
      const { [name]: _, ...rest } = old;
      return value === '' ? rest : { ...rest, [name]: value };
    });
  const isComplete = form.options.every(({ name, optional }) => optional || fields[name]);
  return (
    <Dialog opened onClose={close} title={form.title}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (isComplete) save({ ...fields });
        }}
      >
        <Stack>
          {form.options.map((option, i) => (
            <OptionField
              key={option.name}
              option={option}
              guide={guide}
              fields={fields}
              set={set}
              first={i === 0}
            />
          ))}
          <Refused refusal={refusal} />
          <DialogFoot close={close}>
            <Button type="submit" disabled={!isComplete}>
              {action}
            </Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}

interface OptionProps {
  option: BlockOption;
  guide: GuideView;
  fields: Fields;
  set: (name: string, value: string) => void;
  first: boolean;
}

function OptionField({ option: { name, label, kind }, guide, fields, set, first }: OptionProps) {
  const value = fields[name] ?? '';
  switch (kind) {
    case 'group':
    case 'component':
      return (
        <Select
          label={label}
          searchable
          selectFirstOptionOnChange
          data={kind === 'group' ? guide.groups : guide.components}
          value={value === '' ? null : value}
          onChange={(next) => set(name, next ?? '')}
          // A list that has the focus is open, and would cover what is to be filled in next.
          data-autofocus={(first && value === '') || undefined}
        />
      );
    case 'props':
      return fields.name ? <PropFields component={fields.name} fields={fields} set={set} /> : null;
    case 'states':
      return (
        <MultiSelect
          label={label}
          placeholder={value === '' ? 'At rest' : ''}
          data={[...KNOWN_STATES]}
          value={value.split(' ').filter(Boolean)}
          onChange={(next) => set(name, next.join(' '))}
        />
      );
    case 'contents':
      return fields.name ? (
        <ContentField label={label} component={fields.name} value={value} set={(next) => set(name, next)} />
      ) : null;
    case 'contexts':
      return <ContextFields label={label} value={value} change={(next) => set(name, next)} />;
    default:
      return (
        <TextInput
          label={label}
          value={value}
          onChange={(event) => set(name, event.currentTarget.value)}
          data-autofocus={first || undefined}
        />
      );
  }
}

/** What the component is filled with; left at its default, nothing is said of it. */
function ContentField({
  label,
  component,
  value,
  set,
}: {
  label: string;
  component: string;
  value: string;
  set: (text: string) => void;
}) {
  const data = useDocumentQuery('dataTables', { name: component });
  return (
    <ContentSelect
      label={label}
      tables={data?.tables.map((table) => table.name) ?? []}
      value={readContents(value) ?? 'default'}
      change={(contents) => set(contents === 'default' ? '' : contents)}
    />
  );
}

/** A field for each prop of a component but its slots; left empty it has its default. */
function PropFields({ component, fields, set }: { component: string } & Pick<OptionProps, 'fields' | 'set'>) {
  const props = useDocumentQuery('nestedProps', { name: component });
  if (!props || props.length === 0) return null;
  return (
    <Fieldset legend={`Props of ${component}`}>
      <Stack gap="xs">
        {props.map(({ name, kind, values, default: standard }) =>
          kind === 'text' ? (
            <TextInput
              key={name}
              label={name}
              placeholder={standard}
              value={fields[name] ?? ''}
              onChange={(event) => set(name, event.currentTarget.value)}
            />
          ) : (
            <Select
              key={name}
              label={name}
              clearable
              placeholder={kind === 'flag' ? 'No' : standard}
              data={kind === 'flag' ? [{ value: 'true', label: 'Yes' }] : values}
              value={fields[name] ?? null}
              onChange={(next) => set(name, next ?? '')}
            />
          ),
        )}
      </Stack>
    </Fieldset>
  );
}

/** A context for each axis, or none: then the one the page is seen under. */
function ContextFields({
  label,
  value,
  change,
}: {
  label: string;
  value: string;
  change: (text: string) => void;
}) {
  const { axes } = useLibrary();
  if (axes.length === 0) return null;
  const chosen = readUnder(value);
  return (
    <Fieldset legend={label}>
      <Stack gap="xs">
        {axes.map(({ name, contexts }) => (
          <Select
            key={name}
            label={name}
            clearable
            placeholder="As the page is seen"
            data={contexts}
            value={chosen[name] ?? null}
            onChange={(next) => {
              const { [name]: _, ...rest } = chosen;
              change(underText(next === null ? rest : { ...rest, [name]: next }));
            }}
          />
        ))}
      </Stack>
    </Fieldset>
  );
}
