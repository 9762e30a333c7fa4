'use client';

import { ActionIcon, Button, Checkbox, Group, Select, Text, TextInput } from '@mantine/core';
import { IconX } from '@tabler/icons-react';
import { parseColor, rgbOf } from '@/core/base/color/color';
import { contrastRatio, ratioText } from '@/core/base/color/contrast';
import { lchOf } from '@/core/base/color/gamut';
import { useLibrary } from '@/features/session/library-shell';
import type { RampRecipe } from '@/core/tokens/recipes/ramps';
import { NumberField } from '@/ui/number-field';
import { Curve } from './curve';
import type { EditorProps, Preview } from './editor-props';
import classes from './scales.module.css';

type Step = Preview['steps'][number];

export function RampsEditor({ parameters, change, preview }: EditorProps) {
  const library = useLibrary();
  const recipe = parameters as unknown as RampRecipe;
  const set = (more: Partial<RampRecipe>) => change({ ...parameters, ...more });
  const scheme = library.axes.find((axis) => axis.contexts.includes('dark'));
  const stepOf = (hue: string, step: string): Step | undefined =>
    preview?.steps.find((one) => one.path.endsWith(`${hue}.${step}`));
  const first = recipe.hues[0];
  const colors = recipe.steps.map((step) => parseColor(stepOf(first?.name ?? '', step)?.after ?? ''));
  const anchor = parseColor(first?.anchors[0] ?? '');
  const chroma = anchor ? Math.max(lchOf(anchor).c, 0.001) : 0.1;
  return (
    <div>
      <div className={classes.form}>
        <div className={classes.hues}>
          {recipe.hues.map((hue, i) => (
            <Group key={i} gap="xs" wrap="nowrap" align="end">
              <TextInput
                label={i === 0 ? 'Ramp' : undefined}
                aria-label={`Name of ramp ${i + 1}`}
                w={96}
                value={hue.name}
                onChange={(event) =>
                  set({
                    hues: recipe.hues.map((one, j) =>
                      j === i ? { ...one, name: event.currentTarget.value } : one,
                    ),
                  })
                }
              />
              <TextInput
                label={i === 0 ? 'Anchor colours' : undefined}
                aria-label={`Anchors of ${hue.name}`}
                w={230}
                value={hue.anchors.join(' ')}
                leftSection={
                  <i className={classes.chip} style={{ background: hue.anchors[0] }} data-specimen />
                }
                onChange={(event) =>
                  set({
                    hues: recipe.hues.map((one, j) =>
                      j === i ? { ...one, anchors: event.currentTarget.value.split(/\s+(?![^(]*\))/) } : one,
                    ),
                  })
                }
              />
              {recipe.hues.length > 1 && (
                <ActionIcon
                  variant="subtle"
                  color="gray"
                  aria-label={`Remove ${hue.name}`}
                  onClick={() => set({ hues: recipe.hues.filter((_, j) => j !== i) })}
                >
                  <IconX size={14} />
                </ActionIcon>
              )}
            </Group>
          ))}
          <Button
            variant="subtle"
            size="compact-xs"
            w="fit-content"
            onClick={() =>
              set({ hues: [...recipe.hues, { name: `hue-${recipe.hues.length + 1}`, anchors: ['#8a5a00'] }] })
            }
          >
            Add hue with the same lightness
          </Button>
        </div>
        <div className={classes.options}>
          <TextInput
            label="Steps"
            w={330}
            value={recipe.steps.join(' ')}
            onChange={(event) => set({ steps: event.currentTarget.value.split(/\s+/).filter(Boolean) })}
          />
          <Group gap="lg">
            <Checkbox
              checked={recipe.keepAnchors}
              label="Keep anchors exact"
              onChange={(event) => set({ keepAnchors: event.currentTarget.checked })}
            />
            <Checkbox
              checked={recipe.dark !== null && recipe.dark !== undefined}
              label={`Also for ${scheme?.name ?? 'scheme'} dark`}
              onChange={(event) =>
                set({
                  dark: event.currentTarget.checked
                    ? { axis: scheme?.name ?? 'scheme', context: 'dark', chroma: 0.9 }
                    : null,
                })
              }
            />
            <Select
              aria-label="Gamut"
              w={130}
              value={recipe.gamut}
              data={[
                { value: 'srgb', label: 'Within sRGB' },
                { value: 'display-p3', label: 'Within P3' },
              ]}
              allowDeselect={false}
              onChange={(value) => set({ gamut: value as RampRecipe['gamut'] })}
            />
          </Group>
          {recipe.needs.map((need, i) => (
            <Group key={i} gap={6} wrap="nowrap">
              <Text size="sm">Step</Text>
              <Select
                aria-label="Step"
                w={80}
                data={recipe.steps}
                value={need.step}
                allowDeselect={false}
                onChange={(value) =>
                  set({
                    needs: recipe.needs.map((one, j) =>
                      j === i ? { ...one, step: value ?? one.step } : one,
                    ),
                  })
                }
              />
              <Text size="sm">reaches</Text>
              <NumberField
                aria-label="Contrast"

                w={72}
                min={1}
                max={21}
                step={0.5}
                value={need.ratio}
                onChange={(value) =>
                  set({
                    needs: recipe.needs.map((one, j) => (j === i ? { ...one, ratio: value || 1 } : one)),
                  })
                }
              />
              <Text size="sm">on</Text>
              <TextInput
                aria-label="On"
                w={130}
                value={need.on.join(' ')}
                onChange={(event) =>
                  set({
                    needs: recipe.needs.map((one, j) =>
                      j === i ? { ...one, on: event.currentTarget.value.split(/\s+/).filter(Boolean) } : one,
                    ),
                  })
                }
              />
              <ActionIcon
                variant="subtle"
                color="gray"
                aria-label="Remove requirement"
                onClick={() => set({ needs: recipe.needs.filter((_, j) => j !== i) })}
              >
                <IconX size={14} />
              </ActionIcon>
            </Group>
          ))}
          <Button
            variant="subtle"
            size="compact-xs"
            w="fit-content"
            onClick={() =>
              set({
                needs: [
                  ...recipe.needs,
                  {
                    step: recipe.steps[Math.floor(recipe.steps.length * 0.6)] ?? '',
                    ratio: 4.5,
                    on: ['#ffffff', recipe.steps[0] ?? ''],
                  },
                ],
              })
            }
          >
            Solve a step for contrast
          </Button>
        </div>
      </div>
      <div className={classes.curves}>
        <Curve
          title="Lightness"
          unit={(value) => `${Math.round(value * 100)} %`}
          knots={recipe.lightness}
          range={[0, 1]}
          steps={recipe.steps.length}
          made={colors.map((color) => (color ? lchOf(color).l : 0))}
          change={(lightness) => set({ lightness })}
        />
        <Curve
          title="Chroma, relative to the anchor"
          unit={(value) => `${Math.round(value * 100)} %`}
          knots={recipe.chroma}
          range={[0, 1.5]}
          steps={recipe.steps.length}
          made={colors.map((color) => (color ? lchOf(color).c / chroma : 0))}
          change={(next) => set({ chroma: next })}
        />
        <Curve
          title="Hue, relative to the anchor"
          unit={(value) => `${Math.round(value)}°`}
          knots={recipe.hue}
          range={[-60, 60]}
          steps={recipe.steps.length}
          made={[]}
          change={(hue) => set({ hue })}
        />
      </div>
      <div className={classes.ramps}>
        {recipe.hues.map((hue) => (
          <Ramp
            key={hue.name}
            name={hue.name}
            steps={recipe.steps}
            stepOf={(step) => stepOf(hue.name, step)}
          />
        ))}
      </div>
    </div>
  );
}

