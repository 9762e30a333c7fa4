'use client';

import { Button, Group, NumberInput, SegmentedControl, Slider, Stack, Text, TextInput } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import { colorText, convert, parseColor, rgbOf, type Color } from '@/core/base/color/color';
import { contrastRatio, ratioText } from '@/core/base/color/contrast';
import { lchOf, oklch, toGamutColor, toHexColor, withinGamut } from '@/core/base/color/gamut';
import { TokenSelect } from '../token-select';
import type { EditorProps } from './editor';
import classes from './editors.module.css';

type Space = 'oklch' | 'srgb' | 'hsl' | 'display-p3';
const CHANNELS: Record<Space, { label: string; min: number; max: number; step: number }[]> = {
  oklch: [
    { label: 'Lightness', min: 0, max: 1, step: 0.002 },
    { label: 'Chroma', min: 0, max: 0.37, step: 0.002 },
    { label: 'Hue', min: 0, max: 360, step: 0.5 },
  ],
  srgb: ['Red', 'Green', 'Blue'].map((label) => ({ label, min: 0, max: 1, step: 1 / 255 })),
  'display-p3': ['Red', 'Green', 'Blue'].map((label) => ({ label, min: 0, max: 1, step: 0.002 })),
  hsl: [
    { label: 'Hue', min: 0, max: 360, step: 1 },
    { label: 'Saturation', min: 0, max: 100, step: 0.5 },
    { label: 'Lightness', min: 0, max: 100, step: 0.5 },
  ],
};
const numbers = (color: Color) =>
  color.components.map((c) => (c === 'none' ? 0 : c)) as [number, number, number];

/** Sliders in four spaces, the bounds of sRGB and P3 drawn over lightness and chroma, alpha, and tokens that are close. */
export function ColorEditor({ text, change, lens, path }: EditorProps) {
  const [space, setSpace] = useState<Space>('oklch');
  const parsed = parseColor(text);
  const [last, setLast] = useState<Color>(parsed ?? parseColor('#888888')!);
  useEffect(() => {
    const next = parseColor(text);
    if (next) setLast(next);
  }, [text]);
  // What is written may be rounded to a hex text: small steps would be lost if they began from that each time.
  const [written, setWritten] = useState<{ text: string; color: Color } | null>(null);
  const color = written?.text === text ? written.color : (parsed ?? last);
  const say = (next: Color, said: string) => {
    setWritten({ text: said, color: next });
    change(said);
  };
  const inSpace = numbers(convert(color, space));
  // What is written: hex where sRGB can say it and one works in sRGB or HSL, else the space itself.
  const write = (next: Color) => {
    const kept = next.alpha;
    if (space === 'oklch') {
      const [l, c, h] = numbers(next);
      const shown = withinGamut(next, 'srgb')
        ? toHexColor({ ...oklch(l, c, h), alpha: kept })
        : { ...next, components: [round(l, 4), round(c, 4), round(h, 2)] };
      say(next, colorText(shown));
    } else if (space === 'display-p3')
      say(next, colorText({ ...next, components: numbers(next).map((n) => round(n, 4)) }));
    else say(next, colorText(toHexColor({ ...next, alpha: kept })));
  };
  const set = (i: number, value: number) => {
    const components = [...inSpace];
    components[i] = value;
    write({ space, components, alpha: color.alpha });
  };
  const srgb = withinGamut(color, 'srgb');
  const setAlpha = (alpha: number) =>
    change(colorText({ ...(srgb ? toHexColor(color) : color), alpha: round(alpha, 2) }));
  const p3 = withinGamut(color, 'display-p3');
  const rgb = rgbOf(srgb ? color : toGamutColor(color, 'srgb'));
  return (
    <Stack gap="xs" w={360}>
      <Group justify="space-between" wrap="nowrap">
        <TextInput
          aria-label="Any CSS colour"
          value={text}
          w={190}
          onChange={(event) => change(event.currentTarget.value)}
          styles={{ input: { fontFamily: 'var(--mantine-font-family-monospace)' } }}
        />
        <FromScreen pick={change} />
        <Text size="xs" c={srgb ? 'dimmed' : 'var(--warn)'}>
          {srgb ? 'Within sRGB' : p3 ? 'Within P3 only' : 'Beyond P3'}
        </Text>
      </Group>
      <Plane
        color={color}
        onPick={(l, c) => write({ space: 'oklch', components: [l, c, lchOf(color).h], alpha: color.alpha })}
      />
      <SegmentedControl
        aria-label="Colour space"
        value={space}
        onChange={(value) => setSpace(value as Space)}
        data={[
          { value: 'oklch', label: 'OKLCH' },
          { value: 'srgb', label: 'sRGB' },
          { value: 'hsl', label: 'HSL' },
          { value: 'display-p3', label: 'P3' },
        ]}
      />
      {CHANNELS[space].map((channel, i) => (
        <Group key={channel.label} gap="sm" wrap="nowrap">
          <Text size="xs" w={72}>
            {channel.label}
          </Text>
          <Slider
            aria-label={channel.label}
            thumbLabel={channel.label}
            size="sm"
            style={{ flex: 1 }}
            label={null}
            min={channel.min}
            max={channel.max}
            step={channel.step}
            value={Math.min(channel.max, Math.max(channel.min, inSpace[i]!))}
            onChange={(value) => set(i, value)}
          />
          <Typed
            label={channel.label}
            value={
              space === 'srgb' ? Math.round(inSpace[i]! * 255) : round(inSpace[i]!, channel.max > 10 ? 1 : 3)
            }
            most={space === 'srgb' ? 255 : channel.max}
            change={(value) => set(i, space === 'srgb' ? value / 255 : value)}
          />
        </Group>
      ))}
      <Group gap="sm" wrap="nowrap">
        <Text size="xs" w={72}>
          Alpha
        </Text>
        <Slider
          aria-label="Alpha"
          thumbLabel="Alpha"
          size="sm"
          style={{ flex: 1 }}
          label={null}
          min={0}
          max={1}
          step={0.01}
          value={color.alpha}
          onChange={setAlpha}
        />
        <Typed label="Alpha" value={round(color.alpha, 2)} most={1} change={setAlpha} />
      </Group>
      <Text size="xs" c="dimmed">
        {ratioText(contrastRatio(rgb, { r: 1, g: 1, b: 1, alpha: 1 }))} on white,{' '}
        {ratioText(contrastRatio(rgb, { r: 0, g: 0, b: 0, alpha: 1 }, { r: 0, g: 0, b: 0, alpha: 1 }))} on
        black
      </Text>
      <TokenSelect
        label="Or alias a token (nearest first)"
        value={text.startsWith('{') ? text.slice(1, -1) : text}
        type="color"
        lens={lens}
        not={path}
        comboboxProps={{ withinPortal: false }}
        onChange={(value) => change(parseColor(value) || value === '' ? value : `{${value}}`)}
      />
    </Stack>
  );
}

