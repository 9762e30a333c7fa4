'use client';

import { Select, type SelectProps } from '@mantine/core';
import { CONTENT_LABELS, CONTENTS, tableOf, type Contents } from '@/core/components/contents';

/** What a component is filled with: texts of other lengths, or one of its tables of data. */
export function ContentSelect({
  tables,
  value,
  change,
  more = [],
  ...field
}: {
  tables: readonly string[];
  value: Contents;
  change: (contents: Contents) => void;
  /** Further options behind all others; choosing one of them is told as it is. */
  more?: { value: string; label: string; act: () => void }[];
} & Omit<SelectProps, 'value' | 'onChange' | 'data'>) {
  const table = tableOf(value);
  const listed = table === undefined || tables.includes(table) ? tables : [...tables, table];
  return (
    <Select
      allowDeselect={false}
      {...field}
      value={value}
      data={[
        { group: 'Text', items: CONTENTS.map((one) => ({ value: one, label: CONTENT_LABELS[one] })) },
        ...(listed.length > 0 || more.length > 0
          ? [
              {
                group: 'Data',
                items: [
                  ...listed.map((name) => ({ value: `data:${name}`, label: name })),
                  ...more.map((one) => ({ value: one.value, label: one.label })),
                ],
              },
            ]
          : []),
      ]}
      onChange={(next) => {
        const acted = more.find((one) => one.value === next);
        if (acted) acted.act();
        else change((next ?? 'default') as Contents);
      }}
    />
  );
}