function Ramp({
  name,
  steps,
  stepOf,
}: {
  name: string;
  steps: string[];
  stepOf: (step: string) => Step | undefined;
}) {
  const paper = parseColor(stepOf(steps[0] ?? '')?.after ?? '');
  const on = (css: string, backdrop: string | undefined) => {
    const [a, b] = [parseColor(css), backdrop === undefined ? paper : parseColor(backdrop)];
    return a && b ? ratioText(contrastRatio(rgbOf(a), rgbOf(b))) : '';
  };
  return (
    <table className={classes.ramp}>
      <caption className="visually-hidden">Ramp {name}</caption>
      <thead>
        <tr>
          <th scope="row">{name}</th>
          {steps.map((step) => (
            <th key={step} scope="col">
              {step}
              {stepOf(step)?.tuned ? <small title="Adjusted by hand"> adjusted</small> : null}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {steps.some(
          (step) => stepOf(step)?.before !== undefined && stepOf(step)?.before !== stepOf(step)?.after,
        ) && (
          <tr>
            <th scope="row">Current</th>
            {steps.map((step) => (
              <td key={step}>
                <span
                  className={classes.before}
                  style={{ background: stepOf(step)?.before ?? 'transparent' }}
                  data-specimen
                />
              </td>
            ))}
          </tr>
        )}
        <tr>
          <th scope="row">New</th>
          {steps.map((step) => {
            const css = stepOf(step)?.after;
            return (
              <td key={step}>
                <span className={classes.after} style={{ background: css ?? 'transparent' }} data-specimen />
                <code>{css?.replace(/^color\((.*)\)$/, '$1')}</code>
              </td>
            );
          })}
        </tr>
        {stepOf(steps[0] ?? '')?.others[0] && (
          <tr>
            <th scope="row">{stepOf(steps[0] ?? '')?.others[0]?.label}</th>
            {steps.map((step) => (
              <td key={step}>
                <span
                  className={classes.after}
                  style={{ background: stepOf(step)?.others[0]?.css ?? 'transparent' }}
                  data-specimen
                />
                <code>{stepOf(step)?.others[0]?.css}</code>
              </td>
            ))}
          </tr>
        )}
        <tr>
          <th scope="row">On white</th>
          {steps.map((step) => (
            <td key={step}>{on(stepOf(step)?.after ?? '', '#ffffff')}</td>
          ))}
        </tr>
        <tr>
          <th scope="row">On step {steps[0]}</th>
          {steps.map((step) => (
            <td key={step}>{on(stepOf(step)?.after ?? '', undefined)}</td>
          ))}
        </tr>
        <tr>
          <th scope="row">On black</th>
          {steps.map((step) => (
            <td key={step}>{on(stepOf(step)?.after ?? '', '#000000')}</td>
          ))}
        </tr>
      </tbody>
    </table>
  );
}