/** The browser's own way to pick a colour anywhere on the screen (EyeDropper API, WICG). */
interface ScreenPicker {
  open(): Promise<{ sRGBHex: string }>;
}

/** A colour of anything on the screen, in browsers that can pick one. */
function FromScreen({ pick }: { pick: (text: string) => void }) {
  const Picker = (globalThis as { EyeDropper?: new () => ScreenPicker }).EyeDropper;
  if (!Picker) return null;
  return (
    <Button
      size="compact-xs"
      variant="default"
      // Left without a colour, nothing is changed.
      onClick={() =>
        void new Picker().open().then(
          ({ sRGBHex }) => pick(sRGBHex),
          () => undefined,
        )
      }
    >
      Pick from screen
    </Button>
  );
}

/** A channel as a number that can be typed. */
function Typed({
  label,
  value,
  most,
  change,
}: {
  label: string;
  value: number;
  most: number;
  change: (value: number) => void;
}) {
  return (
    <NumberInput
      aria-label={`${label} as a number`}
      size="xs"
      w={58}
      hideControls
      min={0}
      max={most}
      value={value}
      onChange={(next) =>
        typeof next === 'number' && next !== value && change(Math.min(most, Math.max(0, next)))
      }
      styles={{
        input: { fontFamily: 'var(--mantine-font-family-monospace)', textAlign: 'end', paddingInline: 6 },
      }}
    />
  );
}

const round = (value: number, digits: number) => Number(value.toFixed(digits));
const [WIDTH, HEIGHT] = [360, 130];
const MOST = 0.37;

/** Lightness across, chroma up, at the colour's own hue: what sRGB and P3 can show, and where the colour is. */
function Plane({ color, onPick }: { color: Color; onPick: (l: number, c: number) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { l, c, h } = lchOf(color);
  const hue = Math.round(h);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    context.clearRect(0, 0, WIDTH, HEIGHT);
    const cell = 3;
    for (let x = 0; x < WIDTH; x += cell) {
      for (let y = 0; y < HEIGHT; y += cell) {
        const at = oklch(x / WIDTH, (1 - y / HEIGHT) * MOST, hue);
        if (withinGamut(at, 'srgb')) {
          context.fillStyle = colorText(toHexColor(at));
          context.fillRect(x, y, cell, cell);
        } else if (withinGamut(at, 'display-p3')) {
          context.fillStyle = colorText(toHexColor(at));
          context.globalAlpha = 0.35;
          context.fillRect(x, y, cell, cell);
          context.globalAlpha = 1;
        }
      }
    }
  }, [hue]);
  const pick = (event: React.PointerEvent) => {
    const box = event.currentTarget.getBoundingClientRect();
    const [x, y] = [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height];
    onPick(Math.min(1, Math.max(0, x)), Math.min(MOST, Math.max(0, (1 - y) * MOST)));
  };
  return (
    <div
      className={classes.plane}
      data-specimen
      title="Horizontal: lightness. Vertical: chroma. Solid: within sRGB; faint: within P3 only"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        pick(event);
      }}
      onPointerMove={(event) => event.buttons === 1 && pick(event)}
    >
      <canvas ref={canvas} width={WIDTH} height={HEIGHT} aria-hidden />
      <i
        style={{
          left: `${l * 100}%`,
          top: `${(1 - Math.min(c, MOST) / MOST) * 100}%`,
          background: colorText(toHexColor(color)),
        }}
      />
    </div>
  );
}
