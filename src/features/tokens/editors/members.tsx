'use client';

import { ActionIcon, Button, Checkbox, Group, Select, Stack, Text, TextInput } from '@mantine/core';
import { IconX } from '@tabler/icons-react';
import { useState } from 'react';
import { isObject, jsonObject, type Json, type JsonObject } from '@/core/base/json/json';
import { readJson } from '@/core/base/json/read';
import { readComposite } from '@/core/tokens/typed-composite';
import { readTyped, typedText } from '@/core/tokens/typed-value';
import { TokenSelect } from '../token-select';
import type { EditorProps } from './editor';
import classes from './editors.module.css';

const STYLES = ['solid', 'dashed', 'dotted', 'double', 'groove', 'ridge', 'outset', 'inset'];

/** What stands in the field, finished or not. */
function parsed(text: string, type: string): Json | undefined {
  const typed = readComposite(text, type);
  if (typed && 'value' in typed) return typed.value;
  try {
    return readJson(text);
  } catch {
    return undefined;
  }
}

interface Member {
  name: string;
  label: string;
  type: string;
  standard: string;
}

/** One field for each member of a composite: a value as one types it, or a token. */
function Members({
  object,
  members,
  change,
  lens,
  path,
}: { object: JsonObject; members: readonly Member[]; change: (object: JsonObject) => void } & Pick<
  EditorProps,
  'lens' | 'path'
>) {
  return (
    <>
      {members.map((member) => (
        <MemberField
          key={member.name}
          member={member}
          value={object.get(member.name)}
          lens={lens}
          path={path}
          change={(value) => change(new Map([...object, [member.name, value]]))}
        />
      ))}
    </>
  );
}

function MemberField({
  member,
  value,
  change,
  lens,
  path,
}: { member: Member; value: Json | undefined; change: (value: Json) => void } & Pick<
  EditorProps,
  'lens' | 'path'
>) {
  const stands = value === undefined ? '' : typedText(value, member.type);
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState('');
  const shown = typed ?? stands;
  const set = (text: string) => {
    setTyped(text);
    // A path picked from the list stands for a reference.
    const said = /^[\w$-]+(\.[\w$-]+)+$/.test(text) && Number.isNaN(Number(text)) ? `{${text}}` : text;
    const read = readTyped(said, member.type);
    setWrong('problem' in read ? read.problem : '');
    if (!('problem' in read)) change(read.value);
  };
  if (member.type === 'strokeStyle')
    return (
      <Select
        label={member.label}
        data={STYLES}
        value={STYLES.includes(stands) ? stands : null}
        placeholder={stands}
        onChange={(next) => next && change(next)}
        comboboxProps={{ withinPortal: false }}
      />
    );
  return (
    <TokenSelect
      label={member.label}
      value={shown}
      type={member.type}
      lens={lens}
      not={path}
      placeholder={member.standard}
      error={wrong || undefined}
      comboboxProps={{ withinPortal: false }}
      onChange={set}
      onBlur={() => setTyped(null)}
    />
  );
}

const length = (name: string, label: string): Member => ({ name, label, type: 'dimension', standard: '0px' });
const COLOR: Member = { name: 'color', label: 'Colour', type: 'color', standard: '#00000033' };

/** An editor of one object with members, for types that are that. */
const composite = (type: string, members: readonly Member[]) =>
  function CompositeEditor({ text, change, lens, path }: EditorProps) {
    const json = parsed(text, type);
    const object = isObject(json ?? null) ? (json as JsonObject) : new Map<string, Json>();
    return (
      <Stack gap="xs" w={320}>
        <Members
          object={object}
          members={members}
          lens={lens}
          path={path}
          change={(next) => change(typedText(next, type))}
        />
      </Stack>
    );
  };

export const TypographyEditor = composite('typography', [
  { name: 'fontFamily', label: 'Family', type: 'fontFamily', standard: 'Archivo, sans-serif' },
  { name: 'fontWeight', label: 'Weight', type: 'fontWeight', standard: '400' },
  { name: 'fontSize', label: 'Size', type: 'dimension', standard: '16px' },
  { name: 'lineHeight', label: 'Line height', type: 'number', standard: '1.5' },
  { name: 'letterSpacing', label: 'Letter spacing', type: 'dimension', standard: '0px' },
]);
export const BorderEditor = composite('border', [
  COLOR,
  length('width', 'Width'),
  { name: 'style', label: 'Style', type: 'strokeStyle', standard: 'solid' },
]);
export const TransitionEditor = composite('transition', [
  { name: 'duration', label: 'Duration', type: 'duration', standard: '200ms' },
  { name: 'delay', label: 'Delay', type: 'duration', standard: '0ms' },
  { name: 'timingFunction', label: 'Easing', type: 'cubicBezier', standard: '0.2, 0, 0, 1' },
]);

const SHADOW = [
  COLOR,
  length('offsetX', 'Offset x'),
  length('offsetY', 'Offset y'),
  length('blur', 'Blur'),
  length('spread', 'Spread'),
];
const plainColor = (text: string): Json => (readTyped(text, 'color') as { value: Json }).value;
const zero = jsonObject([['value', 0], ['unit', 'px']]); // prettier-ignore

