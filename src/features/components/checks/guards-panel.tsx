'use client';

import { counted } from '@/core/base/words';
import { Button, Checkbox, Group, MultiSelect, Text, TextInput, Select } from '@mantine/core';
import { useState } from 'react';
import type { MeasuredPart } from '@/core/components/measured';
import type { ProofView } from '@/editing/components/queries/proof';
import { useDocumentQuery } from '@/features/session/document';
import { Refused, refusalText, useStore, errorAt } from '@/features/session/refused';
import { useSpecimenState } from '../specimen/specimen-state';
import { WhenField } from '../rules/when-field';
import classes from '../components.module.css';

/** Properties worth promising: those that move what stands around a component. */
export const GUARDED = ['position', 'display', 'width', 'height', 'min-height', 'min-width'];

/** What the component promises, whether it holds, and how to promise more: by hand, or what is drawn now. */
export function GuardsPanel({
  view,
  lens,
  boxes,
}: {
  view: ProofView;
  lens: Record<string, string>;
  boxes: MeasuredPart[];
}) {
  const { put, refusal } = useStore();
  const [state] = useSpecimenState();
  const offered = useDocumentQuery('offeredGuards', { name: view.name });
  const [doing, setDoing] = useState<'write' | 'record' | null>(null);
  const measured = useDocumentQuery('measuredGuards', {
    name: view.name,
    lens,
    props: state.props,
    states: state.states,
    stateOn: state.stateOn,
    boxes,
  });
  return (
    <section className={classes.sheet} aria-label="Guards">
      <header>
        <h2>Guards</h2>
        {view.canEdit && doing === null && (
          <>
            <Button size="compact-xs" variant="default" onClick={() => setDoing('write')}>
              Add guard
            </Button>
            <Button size="compact-xs" variant="default" onClick={() => setDoing('record')}>
              Guard current values
            </Button>
          </>
        )}
      </header>
      <div className={classes.body}>
        {doing === 'write' && <GuardForm view={view} lens={lens} done={() => setDoing(null)} />}
        {doing === 'record' && (
          <RecordForm view={view} lens={lens} boxes={boxes} done={() => setDoing(null)} />
        )}
        {view.guards.length === 0 && doing === null && (
          <Text size="sm">
            No guards yet. A guard is a value of a part that a release may not break silently.
          </Text>
        )}
        {view.guards.map((guard) => {
          const seen = measured?.find((one) => one.guard === guard.id);
          const broken = guard.broken !== null || seen?.holds === false;
          return (
            <Group
              key={guard.id}
              className={classes.rule}
              justify="space-between"
              align="start"
              wrap="nowrap"
            >
              <div>
                {broken ? (
                  <b className={classes.failing}>Broken: </b>
                ) : guard.measured && !seen ? (
                  'Not measured in this combination: '
                ) : guard.measured ? (
                  'Passes in this combination: '
                ) : guard.reach === 0 ? (
                  'In no combination: '
                ) : (
                  `Passes in ${counted(guard.reach, 'case')}: `
                )}
                {guard.text}
                {seen && `, measured ${seen.is}`}
                {guard.note && <div className={classes.comment}>{guard.note}</div>}
                {guard.broken && <div className={classes.comment}>{guard.broken}</div>}
              </div>
              {view.canEdit && (
                <Button
                  size="compact-xs"
                  variant="subtle"
                  style={{ flexShrink: 0 }}
                  aria-label={`Remove guard: ${guard.text}`}
                  onClick={() => void put('removeGuard', { component: view.name, id: guard.id })}
                >
                  Remove guard
                </Button>
              )}
            </Group>
          );
        })}
        {view.canEdit && doing === null && offered && offered.length > 0 && (
          <section aria-label="Suggested guards">
            <Text size="sm" fw={600} mt="sm">
              Suggested
            </Text>
            <Text size="xs" c="dimmed">
              Position, display and sizes that move what stands around {view.name} once they change.
            </Text>
            {offered.map(({ text, guard }) => (
              <Group key={text} className={classes.rule} justify="space-between" wrap="nowrap">
                <div>{text}</div>
                <Button
                  size="compact-xs"
                  variant="default"
                  style={{ flexShrink: 0 }}
                  aria-label={`Add guard: ${text}`}
                  onClick={() => void put('setGuard', { component: view.name, id: null, guard })}
                >
                  Add guard
                </Button>
              </Group>
            ))}
          </section>
        )}
        <Refused refusal={refusal} />
      </div>
    </section>
  );
}

