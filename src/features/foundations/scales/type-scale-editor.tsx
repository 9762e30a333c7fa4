'use client';

import { Checkbox, Group, Select, TextInput } from '@mantine/core';
import { scaleLinear } from 'd3-scale';
import type { TypeScaleRecipe } from '@/core/tokens/recipes/type-scale';
import { clampText, fluidSize, intervalName, INTERVALS, scaledSize } from '@/core/tokens/type-scale';
import { NumberField } from '@/ui/number-field';
import type { EditorProps } from './editor-props';
import classes from './scales.module.css';

export function TypeScaleEditor({ parameters, change, preview }: EditorProps) {
  const recipe = parameters as unknown as TypeScaleRecipe;
  const set = (more: Partial<TypeScaleRecipe>) => change({ ...parameters, ...more });
  const { fluid } = recipe;
  const value = (path: string) => preview?.steps.find((step) => step.path.endsWith(path));
  const zero = recipe.steps.indexOf(recipe.baseStep);
  const px = (i: number) => scaledSize(recipe.base, recipe.ratio, i - zero, recipe.rounding);
  const narrow = (i: number) =>
    fluid ? scaledSize(fluid.base, fluid.ratio, i - zero, recipe.rounding) : px(i);
  return (
    <div>
      <Group align="end" gap="md">
        <NumberField
          label="Base, px"

          w={84}
          min={1}
          max={400}
          value={recipe.base}
          onChange={(next) => set({ base: next })}
        />
        <Select
          label="Ratio preset"
          w={170}
          data={[
            ...INTERVALS.map((interval) => ({
              value: interval.name,
              label: `${interval.name} ${interval.ratio.toFixed(3)}`,
            })),
            { value: '', label: 'Custom ratio' },
          ]}
          value={intervalName(recipe.ratio) ?? ''}
          allowDeselect={false}
          onChange={(name) => {
            const interval = INTERVALS.find((one) => one.name === name);
            if (interval) set({ ratio: Number(interval.ratio.toFixed(4)) });
          }}
        />
        <NumberField
          label="Ratio"

          w={90}
          min={1}
          max={4}
          step={0.01}
          decimalScale={4}
          value={recipe.ratio}
          onChange={(next) => set({ ratio: next })}
        />
        <NumberField
          label="Round to, px"

          w={110}
          min={0}
          max={8}
          step={0.5}
          value={recipe.rounding}
          onChange={(next) => set({ rounding: next })}
        />
        <NumberField
          label="Rhythm, px"

          w={90}
          min={0}
          max={32}
          value={recipe.rhythm}
          onChange={(next) => set({ rhythm: next })}
        />
        <NumberField
          label="Line height, smallest"

          w={120}
          min={0.8}
          max={3}
          step={0.05}
          value={recipe.leading.small}
          onChange={(next) => set({ leading: { ...recipe.leading, small: next } })}
        />
        <NumberField
          label="Line height, largest"

          w={90}
          min={0.8}
          max={3}
          step={0.05}
          value={recipe.leading.large}
          onChange={(next) => set({ leading: { ...recipe.leading, large: next } })}
        />
        <Select
          label="Unit"
          w={80}
          data={['rem', 'px']}
          value={recipe.unit}
          allowDeselect={false}
          onChange={(unit) => set({ unit: unit as 'rem' | 'px' })}
        />
      </Group>
      <Group align="end" gap="md" mt="xs">
        <TextInput
          label="Steps, smallest first"
          w={420}
          value={recipe.steps.join(' ')}
          onChange={(event) => set({ steps: event.currentTarget.value.split(/\s+/).filter(Boolean) })}
        />
        <Select
          label="Base step"
          w={110}
          data={recipe.steps}
          value={recipe.baseStep}
          allowDeselect={false}
          onChange={(step) => set({ baseStep: step ?? recipe.baseStep })}
        />
        <Checkbox
          pb={6}
          checked={fluid !== null}
          label="Fluid (grows with the viewport)"
          onChange={(event) =>
            set({
              fluid: event.currentTarget.checked
                ? { base: Math.max(1, recipe.base - 1), ratio: 1.15, from: 360, to: 1200 }
                : null,
            })
          }
        />
        {fluid && (
          <>
            <NumberField
              label="Narrow viewport, px"

              w={90}
              value={fluid.from}
              onChange={(next) => set({ fluid: { ...fluid, from: next } })}
            />
            <NumberField
              label="Base in narrow viewport"

              w={90}
              value={fluid.base}
              onChange={(next) => set({ fluid: { ...fluid, base: next } })}
            />
            <NumberField
              label="Ratio in narrow viewport"

              w={90}
              step={0.01}
              value={fluid.ratio}
              onChange={(next) => set({ fluid: { ...fluid, ratio: next } })}
            />
            <NumberField
              label="Wide viewport, px"

              w={90}
              value={fluid.to}
              onChange={(next) => set({ fluid: { ...fluid, to: next } })}
            />
          </>
        )}
      </Group>
      <div className={fluid ? classes.typeFluid : undefined}>
        <div className={classes.type} data-specimen>
          {[...recipe.steps].reverse().map((step) => {
            const i = recipe.steps.indexOf(step);
            const line = value(`line.${step}`);
            return (
              <div key={step}>
                <span className={classes.about}>
                  {step} <b>{px(i)}px</b> / {line?.after ?? ''}
                  {value(`size.${step}`)?.tuned ? ' adjusted' : ''}
                  {value(`size.${step}`)?.before !== undefined &&
                  value(`size.${step}`)?.before !== value(`size.${step}`)?.after
                    ? `, was ${value(`size.${step}`)?.before}`
                    : ''}
                </span>
                <span style={{ fontSize: px(i), lineHeight: line?.after ?? 1.3 }}>
                  Ferries to the outer quays
                </span>
              </div>
            );
          })}
        </div>
        {fluid && <Widths recipe={recipe} narrow={narrow} wide={px} />}
      </div>
    </div>
  );
}

