'use client';

import { Group, SegmentedControl, Select, TextInput } from '@mantine/core';
import type { SpacingRecipe } from '@/core/tokens/recipes/spacing';
import { NumberField } from '@/ui/number-field';
import type { EditorProps } from './editor-props';
import classes from './scales.module.css';

export function SpacingEditor({ parameters, change, preview }: EditorProps) {
  const recipe = parameters as unknown as SpacingRecipe;
  const set = (more: Partial<SpacingRecipe>) => change({ ...parameters, ...more });
  const px = (text: string | undefined) =>
    text === undefined ? 0 : Number.parseFloat(text) * (text.endsWith('rem') ? 16 : 1);
  return (
    <div>
      <Group align="end" gap="md">
        <div>
          <div className={classes.label}>Method</div>
          <SegmentedControl
            aria-label="Method"
            value={recipe.method}
            onChange={(method) => set({ method: method as SpacingRecipe['method'] })}
            data={[
              { value: 'linear', label: 'Equal steps' },
              { value: 'doubling', label: 'Doubling' },
              { value: 'list', label: 'Custom list' },
            ]}
          />
        </div>
        <NumberField
          label="Base, px"

          w={84}
          min={0.5}
          max={200}
          value={recipe.base}
          onChange={(next) => set({ base: next })}
        />
        {recipe.method === 'list' ? (
          <TextInput
            label="Multiples"
            w={260}
            value={recipe.multiples.join(' ')}
            onChange={(event) =>
              set({
                multiples: event.currentTarget.value
                  .split(/[\s,]+/)
                  .filter(Boolean)
                  .map(Number),
              })
            }
          />
        ) : (
          <NumberField
            label="Steps"

            w={80}
            min={1}
            max={40}
            value={recipe.count}
            onChange={(next) => set({ count: next })}
          />
        )}
        <NumberField
          label="Rhythm, px"

          w={90}
          min={0}
          max={32}
          value={recipe.rhythm}
          onChange={(next) => set({ rhythm: next })}
        />
        <Select
          label="Unit"
          w={80}
          data={['px', 'rem']}
          value={recipe.unit}
          allowDeselect={false}
          onChange={(unit) => set({ unit: unit as 'rem' | 'px' })}
        />
      </Group>
      <div className={classes.ruler} data-specimen>
        {preview?.steps.map((step) => (
          <div key={step.path}>
            <span className="path">
              {step.path}
              {step.tuned ? ' (tuned)' : ''}
            </span>
            <span>
              {step.before !== undefined && step.before !== step.after ? `${step.before} → ` : ''}
              {step.after ?? 'no longer generated'}
            </span>
            <i
              style={{ width: Math.min(640, px(step.after)) }}
              data-off={(recipe.rhythm > 0 && px(step.after) % recipe.rhythm !== 0) || undefined}
            />
          </div>
        ))}
      </div>
    </div>
  );
}
