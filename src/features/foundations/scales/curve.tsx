'use client';

import { scaleLinear } from 'd3-scale';
import { useRef } from 'react';
import { curveThrough, type Knot } from '@/core/base/color/curve';
import classes from './scales.module.css';

const [WIDTH, HEIGHT, EDGE, AXIS] = [300, 150, 14, 46];

/** A curve through knots that can be dragged, or moved with the arrow keys; double click adds one, Delete takes one out. */
export function Curve({
  title,
  unit,
  knots,
  range,
  steps,
  made,
  change,
}: {
  title: string;
  unit: (value: number) => string;
  knots: readonly Knot[];
  range: readonly [number, number];
  steps: number;
  /** Values of the steps as they come out, which the gamut may have moved. */
  made: readonly number[];
  change: (knots: Knot[]) => void;
}) {
  const box = useRef<SVGSVGElement>(null);
  const dragged = useRef<number | null>(null);
  const x = scaleLinear([0, 1], [AXIS, WIDTH - EDGE]);
  const y = scaleLinear([range[0], range[1]], [HEIGHT - EDGE, EDGE]);
  const curve = curveThrough(knots);
  const line = Array.from({ length: 61 }, (_, i) => `${x(i / 60)},${y(curve(i / 60))}`).join(' ');
  const put = (i: number, knot: Knot) => {
    const ends = i === 0 || i === knots.length - 1;
    const before = knots[i - 1]?.at ?? 0;
    const after = knots[i + 1]?.at ?? 1;
    const at = ends ? knots[i]!.at : Math.min(after - 0.02, Math.max(before + 0.02, knot.at));
    const value = Math.min(range[1], Math.max(range[0], knot.value));
    change(
      knots.map((other, j) =>
        j === i ? { at: Number(at.toFixed(3)), value: Number(value.toFixed(4)) } : other,
      ),
    );
  };
  const pointOf = (event: { clientX: number; clientY: number }): Knot => {
    const rect = box.current!.getBoundingClientRect();
    return {
      at: x.invert(((event.clientX - rect.left) / rect.width) * WIDTH),
      value: y.invert(((event.clientY - rect.top) / rect.height) * HEIGHT),
    };
  };
  const nudge = (range[1] - range[0]) / 100;
  return (
    <figure className={classes.curve}>
      <figcaption>{title}</figcaption>
      <svg
        ref={box}
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        onPointerMove={(event) => dragged.current !== null && put(dragged.current, pointOf(event))}
        onPointerUp={() => (dragged.current = null)}
        onDoubleClick={(event) => change([...knots, pointOf(event)].sort((a, b) => a.at - b.at))}
      >
        {[0, 0.5, 1].map((share) => {
          const value = range[0] + (range[1] - range[0]) * share;
          return (
            <g key={share}>
              <line x1={AXIS - 10} x2={WIDTH - EDGE} y1={y(value)} y2={y(value)} stroke="var(--line)" />
              <text x={2} y={y(value) + 3} fontSize={9} fill="var(--mantine-color-dimmed)">
                {unit(value)}
              </text>
            </g>
          );
        })}
        {made.map((value, i) => (
          <circle
            key={i}
            cx={x(i / Math.max(1, steps - 1))}
            cy={y(Math.min(range[1], Math.max(range[0], value)))}
            r={2}
            fill="var(--mantine-color-dimmed)"
          />
        ))}
        <polyline points={line} fill="none" stroke="currentColor" strokeWidth={1.5} />
        {knots.map((knot, i) => (
          <circle
            key={i}
            cx={x(knot.at)}
            cy={y(knot.value)}
            r={6.5}
            className={classes.knot}
            tabIndex={0}
            role="slider"
            aria-label={`${title} at ${Math.round(knot.at * 100)} per cent of the ramp`}
            aria-valuenow={knot.value}
            aria-valuemin={range[0]}
            aria-valuemax={range[1]}
            aria-valuetext={unit(knot.value)}
            onPointerDown={(event) => {
              dragged.current = i;
              box.current?.setPointerCapture(event.pointerId);
            }}
            onKeyDown={(event) => {
              const by = {
                ArrowUp: [0, nudge],
                ArrowDown: [0, -nudge],
                ArrowLeft: [-0.02, 0],
                ArrowRight: [0.02, 0],
              }[event.key];
              if (by) {
                event.preventDefault();
                put(i, { at: knot.at + by[0]!, value: knot.value + by[1]! });
              }
              if (event.key === 'Delete' && knots.length > 2 && i > 0 && i < knots.length - 1)
                change(knots.filter((_, j) => j !== i));
            }}
          >
            <title>{unit(knot.value)}</title>
          </circle>
        ))}
      </svg>
    </figure>
  );
}
