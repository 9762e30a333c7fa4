'use client';

import { counted, plural } from '@/core/base/words';
import { ActionIcon, Button, Menu, Select, Stack, TagsInput, Text, TextInput } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { IconDots } from '@tabler/icons-react';
import { useState } from 'react';
import { elementLabel, THEME_ELEMENTS, type ThemeElement } from '@/core/components/theme';
import type { ProofView } from '@/editing/components/queries/proof';
import { useCommand } from '@/features/session/document';
import { OneField } from '@/features/session/one-field';
import { DialogFoot } from '@/ui/dialog-foot';
import { Refused, useStore } from '@/features/session/refused';
import classes from '../components.module.css';

const ELEMENTS = (Object.keys(THEME_ELEMENTS) as ThemeElement[]).map((value) => ({
  value: value as string,
  label: elementLabel(value),
}));

/** The parts: what each shows, what it is, and which of its styles users may set. */
export function PartsPanel({ view }: { view: ProofView }) {
  const { put, refusal } = useStore();
  const { store } = useCommand();
  const [doing, setDoing] = useState<{ part: string; what: 'rename' | 'remove' } | null>(null);
  const goes = view.parts.find(({ name }) => name === doing?.part)?.goes;
  return (
    <section className={classes.sheet} aria-label="Parts">
      <header>
        <h2>Parts</h2>
      </header>
      <table className="rows">
        <thead>
          <tr>
            <th>Part</th>
            <th>Content type</th>
            <th>Description</th>
            <th>Overridable properties</th>
            {view.themes.length > 0 && <th>Theme element</th>}
            <th>
              <span className="visually-hidden">Actions</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {view.parts.map((part) => {
            const own = view.canEdit && view.from === null;
            const save = (next: { shows?: string; description?: string }) =>
              void put('setPart', {
                component: view.name,
                part: part.name,
                shows: part.shows,
                description: part.description,
                ...next,
              });
            return (
              <tr key={part.id}>
                <td className="path">{part.name}</td>
                <td>
                  <Select
                    aria-label={`Content type of ${part.name}`}
                    w={100}
                    allowDeselect={false}
                    readOnly={!own}
                    data={SHOWS}
                    value={part.shows}
                    onChange={(shows) => shows && save({ shows })}
                  />
                </td>
                <td>
                  <TextInput
                    key={part.description}
                    aria-label={`Description of ${part.name}`}
                    readOnly={!own}
                    defaultValue={part.description}
                    onBlur={(event) =>
                      event.currentTarget.value !== part.description &&
                      save({ description: event.currentTarget.value })
                    }
                  />
                </td>
                <td>
                  <TagsInput
                    aria-label={`Overridable properties of ${part.name}`}
                    placeholder={part.adjustable.length === 0 ? 'None (fixed)' : ''}
                    readOnly={!own}
                    data={declaredOf(view, part.name)}
                    value={part.adjustable}
                    onChange={(next) => {
                      const added = next.find((property) => !part.adjustable.includes(property));
                      const gone = part.adjustable.find((property) => !next.includes(property));
                      const property = added ?? gone;
                      if (property)
                        void put('setAdjustable', {
                          component: view.name,
                          part: part.name,
                          property,
                          on: added !== undefined,
                        });
                    }}
                  />
                </td>
                {view.themes.length > 0 && (
                  <td>
                    <Select
                      aria-label={`Theme element of ${part.name}`}
                      w={120}
                      allowDeselect={false}
                      readOnly={!own}
                      data={[
                        {
                          value: '',
                          label:
                            part.element === null && part.stands ? elementLabel(part.stands) : 'By its tag',
                        },
                        ...ELEMENTS,
                        { value: 'none', label: 'None' },
                      ]}
                      value={part.element ?? ''}
                      onChange={(element) =>
                        void put('setPartElement', {
                          component: view.name,
                          part: part.name,
                          element: element || null,
                        })
                      }
                    />
                  </td>
                )}
                <td>
                  {own && part.name !== 'root' && (
                    <Menu position="bottom-end">
                      <Menu.Target>
                        <ActionIcon
                          variant="subtle"
                          color="gray"
                          size="sm"
                          aria-label={`Actions for ${part.name}`}
                        >
                          <IconDots size={14} />
                        </ActionIcon>
                      </Menu.Target>
                      <Menu.Dropdown>
                        <Menu.Item onClick={() => setDoing({ part: part.name, what: 'rename' })}>
                          Rename
                        </Menu.Item>
                        <Menu.Item color="red" onClick={() => setDoing({ part: part.name, what: 'remove' })}>
                          Remove
                        </Menu.Item>
                      </Menu.Dropdown>
                    </Menu>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {doing?.what === 'rename' && (
        <OneField
          title={`Rename ${doing.part}`}
          label="Name"
          act="Rename"
          value={doing.part}
          close={() => setDoing(null)}
          store={(to) => store('renamePart', { component: view.name, part: doing.part, to })}
        />
      )}
      {doing?.what === 'remove' && (
        <Dialog opened onClose={() => setDoing(null)} title={`Remove ${doing.part}?`}>
          <Stack>
            <Text size="sm">
              {goes ? `This also removes ${goes}.` : 'Nothing else is removed.'} You can undo this.
            </Text>
            <Refused refusal={refusal} />
            <DialogFoot close={() => setDoing(null)}>
              <Button
                color="red"
                onClick={async () => {
                  if (await put('removePart', { component: view.name, part: doing.part })) setDoing(null);
                }}
              >
                Remove
              </Button>
            </DialogFoot>
          </Stack>
        </Dialog>
      )}
      <div className={classes.body}>
        <Refused refusal={refusal} />
        <Text size="sm" c="dimmed">
          Screens cannot override fixed properties. A change reaches {view.reachText}
          {view.adjusted > 0 &&
            `; ${counted(view.adjusted, 'placement')} ${plural(view.adjusted, 'overrides', 'override')} these properties now`}
          .
        </Text>
      </div>
    </section>
  );
}

const SHOWS = [
  { value: 'nothing', label: 'Nothing' },
  { value: 'text', label: 'Text' },
  { value: 'icon', label: 'Icon' },
];

const declaredOf = (view: ProofView, part: string): string[] => [
  ...new Set(
    view.rules.flatMap((rule) =>
      rule.part === part ? rule.declarations.map(({ property }) => property) : [],
    ),
  ),
];
