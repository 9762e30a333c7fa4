'use client';

import { scaleLinear, scaleSqrt } from 'd3-scale';
import { parseColor } from '@/core/base/color/color';
import { lchOf } from '@/core/base/color/gamut';
import { hueName } from '@/core/intake/names';
import type { Cluster } from '@/core/intake/cluster';

const [WIDTH, HEIGHT, GREYS] = [560, 350, 62];
/** Room for the axis of lightness at the left, and for the names of both. */
const [AXIS, FOOT] = [44, 40];

/** Colours by hue and lightness, greys in a column of their own; members of a cluster are tied to the one that stays. */
export function ColorPlane({
  clusters,
  picked,
  left,
  onPick,
}: {
  clusters: readonly Cluster[];
  picked: string | null;
  left: ReadonlySet<string>;
  onPick: (value: string) => void;
}) {
  const hue = scaleLinear([0, 360], [AXIS + GREYS + 26, WIDTH - 14]);
  const light = scaleLinear([0, 1], [HEIGHT - FOOT, 20]);
  const most = Math.max(1, ...clusters.flatMap((one) => one.members.map((member) => member.count)));
  const radius = scaleSqrt([0, most], [2.5, 17]);
  const place = (value: string, i: number) => {
    const { l, h } = lchOf(parseColor(value)!);
    // Greys of one lightness stand beside each other rather than on each other.
    return ['grey', 'white', 'black'].includes(hueName(parseColor(value)!))
      ? { x: AXIS + 16 + ((i * 17) % (GREYS - 20)), y: light(l) }
      : { x: hue(h), y: light(l) };
  };
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width="100%" role="img" aria-label="Colours by hue and lightness">
      <line
        x1={AXIS + GREYS + 10}
        x2={AXIS + GREYS + 10}
        y1={6}
        y2={HEIGHT - FOOT + 6}
        stroke="var(--line)"
      />
      {[0, 90, 180, 270, 360].map((degrees) => (
        <text
          key={degrees}
          x={hue(degrees)}
          y={HEIGHT - 22}
          fontSize={10}
          textAnchor="middle"
          fill="var(--mantine-color-dimmed)"
        >
          {degrees}°
        </text>
      ))}
      <text
        x={AXIS + GREYS / 2}
        y={HEIGHT - 22}
        fontSize={10}
        textAnchor="middle"
        fill="var(--mantine-color-dimmed)"
      >
        Greys
      </text>
      <text x={hue(180)} y={HEIGHT - 5} fontSize={11} textAnchor="middle" fill="currentColor">
        Hue
      </text>
      <text
        transform={`translate(10 ${light(0.5)}) rotate(-90)`}
        fontSize={11}
        textAnchor="middle"
        fill="currentColor"
      >
        Lightness
      </text>
      {[0, 0.5, 1].map((l) => (
        <text
          key={l}
          x={AXIS - 4}
          y={light(l) + 3}
          fontSize={10}
          textAnchor="end"
          fill="var(--mantine-color-dimmed)"
        >
          {l * 100} %
        </text>
      ))}
      {[0, 0.25, 0.5, 0.75, 1].map((l) => (
        <line
          key={l}
          x1={AXIS}
          x2={WIDTH}
          y1={light(l)}
          y2={light(l)}
          stroke="var(--line)"
          strokeDasharray="1 5"
        />
      ))}
      <g data-specimen>
        {clusters.map((one, i) => {
          const centre = place(one.survivor, i);
          const out = left.has(`${one.kind} ${one.survivor}`);
          return (
            <g key={one.survivor} opacity={out ? 0.25 : 1} onMouseEnter={() => onPick(one.survivor)}>
              {one.members.map((member, j) => {
                const at = place(member.value, i + j);
                const survivor = member.value === one.survivor;
                return (
                  <g key={member.value}>
                    {!survivor && (
                      <line
                        x1={centre.x}
                        y1={centre.y}
                        x2={at.x}
                        y2={at.y}
                        stroke="currentColor"
                        strokeWidth={0.8}
                      />
                    )}
                    <circle
                      cx={survivor ? centre.x : at.x}
                      cy={survivor ? centre.y : at.y}
                      r={radius(member.count)}
                      fill={member.value}
                      stroke={picked === one.survivor ? 'var(--accent)' : 'var(--line-strong)'}
                      strokeWidth={picked === one.survivor ? 2.5 : 1}
                    >
                      <title>{`${member.value}, ${member.count} times${survivor ? '' : `, nearly ${one.survivor}`}`}</title>
                    </circle>
                  </g>
                );
              })}
            </g>
          );
        })}
      </g>
    </svg>
  );
}
