'use client';

import { counted } from '@/core/base/words';
import { ActionIcon, Button, Group, MultiSelect, NumberInput, Select, Text, TextInput } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import { useState } from 'react';
import type { ProofView, PropView } from '@/editing/components/queries/proof';
import { useDocumentQuery } from '@/features/session/document';
import { Refused, refusalText, useStore } from '@/features/session/refused';
import type { Refusal } from '@/features/session/document';
import { StoreField } from '@/features/tokens/detail/store-field';
import { PropTable } from './prop-table';
import { PropActions, PropForm } from './props-editing';
import { WhenField } from '../rules/when-field';
import classes from '../components.module.css';

/** What users of the component may set, what stands in its slots, and what must not be combined. */
export function PropsPanel({ view }: { view: ProofView }) {
  /** The prop being changed; empty: a new one. */
  const [prop, setProp] = useState<string | null>(null);
  const { refusal, setRefusal } = useStore();
  const slots = view.props.filter(({ kind }) => kind === 'slot');
  return (
    <>
      <section className={classes.sheet} aria-label="Props">
        <header>
          <h2>Props</h2>
          {view.canEdit && (
            <Button size="compact-xs" variant="default" onClick={() => setProp('')}>
              Add prop
            </Button>
          )}
        </header>
        <div style={{ padding: '0 14px' }}>
          <Refused refusal={refusal} />
        </div>
        <PropTable
          props={view.props}
          actions={
            view.canEdit
              ? (one) => (
                  <PropActions view={view} prop={one} change={() => setProp(one)} report={setRefusal} />
                )
              : undefined
          }
        />
        {prop !== null && (
          <PropForm
            key={prop}
            view={view}
            prop={view.props.find((one) => one.name === prop) ?? null}
            done={() => setProp(null)}
          />
        )}
      </section>
      {slots.map((slot) => (
        <SlotSheet key={slot.id} view={view} slot={slot} />
      ))}
      <Exclusions view={view} />
    </>
  );
}

type Piece = PropView['holds'][number];

/** A slot: which components it takes, how many, and what stands in it until a user puts something in. */
function SlotSheet({ view, slot }: { view: ProofView; slot: PropView }) {
  const { put, refusal } = useStore();
  const save = (next: Partial<Pick<PropView, 'accepts' | 'most' | 'holds'>>) =>
    put('setSlot', {
      component: view.name,
      prop: slot.name,
      accepts: slot.accepts,
      most: slot.most,
      holds: slot.holds,
      ...next,
    });
  const options = pieceOptions(view, slot);
  return (
    <section className={classes.sheet} aria-label={`Slot ${slot.name}`}>
      <header>
        <h2>Slot {slot.name}</h2>
      </header>
      <div className={classes.body}>
        <Group align="end" gap="xs">
          <MultiSelect
            label="Accepts"
            placeholder={slot.accepts.length === 0 ? 'Any component' : ''}
            miw={220}
            data={view.pieces.components}
            value={slot.accepts}
            readOnly={!view.canEdit}
            searchable
            onChange={(accepts) => void save({ accepts })}
          />
          <NumberInput
            label="Maximum"
            placeholder="No limit"
            w={110}
            min={1}
            value={slot.most ?? ''}
            readOnly={!view.canEdit}
            onBlur={(event) => {
              const most = event.currentTarget.value === '' ? null : Number(event.currentTarget.value);
              if (most !== slot.most) void save({ most });
            }}
          />
        </Group>
        {slot.holds.map((piece, at) => (
          <PieceRow
            key={at}
            view={view}
            slot={slot}
            piece={piece}
            swap={(chosen) =>
              put('swapNested', { component: view.name, prop: slot.name, at, ...fromOption(chosen) })
            }
            change={(next) => save({ holds: slot.holds.map((one, i) => (i === at ? next : one)) })}
            remove={() => save({ holds: slot.holds.filter((_, i) => i !== at) })}
          />
        ))}
        {view.canEdit && (
          <Select
            key={slot.holds.length}
            label={slot.holds.length === 0 ? 'Default content' : 'Add content'}
            placeholder="None"
            w={260}
            mt="xs"
            searchable
            selectFirstOptionOnChange
            data={options}
            value={null}
            onChange={(value) =>
              value && void save({ holds: [...slot.holds, { ...fromOption(value), props: {}, passed: {} }] })
            }
          />
        )}
        <Refused refusal={refusal} />
      </div>
    </section>
  );
}

const ICON = 'icon ';
const fromOption = (value: string) =>
  value.startsWith(ICON) ? { name: value.slice(ICON.length), icon: true } : { name: value, icon: false };
const pieceOptions = (view: ProofView, slot: PropView) => [
  {
    group: 'Components',
    items: (slot.accepts.length > 0 ? slot.accepts : view.pieces.components).map((name) => ({
      value: name,
      label: view.pieces.deprecated.includes(name) ? `${name}, deprecated` : name,
    })),
  },
  { group: 'Icons', items: view.pieces.icons.map((name) => ({ value: ICON + name, label: name })) },
];

