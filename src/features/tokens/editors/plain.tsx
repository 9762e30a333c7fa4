'use client';

import { Group, NumberInput, Select, Slider, Stack, Text } from '@mantine/core';
import { useContext } from 'react';
import { SHIPPED_FONTS } from '@/core/assets/known-fonts';
import { FacesContext } from '@/ui/specimen/faces';
import { TokenSelect } from '../token-select';
import type { EditorProps } from './editor';

const quantity = (units: readonly string[], type: string, most: number) =>
  function QuantityEditor({ text, change, lens, path }: EditorProps) {
    const [, number = '0', unit = units[0]!] = /^(-?[\d.]+)\s*([a-z]+)$/.exec(text.trim()) ?? [];
    const scale = unit === 'rem' ? most / 16 : unit === 's' ? most / 1000 : most;
    return (
      <Stack gap="sm" w={300}>
        <Group gap="xs" wrap="nowrap">
          <NumberInput
            aria-label="Number"
            size="xs"
            value={Number(number)}
            step={unit === 'rem' ? 0.0625 : unit === 's' ? 0.05 : 1}
            onChange={(next) => change(`${next}${unit}`)}
          />
          <Select
            aria-label="Unit"
            w={84}
            data={[...units]}
            value={unit}
            allowDeselect={false}
            onChange={(next) => change(`${number}${next}`)}
            comboboxProps={{ withinPortal: false }}
          />
        </Group>
        <Slider
          aria-label="Value"
          thumbLabel="Value"
          size="sm"
          label={null}
          min={0}
          max={scale}
          step={scale / 200}
          value={Math.min(scale, Math.max(0, Number(number)))}
          onChange={(next) => change(`${Number(next.toFixed(3))}${unit}`)}
        />
        <TokenSelect
          label="Or alias a token"
          value={text.startsWith('{') ? text.slice(1, -1) : ''}
          type={type}
          lens={lens}
          not={path}
          comboboxProps={{ withinPortal: false }}
          onChange={(value) => value !== '' && change(`{${value}}`)}
        />
      </Stack>
    );
  };

export const DimensionEditor = quantity(['px', 'rem'], 'dimension', 96);
export const DurationEditor = quantity(['ms', 's'], 'duration', 1000);

const WEIGHTS = [
  'thin',
  'extra-light',
  'light',
  'normal',
  'medium',
  'semi-bold',
  'bold',
  'extra-bold',
  'black',
  'extra-black',
];

/** Weights by name or number, seen in the letters. */
export function WeightEditor({ text, change }: EditorProps) {
  const number = Number(text);
  return (
    <Stack gap="sm" w={300}>
      <Text data-specimen fz={26} fw={Number.isNaN(number) ? undefined : number}>
        Outer quay
      </Text>
      <Slider
        aria-label="Weight"
        thumbLabel="Weight"
        size="sm"
        min={1}
        max={1000}
        step={1}
        value={Number.isNaN(number) ? 400 : number}
        onChange={(next) => change(String(next))}
      />
      <Select
        label="By name"
        data={WEIGHTS}
        value={WEIGHTS.includes(text) ? text : null}
        onChange={(next) => next && change(next)}
        comboboxProps={{ withinPortal: false }}
      />
    </Stack>
  );
}

export function NumberEditor({ text, change }: EditorProps) {
  return (
    <NumberInput
      aria-label="Number"
      size="xs"
      w={160}
      step={0.05}
      value={Number(text) || 0}
      onChange={(next) => change(String(next))}
    />
  );
}

const GENERIC = ['sans-serif', 'serif', 'monospace', 'system-ui'];

/** A list of families: those of the library's own files, those that ship with the program, and the generic ones of CSS. */
export function FamilyEditor({ text, change }: EditorProps) {
  const faces = useContext(FacesContext);
  const choices = [
    ...new Set([...faces.map(({ family }) => family), ...SHIPPED_FONTS.map(({ name }) => name), ...GENERIC]),
  ];
  const names = text
    .split(',')
    .map((name) => name.trim().replace(/^["']|["']$/g, ''))
    .filter(Boolean);
  return (
    <Stack gap="sm" w={320}>
      {names.map((name) => (
        <Text key={name} size="lg" style={{ fontFamily: `"${name}"` }} data-specimen>
          {name}: The outer quay
        </Text>
      ))}
      <Select
        label="First family"
        data={choices}
        value={names[0] && choices.includes(names[0]) ? names[0] : null}
        placeholder={names[0]}
        onChange={(next) =>
          next && change([next, ...names.slice(1).filter((name) => name !== next)].join(', '))
        }
        comboboxProps={{ withinPortal: false }}
      />
      <Select
        label="Fallback"
        data={GENERIC}
        value={GENERIC.includes(names.at(-1) ?? '') ? names.at(-1)! : null}
        onChange={(next) =>
          next && change([...names.filter((name) => !GENERIC.includes(name)), next].join(', '))
        }
        comboboxProps={{ withinPortal: false }}
      />
    </Stack>
  );
}