/** Contexts a promise holds under, as `density regular`. */
const underOf = (chosen: string[]): Record<string, string> =>
  Object.fromEntries(chosen.map((one) => one.split(' ') as [string, string]));

function GuardForm({
  view,
  lens,
  done,
}: {
  view: ProofView;
  lens: Record<string, string>;
  done: () => void;
}) {
  const { put, refusal } = useStore();
  const [guard, setGuard] = useState({ when: '', part: 'root', property: '', value: '', note: '' });
  const [under, setUnder] = useState<string[]>([]);
  const set = (next: Partial<typeof guard>) => setGuard((now) => ({ ...now, ...next }));
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        if (
          await put('setGuard', {
            component: view.name,
            id: null,
            guard: { ...guard, under: underOf(under) },
          })
        )
          done();
      }}
    >
      <Group align="start" gap="xs">
        <Select
          label="Part"
          w={110}
          allowDeselect={false}
          data={view.parts.map(({ name }) => name)}
          value={guard.part}
          onChange={(part) => set({ part: part ?? 'root' })}
        />
        <TextInput
          label="Property"
          w={130}
          required
          autoFocus
          placeholder="min-height"
          value={guard.property}
          error={errorAt(refusal, 'property')}
          onChange={(event) => set({ property: event.currentTarget.value.trim() })}
        />
        <TextInput
          label="Value"
          w={120}
          required
          placeholder="40px"
          value={guard.value}
          error={errorAt(refusal, 'value')}
          onChange={(event) => set({ value: event.currentTarget.value })}
        />
        <WhenField view={view} value={guard.when} onChange={(when) => set({ when })} leave={done} />
        <MultiSelect
          label="Contexts"
          placeholder={under.length === 0 ? 'All contexts' : ''}
          w={200}
          data={Object.entries(lens).map(([axis, context]) => `${axis} ${context}`)}
          value={under}
          onChange={setUnder}
        />
        <TextInput
          label="Reason"
          w={200}
          value={guard.note}
          onChange={(event) => set({ note: event.currentTarget.value })}
        />
      </Group>
      <Refused refusal={refusal} fields={['property', 'value']} />
      <Group gap="xs" mt="xs" mb="sm">
        <Button type="submit">Add guard</Button>
        <Button variant="default" onClick={done}>
          Cancel
        </Button>
      </Group>
    </form>
  );
}

/** Promises for every part as the specimen shows it now. */
function RecordForm({
  view,
  lens,
  boxes,
  done,
}: {
  view: ProofView;
  lens: Record<string, string>;
  boxes: MeasuredPart[];
  done: () => void;
}) {
  const { put, refusal } = useStore();
  const [properties, setProperties] = useState<string[]>(['position', 'display']);
  const [parts, setParts] = useState<string[]>(['root']);
  const [when, setWhen] = useState('');
  const [here, setHere] = useState(false);
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        const input = {
          component: view.name,
          when,
          boxes: boxes.filter(({ part }) => parts.includes(part)),
          properties,
          under: here ? lens : {},
        };
        if (await put('recordGuards', input)) done();
      }}
    >
      <Group align="start" gap="xs">
        <MultiSelect
          label="Parts"
          miw={160}
          data={view.parts.map(({ name }) => name)}
          value={parts}
          onChange={setParts}
        />
        <MultiSelect
          label="Properties"
          miw={220}
          data={GUARDED}
          value={properties}
          onChange={setProperties}
        />
        <WhenField view={view} value={when} onChange={setWhen} leave={done} error={refusalText(refusal)} />
        <Checkbox
          label="Current lens only"
          mt={30}
          checked={here}
          onChange={(event) => setHere(event.currentTarget.checked)}
        />
      </Group>
      <Group gap="xs" mt="xs" mb="sm">
        <Button type="submit" disabled={boxes.length === 0}>
          Add guards
        </Button>
        <Button variant="default" onClick={done}>
          Cancel
        </Button>
      </Group>
    </form>
  );
}
