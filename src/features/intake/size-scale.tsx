'use client';

import { scaleLog, scaleSqrt } from 'd3-scale';
import type { Cluster } from '@/core/intake/cluster';

const [WIDTH, HEIGHT] = [560, 250];

/** Sizes on a logarithmic ruler: how often each is used is how tall it stands; members hang on the one that stays. */
export function SizeScale({
  clusters,
  picked,
  onPick,
}: {
  clusters: readonly Cluster[];
  picked: string | null;
  onPick: (value: string) => void;
}) {
  const entries = clusters.flatMap((one) =>
    one.members.map((member) => ({ member, survivor: one.survivor })),
  );
  const numbers = entries.map(({ member }) => member.number ?? 1).filter((number) => number > 0);
  if (numbers.length === 0) return null;
  const [low, high] = [Math.min(...numbers), Math.max(...numbers)];
  const x = scaleLog([low / 1.15, high * 1.15], [20, WIDTH - 20]);
  const most = Math.max(...entries.map(({ member }) => member.count));
  const tall = scaleSqrt([0, most], [6, HEIGHT - 70]);
  const base = HEIGHT - 34;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width="100%" role="img" aria-label="Sizes on a scale">
      <line x1={10} x2={WIDTH - 10} y1={base} y2={base} stroke="var(--line-strong)" />
      <text x={WIDTH / 2} y={HEIGHT - 4} fontSize={11} textAnchor="middle" fill="currentColor">
        Size in px; as tall as it is used often
      </text>
      {entries.map(({ member, survivor }) => {
        const at = x(Math.max(low / 1.15, member.number ?? 1));
        const height = tall(member.count);
        const stays = member.value === survivor;
        return (
          <g
            key={`${survivor} ${member.value}`}
            onMouseEnter={() => onPick(survivor)}
            opacity={stays ? 1 : 0.55}
          >
            <line
              x1={at}
              x2={at}
              y1={base}
              y2={base - height}
              stroke={picked === survivor ? 'var(--accent)' : 'currentColor'}
              strokeWidth={stays ? 3 : 1.5}
              strokeDasharray={stays ? undefined : '3 2'}
            />
            {stays && (
              <text x={at} y={base - height - 6} fontSize={10} textAnchor="middle" fill="currentColor">
                {Number((member.number ?? 0).toFixed(2))}
              </text>
            )}
            <text x={at} y={base + 13} fontSize={9} textAnchor="middle" fill="var(--mantine-color-dimmed)">
              {stays ? `×${member.count}` : ''}
            </text>
            <title>{`${member.value}, ${member.count} times${stays ? '' : `, nearly ${survivor}`}`}</title>
          </g>
        );
      })}
    </svg>
  );
}
