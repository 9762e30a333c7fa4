'use client';

import { counted } from '@/core/base/words';
import { Button, Group, Text } from '@mantine/core';
import { useState } from 'react';
import type { Gathered } from '@/api/intake-protocol';
import { parseColor } from '@/core/base/color/color';
import { hueName, stepName } from '@/core/intake/names';
import type { GatherFile } from '@/editing/intake/compare';
import { toggled } from '@/ui/toggled';
import classes from './intake.module.css';

/** The dominant colours of pictures, each with its share; the chosen ones become a list to be reviewed. */
export function Pictures({
  pictures,
  onMake,
}: {
  pictures: Gathered['pictures'];
  onMake: (file: GatherFile) => void;
}) {
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const chosen = pictures
    .flatMap(({ colors }) => colors.map(({ hex }) => hex))
    .filter((hex) => !left.has(hex));
  const make = () => {
    const names = new Set<string>();
    const lines = [...new Set(chosen)].map((hex) => {
      const color = parseColor(hex)!;
      const hue = hueName(color);
      let name = hue === 'white' || hue === 'black' ? `color.${hue}` : `color.${hue}.${stepName(color)}`;
      for (let n = 2; names.has(name); n++) name = `${name.replace(/-\d+$/, '')}-${n}`;
      names.add(name);
      return `${name}: ${hex}`;
    });
    onMake({ name: 'picture.txt', text: lines.join('\n') });
  };
  return (
    <section>
      <h2 className={classes.title}>
        Colours of {pictures.length === 1 ? pictures[0]!.name : `${pictures.length} pictures`}
      </h2>
      {pictures.map(({ name, colors }) => (
        <div key={name} className={classes.picture}>
          {pictures.length > 1 && <Text size="sm">{name}</Text>}
          <div className={classes.shares}>
            {colors.map(({ hex, share }) => (
              <button
                key={hex}
                style={{ flexGrow: Math.max(0.06, share), background: hex }}
                data-left={left.has(hex) || undefined}
                aria-pressed={!left.has(hex)}
                aria-label={`${hex}, ${Math.round(share * 100)} per cent`}
                data-specimen
                onClick={() => setLeft((old) => toggled(old, hex))}
              />
            ))}
          </div>
          <Group gap="md">
            {colors.map(({ hex, share }) => (
              <Text key={hex} size="xs" ff="monospace" td={left.has(hex) ? 'line-through' : undefined}>
                {hex} {Math.round(share * 100)} %
              </Text>
            ))}
          </Group>
        </div>
      ))}
      <Button mt="sm" onClick={make} disabled={chosen.length === 0}>
        Create tokens from {counted(chosen.length, 'colour')}
      </Button>
    </section>
  );
}