/** Layers of a shadow, each outside or inside. */
export function ShadowEditor({ text, change, lens, path }: EditorProps) {
  const json = parsed(text, 'shadow');
  const layers = (Array.isArray(json) ? json : [json]).filter((layer): layer is JsonObject =>
    isObject(layer ?? null),
  );
  const write = (next: JsonObject[]) => change(typedText(next.length === 1 ? next[0]! : next, 'shadow'));
  return (
    <Stack gap="sm" w={360}>
      {layers.map((layer, i) => (
        <div key={i} className={classes.layer}>
          <Group justify="space-between">
            <Text size="xs" fw={600}>
              Layer {i + 1}
            </Text>
            <Group gap="xs">
              <Checkbox
                label="Inset"
                checked={layer.get('inset') === true}
                onChange={(event) =>
                  write(
                    layers.map((one, j) =>
                      j === i ? new Map([...one, ['inset', event.currentTarget.checked]]) : one,
                    ),
                  )
                }
              />
              {layers.length > 1 && (
                <ActionIcon
                  variant="subtle"
                  color="gray"
                  size="sm"
                  aria-label={`Remove layer ${i + 1}`}
                  onClick={() => write(layers.filter((_, j) => j !== i))}
                >
                  <IconX size={13} />
                </ActionIcon>
              )}
            </Group>
          </Group>
          <div className={classes.two}>
            <Members
              object={layer}
              members={SHADOW}
              lens={lens}
              path={path}
              change={(next) => write(layers.map((one, j) => (j === i ? next : one)))}
            />
          </div>
        </div>
      ))}
      <Button
        variant="default"
        size="compact-xs"
        w="fit-content"
        onClick={() =>
          write([
            ...layers,
            jsonObject([
              ['color', plainColor('#00000033')],
              ['offsetX', zero],
              ['offsetY', zero],
              ['blur', zero],
              ['spread', zero],
            ]) as JsonObject,
          ])
        }
      >
        Add layer
      </Button>
    </Stack>
  );
}

/** Stops of a gradient, each a colour at a share of its length. */
export function GradientEditor({ text, change, lens, path }: EditorProps) {
  const json = parsed(text, 'gradient');
  const stops = (Array.isArray(json) ? json : []).filter((stop): stop is JsonObject => isObject(stop));
  const write = (next: JsonObject[]) => change(typedText(next, 'gradient'));
  return (
    <Stack gap="xs" w={360}>
      {stops.map((stop, i) => (
        <Group key={i} gap="xs" wrap="nowrap" align="end">
          <MemberField
            member={{ ...COLOR, label: `Stop ${i + 1}` }}
            value={stop.get('color')}
            lens={lens}
            path={path}
            change={(value) =>
              write(stops.map((one, j) => (j === i ? new Map([...one, ['color', value]]) : one)))
            }
          />
          <TextInput
            label="Position, %"
            type="number"
            w={96}
            min={0}
            max={100}
            value={String(Math.round(Number(stop.get('position') ?? 0) * 100))}
            onChange={(event) =>
              write(
                stops.map((one, j) =>
                  j === i
                    ? new Map([
                        ...one,
                        ['position', Math.min(1, Math.max(0, Number(event.currentTarget.value) / 100))],
                      ])
                    : one,
                ),
              )
            }
          />
          {stops.length > 2 && (
            <ActionIcon
              variant="subtle"
              color="gray"
              aria-label={`Remove stop ${i + 1}`}
              onClick={() => write(stops.filter((_, j) => j !== i))}
            >
              <IconX size={13} />
            </ActionIcon>
          )}
        </Group>
      ))}
      <Button
        variant="default"
        size="compact-xs"
        w="fit-content"
        onClick={() =>
          write([
            ...stops,
            new Map<string, Json>([
              ['color', stops.at(-1)?.get('color') ?? plainColor('#000000')],
              ['position', stops.length === 0 ? 0 : 1],
            ]),
          ])
        }
      >
        Add stop
      </Button>
    </Stack>
  );
}

/** A keyword of CSS, or a pattern of dashes. */
export function StrokeStyleEditor({ text, change }: EditorProps) {
  const json = parsed(text, 'strokeStyle');
  const dashes = isObject(json ?? null) ? ((json as JsonObject).get('dashArray') as Json[]) : undefined;
  const [typed, setTyped] = useState(dashes?.map((dash) => typedText(dash, 'dimension')).join(' ') ?? '');
  const cap = isObject(json ?? null) ? String((json as JsonObject).get('lineCap')) : 'round';
  const write = (list: string, end: string) => {
    setTyped(list);
    const lengths = list
      .split(/\s+/)
      .filter(Boolean)
      .map((one) => readTyped(one, 'dimension'));
    if (lengths.length === 0 || lengths.some((one) => 'problem' in one)) return;
    change(
      typedText(
        jsonObject([
          ['dashArray', lengths.map((one) => (one as { value: Json }).value)],
          ['lineCap', end],
        ]),
        'strokeStyle',
      ),
    );
  };
  return (
    <Stack gap="xs" w={280}>
      <Select
        label="Style"
        data={STYLES}
        value={STYLES.includes(text) ? text : null}
        placeholder="Custom dashes"
        onChange={(next) => next && change(next)}
        comboboxProps={{ withinPortal: false }}
      />
      <TextInput
        label="Custom dashes and gaps"
        placeholder="4px 2px"
        value={typed}
        onChange={(event) => write(event.currentTarget.value, cap)}
      />
      <Select
        label="Line cap"
        data={['round', 'butt', 'square']}
        value={cap}
        allowDeselect={false}
        onChange={(next) => write(typed, next ?? 'round')}
        comboboxProps={{ withinPortal: false }}
      />
    </Stack>
  );
}
