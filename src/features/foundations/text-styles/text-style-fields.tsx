'use client';

import { Select } from '@mantine/core';
import type { TextMember, TextStyle } from '@/editing/foundations/queries/text-styles';
import { useCommand, type Refusal } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { useLens } from '@/ui/frame/lens';
import { StoreField } from '@/features/tokens/detail/store-field';
import classes from './text-styles.module.css';

const FIELDS: [member: TextMember, label: string, width: number, hint: string][] = [
  ['fontFamily', 'Family', 200, 'Archivo, sans-serif'],
  ['fontSize', 'Size', 130, '16px'],
  ['fontWeight', 'Weight', 140, '600'],
  ['lineHeight', 'Line height', 140, '1.5 or 24px'],
  ['letterSpacing', 'Letter spacing', 150, '0px'],
];

/** The members of one text style, each stored by itself. */
export function TextStyleFields({
  style,
  report,
}: {
  style: TextStyle;
  report: (refusal: Refusal | null) => void;
}) {
  const { store } = useCommand();
  const lens = useLens(useLibrary().axes);
  const extra = (name: string) => (text: string) => store('setExtra', { path: style.path, name, text });
  if (Object.keys(style.members).length === 0)
    return (
      <p className={classes.note}>This style is an alias. Change its value at the token it refers to.</p>
    );
  return (
    <div className={classes.fields} role="group" aria-label={`Members of ${style.path}`}>
      {FIELDS.map(([member, label, width, hint]) => (
        <StoreField
          key={member}
          label={label}
          placeholder={hint}
          w={width}
          path={style.path}
          value={style.members[member] ?? ''}
          store={(text) => store('setTextMember', { path: style.path, member, text, lens })}
        />
      ))}
      <Select
        label="Case"
        size="xs"
        w={130}
        value={style.letterCase}
        allowDeselect={false}
        data={[{ value: '', label: 'As written' }, 'uppercase', 'lowercase', 'capitalize']}
        onChange={(text) => void extra('letterCase')(text ?? '').then(report)}
      />
      <StoreField
        label="Paragraph spacing"
        placeholder="None"
        w={120}
        value={style.paragraphSpacing}
        store={extra('paragraphSpacing')}
      />
      <StoreField
        label="Sizes by breakpoint"
        placeholder="600px: 18px, 900px: 20px"
        w={220}
        value={style.sizes.map(({ from, size }) => `${from}: ${size}`).join(', ')}
        store={extra('sizes')}
      />
    </div>
  );
}
