'use client';

import { Button, Group, Select, Text, TextInput } from '@mantine/core';
import { useState } from 'react';
import { TIMED_ENDS } from '@/core/components/behaviour';
import type { ProofView } from '@/editing/components/queries/proof';
import { errorAt, Refused, useStore } from '@/features/session/refused';
import { StoreField } from '@/features/tokens/detail/store-field';
import classes from '../components.module.css';

type Kind = 'timed' | 'event' | 'note';
const KINDS: { value: Kind; label: string }[] = [
  { value: 'timed', label: 'Timed change' },
  { value: 'event', label: 'Event' },
  { value: 'note', label: 'Note for engineers' },
];

/** What the component does: transitions, what it does by itself, what it tells, and what engineers have to know. */
export function BehaviourPanel({
  view,
  log,
  play,
  clear,
}: {
  view: ProofView;
  /** What happened in the specimen, the last first. */
  log: readonly string[];
  play: () => void;
  clear: () => void;
}) {
  const { put, refusal } = useStore();
  const [adding, setAdding] = useState(false);
  return (
    <section className={classes.sheet} aria-label="Behaviour">
      <header>
        <h2>Behaviour</h2>
        {view.canEdit && !adding && (
          <Button size="compact-xs" variant="default" onClick={() => setAdding(true)}>
            Add behaviour
          </Button>
        )}
      </header>
      <div className={classes.body}>
        <Transitions view={view} />
        {view.behaviours.map((one) => (
          <Group key={one.id} className={classes.rule} justify="space-between" align="start" wrap="nowrap">
            <div>
              {one.words}
              {one.kind === 'note' ? ': ' : '.'}
              {one.text && (
                <span className={one.kind === 'note' ? undefined : classes.comment}> {one.text}</span>
              )}
            </div>
            {view.canEdit && (
              <Button
                size="compact-xs"
                variant="subtle"
                style={{ flexShrink: 0 }}
                aria-label={`Remove behaviour: ${one.words}`}
                onClick={() => void put('removeBehaviour', { component: view.name, id: one.id })}
              >
                Remove behaviour
              </Button>
            )}
          </Group>
        ))}
        {adding && <BehaviourForm view={view} done={() => setAdding(false)} />}
        <Refused refusal={refusal} />
        <Group gap="xs" mt="sm">
          <Button size="compact-sm" variant="default" onClick={play}>
            Replay
          </Button>
          {log.length > 0 && (
            <Button size="compact-sm" variant="subtle" onClick={clear}>
              Clear the log
            </Button>
          )}
        </Group>
        <ol className={classes.log} aria-label="Specimen log" aria-live="polite">
          {log.length === 0 && <li>Nothing logged yet. Interact with the specimen.</li>}
          {log.map((line, i) => (
            <li key={log.length - i}>{line}</li>
          ))}
        </ol>
      </div>
    </section>
  );
}

const TRANSITION = [
  'transition-property',
  'transition-duration',
  'transition-timing-function',
  'transition-delay',
];

/** Rules that say how a part passes from one state to another, bound to duration and easing tokens. */
function Transitions({ view }: { view: ProofView }) {
  const { put } = useStore();
  const rules = view.rules.filter((rule) =>
    rule.declarations.some(({ property }) => TRANSITION.includes(property)),
  );
  if (rules.length === 0)
    return (
      <Text size="sm" mb={6}>
        No transitions: set transition-duration in a rule to add one.
      </Text>
    );
  return rules.map((rule) => (
    <section key={rule.id} className={classes.transition} aria-label={`Transition of ${rule.part}`}>
      <h3>
        Transition of {rule.part}
        {rule.when ? ` when ${rule.when}` : ''}
      </h3>
      {TRANSITION.slice(0, 3).map((property) => {
        const said = rule.declarations.find((one) => one.property === property);
        return (
          <StoreField
            key={property}
            label={property}
            readOnly={!view.canEdit || rule.from !== null}
            value={said ? (said.token ? `{${said.token}}` : (said.raw ?? '')) : ''}
            store={async (text) => {
              await put('setRuleValue', { component: view.name, rule: rule.id, property, text });
              return null;
            }}
          />
        );
      })}
    </section>
  ));
}

function BehaviourForm({ view, done }: { view: ProofView; done: () => void }) {
  const { put, refusal } = useStore();
  const [kind, setKind] = useState<Kind>('timed');
  const [one, setOne] = useState({
    part: 'root',
    text: '',
    state: '',
    after: '',
    does: 'leave',
    name: '',
    on: 'click',
  });
  const set = (next: Partial<typeof one>) => setOne((now) => ({ ...now, ...next }));
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        const { part, text, state, after, does, name, on } = one;
        const behaviour =
          kind === 'timed'
            ? { kind, part, text, state, after, does }
            : kind === 'event'
              ? { kind, part, text, name: name.trim(), on: on.trim() }
              : { kind, part, text };
        if (await put('setBehaviour', { component: view.name, id: null, behaviour })) done();
      }}
    >
      <Group align="start" gap="xs" mt="xs">
        <Select
          label="Add"
          w={190}
          allowDeselect={false}
          data={KINDS}
          value={kind}
          onChange={(value) => setKind((value ?? 'note') as Kind)}
        />
        <Select
          label="Part"
          w={120}
          allowDeselect={false}
          data={view.parts.map(({ name }) => name)}
          value={one.part}
          onChange={(part) => set({ part: part ?? 'root' })}
        />
        {kind === 'timed' && (
          <>
            <Select
              label="When"
              w={130}
              allowDeselect={false}
              data={[{ value: '', label: 'Shown' }, ...view.states]}
              value={one.state}
              onChange={(state) => set({ state: state ?? '' })}
            />
            <TextInput
              label="Delay"
              placeholder="{time.slow} or 5s"
              w={140}
              required
              value={one.after}
              error={errorAt(refusal, 'after')}
              onChange={(event) => set({ after: event.currentTarget.value })}
            />
            <Select
              label="Then"
              w={150}
              allowDeselect={false}
              data={[
                { value: TIMED_ENDS[0], label: 'Leave' },
                { value: TIMED_ENDS[1], label: 'Return to rest' },
                ...view.states.map((state) => ({ value: state, label: `Change to ${state}` })),
              ]}
              value={one.does}
              onChange={(does) => set({ does: does ?? 'leave' })}
            />
          </>
        )}
        {kind === 'event' && (
          <>
            <TextInput
              label="Trigger"
              w={100}
              required
              value={one.on}
              error={errorAt(refusal, 'on')}
              onChange={(event) => set({ on: event.currentTarget.value })}
            />
            <TextInput
              label="Event name"
              placeholder="dismissed"
              w={140}
              required
              value={one.name}
              error={errorAt(refusal, 'name')}
              onChange={(event) => set({ name: event.currentTarget.value })}
            />
          </>
        )}
        <TextInput
          label="Note"
          w={260}
          value={one.text}
          error={errorAt(refusal, 'text')}
          onChange={(event) => set({ text: event.currentTarget.value })}
        />
      </Group>
      <Refused refusal={refusal} fields={['after', 'on', 'name', 'text']} />
      <Group gap="xs" mt="xs">
        <Button type="submit">Add behaviour</Button>
        <Button variant="default" onClick={done}>
          Cancel
        </Button>
      </Group>
    </form>
  );
}
