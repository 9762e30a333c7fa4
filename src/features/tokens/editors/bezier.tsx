'use client';

import { Button, Group, NumberInput, Stack } from '@mantine/core';
import { useRef, useState } from 'react';
import type { EditorProps } from './editor';
import classes from './editors.module.css';

const [SIZE, ROOM] = [200, 60];

/** Two handles to be dragged, or moved with the arrow keys; played, so that one sees the motion. */
export function BezierEditor({ text, change }: EditorProps) {
  const numbers = text
    .replace(/^cubic-bezier\(|\)$/g, '')
    .split(',')
    .map(Number);
  const [x1, y1, x2, y2] = (
    numbers.length === 4 && numbers.every(Number.isFinite) ? numbers : [0.25, 0.1, 0.25, 1]
  ) as [number, number, number, number];
  const box = useRef<SVGSVGElement>(null);
  const dragged = useRef<0 | 1 | null>(null);
  const [plays, setPlays] = useState(0);
  const put = (handle: 0 | 1, x: number, y: number) => {
    const next = [x1, y1, x2, y2];
    next[handle * 2] = Number(Math.min(1, Math.max(0, x)).toFixed(2));
    next[handle * 2 + 1] = Number(Math.min(1.5, Math.max(-0.5, y)).toFixed(2));
    change(next.join(', '));
  };
  const X = (x: number) => 12 + x * SIZE;
  const Y = (y: number) => ROOM + SIZE - y * SIZE;
  return (
    <Stack gap="xs" w={300}>
      <svg
        ref={box}
        viewBox={`0 0 ${SIZE + 24} ${SIZE + ROOM * 2}`}
        className={classes.bezier}
        onPointerMove={(event) => {
          if (dragged.current === null) return;
          const rect = box.current!.getBoundingClientRect();
          const scale = (SIZE + 24) / rect.width;
          put(
            dragged.current,
            ((event.clientX - rect.left) * scale - 12) / SIZE,
            (ROOM + SIZE - (event.clientY - rect.top) * scale) / SIZE,
          );
        }}
        onPointerUp={() => (dragged.current = null)}
      >
        <rect x={X(0)} y={Y(1)} width={SIZE} height={SIZE} fill="none" stroke="var(--line)" />
        <line x1={X(0)} y1={Y(0)} x2={X(x1)} y2={Y(y1)} stroke="var(--accent)" />
        <line x1={X(1)} y1={Y(1)} x2={X(x2)} y2={Y(y2)} stroke="var(--accent)" />
        <path
          d={`M${X(0)} ${Y(0)} C${X(x1)} ${Y(y1)} ${X(x2)} ${Y(y2)} ${X(1)} ${Y(1)}`}
          fill="none"
          stroke="currentColor"
          strokeWidth={2}
        />
        {(
          [
            [x1, y1],
            [x2, y2],
          ] as const
        ).map(([x, y], i) => (
          <circle
            key={i}
            cx={X(x)}
            cy={Y(y)}
            r={8}
            className={classes.handle}
            tabIndex={0}
            role="slider"
            aria-label={i === 0 ? 'First handle' : 'Second handle'}
            aria-valuenow={x}
            aria-valuetext={`${x}, ${y}`}
            onPointerDown={(event) => {
              dragged.current = i as 0 | 1;
              box.current?.setPointerCapture(event.pointerId);
            }}
            onKeyDown={(event) => {
              const by = {
                ArrowUp: [0, 0.05],
                ArrowDown: [0, -0.05],
                ArrowLeft: [-0.05, 0],
                ArrowRight: [0.05, 0],
              }[event.key];
              if (!by) return;
              event.preventDefault();
              put(i as 0 | 1, x + by[0]!, y + by[1]!);
            }}
          />
        ))}
      </svg>
      <Group gap="xs" wrap="nowrap">
        {(
          [
            ['x1', x1],
            ['y1', y1],
            ['x2', x2],
            ['y2', y2],
          ] as const
        ).map(([label, value], i) => (
          <NumberInput
            key={label}
            aria-label={label}
            size="xs"
            step={0.05}
            value={value}
            onChange={(next) =>
              put(
                i < 2 ? 0 : 1,
                i === 0 ? Number(next) : i === 1 ? x1 : i === 2 ? Number(next) : x2,
                i === 1 ? Number(next) : i === 0 ? y1 : i === 3 ? Number(next) : y2,
              )
            }
          />
        ))}
      </Group>
      <Group gap="xs">
        <Button variant="default" size="compact-xs" onClick={() => setPlays(plays + 1)}>
          Play
        </Button>
        <div className={classes.track} data-specimen>
          <i
            key={plays}
            className={plays > 0 ? classes.run : undefined}
            style={{
              animationTimingFunction: `cubic-bezier(${x1}, ${y1}, ${x2}, ${y2})`,
              animationName: plays > 0 ? undefined : 'none',
            }}
          />
        </div>
      </Group>
    </Stack>
  );
}