/** One piece of a slot, to be swapped for another; its props set here, or passed on from the component's own. */
function PieceRow({
  view,
  slot,
  piece,
  swap,
  change,
  remove,
}: {
  view: ProofView;
  slot: PropView;
  piece: Piece;
  swap: (option: string) => void;
  change: (piece: Piece) => Promise<boolean>;
  remove: () => void;
}) {
  const inner = useDocumentQuery('nestedProps', { name: piece.icon ? '' : piece.name });
  return (
    <div className={classes.rule} data-piece={piece.name}>
      <Group gap="xs" align="end">
        <Select
          label="Slot content"
          w={220}
          searchable
          allowDeselect={false}
          readOnly={!view.canEdit}
          data={pieceOptions(view, slot)}
          value={piece.icon ? ICON + piece.name : piece.name}
          onChange={(value) => value && swap(value)}
        />
        {view.canEdit && (
          <ActionIcon
            variant="subtle"
            mb={3}
            aria-label={`Remove ${piece.name} from ${slot.name}`}
            onClick={remove}
          >
            <IconTrash size={15} />
          </ActionIcon>
        )}
      </Group>
      {inner?.map((prop) => (
        <Group key={prop.name} gap="xs" mt={4}>
          <Text size="sm" w={90} className="path">
            {prop.name}
          </Text>
          <Select
            aria-label={`${prop.name} of ${piece.name} comes from`}
            w={180}
            allowDeselect={false}
            readOnly={!view.canEdit}
            value={piece.passed[prop.name] ?? ''}
            data={[
              { value: '', label: 'Fixed value' },
              ...view.props
                .filter((own) => own.kind === prop.kind)
                .map((own) => ({ value: own.name, label: `Passed from ${own.name}` })),
            ]}
            onChange={(outer) => {
              const { [prop.name]: _, ...passed } = piece.passed;
              void change({ ...piece, passed: outer ? { ...passed, [prop.name]: outer } : passed });
            }}
          />
          {piece.passed[prop.name] === undefined && (
            <PieceValue
              label={`${prop.name} of ${piece.name}`}
              prop={prop}
              value={piece.props[prop.name] ?? prop.default}
              store={async (value) => {
                await change({ ...piece, props: { ...piece.props, [prop.name]: value } });
                return null;
              }}
            />
          )}
        </Group>
      ))}
    </div>
  );
}

function PieceValue({
  label,
  prop,
  value,
  store,
}: {
  label: string;
  prop: { kind: string; values: string[] };
  value: string;
  store: (value: string) => Promise<Refusal | null>;
}) {
  if (prop.kind === 'text') return <StoreField aria-label={label} w={160} value={value} store={store} />;
  const data =
    prop.kind === 'flag'
      ? [
          { value: '', label: 'False' },
          { value: 'true', label: 'True' },
        ]
      : prop.values;
  return (
    <Select
      aria-label={label}
      w={160}
      allowDeselect={false}
      data={data}
      value={value}
      onChange={(next) => void store(next ?? '')}
    />
  );
}

/** Combinations that must not be made, each with why. */
function Exclusions({ view }: { view: ProofView }) {
  const { put, refusal } = useStore();
  const [when, setWhen] = useState('');
  const [why, setWhy] = useState('');
  const [adding, setAdding] = useState(false);
  return (
    <section className={classes.sheet} aria-label="Excluded combinations">
      <header>
        <h2>Excluded combinations</h2>
        {view.canEdit && !adding && (
          <Button size="compact-xs" variant="default" onClick={() => setAdding(true)}>
            Exclude combination
          </Button>
        )}
      </header>
      <div className={classes.body}>
        {view.excluded.length === 0 && !adding && <Text size="sm">No combination is excluded.</Text>}
        {view.excluded.map((one) => (
          <Group key={one.id} className={classes.rule} justify="space-between" wrap="nowrap">
            <div>
              <span className={classes.condition}>{one.when}</span>,{' '}
              {counted(one.combinations, 'combination')}
              {one.why && <div className={classes.comment}>{one.why}</div>}
            </div>
            {view.canEdit && (
              <Button
                size="compact-xs"
                variant="subtle"
                style={{ flexShrink: 0 }}
                aria-label={`Remove exclusion ${one.when}`}
                onClick={() =>
                  void put('setExclusion', { component: view.name, id: one.id, when: '', why: '' })
                }
              >
                Remove exclusion
              </Button>
            )}
          </Group>
        ))}
        {adding && (
          <form
            onSubmit={async (event) => {
              event.preventDefault();
              if (!(await put('setExclusion', { component: view.name, id: null, when, why }))) return;
              setWhen('');
              setWhy('');
              setAdding(false);
            }}
          >
            <Group align="start" gap="xs">
              <WhenField
                view={view}
                label="Combination"
                value={when}
                onChange={setWhen}
                leave={() => setAdding(false)}
                error={refusalText(refusal)}
                autoFocus
              />
              <TextInput
                label="Reason"
                w={220}
                value={why}
                onChange={(event) => setWhy(event.currentTarget.value)}
              />
              <Button type="submit" mt={24}>
                Exclude combination
              </Button>
            </Group>
          </form>
        )}
      </div>
    </section>
  );
}