/** Sizes over the width of the window. */
function Widths({
  recipe,
  narrow,
  wide,
}: {
  recipe: TypeScaleRecipe;
  narrow: (i: number) => number;
  wide: (i: number) => number;
}) {
  const fluid = recipe.fluid!;
  const [width, height] = [420, 320];
  const from = Math.max(1, fluid.from * 0.7);
  const to = fluid.to * 1.15;
  const x = scaleLinear([from, to], [34, width - 90]);
  const y = scaleLinear([0, Math.max(...recipe.steps.map((_, i) => wide(i))) * 1.05], [height - 22, 8]);
  if (!(fluid.to > fluid.from)) return null;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className={classes.widths}
      role="img"
      aria-label="Sizes by viewport width"
    >
      {[fluid.from, fluid.to].map((at) => (
        <g key={at}>
          <line
            x1={x(at)}
            x2={x(at)}
            y1={6}
            y2={height - 20}
            stroke="var(--line-strong)"
            strokeDasharray="2 3"
          />
          <text x={x(at)} y={height - 7} fontSize={10} textAnchor="middle" fill="currentColor">
            {at}px
          </text>
        </g>
      ))}
      {recipe.steps.map((step, i) => {
        const size = { min: narrow(i), max: wide(i), from: fluid.from, to: fluid.to };
        const points = [from, fluid.from, fluid.to, to]
          .map((at) => `${x(at)},${y(fluidSize(size, at))}`)
          .join(' ');
        return (
          <g key={step}>
            <polyline points={points} fill="none" stroke="currentColor" strokeWidth={1.3} />
            <text x={x(to) + 4} y={y(wide(i)) + 3} fontSize={10} fill="currentColor">
              {step} {wide(i)}
            </text>
            <title>{`${step}: ${clampText(size)}`}</title>
          </g>
        );
      })}
    </svg>
  );
}
