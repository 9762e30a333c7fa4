import { NumberInput, type NumberInputProps } from '@mantine/core';

/** A small field for one number of a row of settings. */
export function NumberField({
  value,
  onChange,
  ...rest
}: Omit<NumberInputProps, 'value' | 'onChange' | 'size'> & {
  value: number;
  onChange: (value: number) => void;
}) {
  return <NumberInput size="xs" {...rest} value={value} onChange={(next) => onChange(Number(next))} />;
}
