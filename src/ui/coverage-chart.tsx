'use client';

import { scaleLinear, scaleUtc } from 'd3-scale';
import classes from './coverage-chart.module.css';

interface CoveragePoint {
  commit: string;
  /** ISO 8601. */
  at: string;
  /** 0 to 1. */
  coverage: number;
  label: string;
}

const [WIDTH, HEIGHT] = [1200, 210];
/** Room that the label of a release takes, in units of the drawing. */
const LABEL = 44;
const EDGE = { left: 44, right: 16, top: 26, bottom: 40 };

/** The share of values written by token over the commits of a product, with the releases of its library marked. */
export function CoverageChart({
  points,
  releases,
  picked,
  onPick,
  name,
}: {
  points: readonly CoveragePoint[];
  releases: readonly { version: string; at: string }[];
  picked?: string | undefined;
  onPick?: (commit: string) => void;
  name: string;
}) {
  if (points.length === 0) return null;
  const times = points.map(({ at }) => Date.parse(at));
  const [first, last] = [Math.min(...times), Math.max(...times)];
  // A single commit stands in the middle of its day.
  const room = Math.max((last - first) * 0.03, 86_400_000 / 2);
  const x = scaleUtc([first - room, last + room], [EDGE.left, WIDTH - EDGE.right]);
  const y = scaleLinear([0, 1], [HEIGHT - EDGE.bottom, EDGE.top]);
  const path = points
    .map(({ coverage }, i) => `${i === 0 ? 'M' : 'L'}${x(times[i]!)} ${y(coverage)}`)
    .join('');
  const within = releases.filter(({ at }) => Date.parse(at) >= first - room && Date.parse(at) <= last + room);
  // Releases too near to each other to be told apart share a label.
  const labels: { at: number; text: string }[] = [];
  for (const { version, at } of within) {
    const place = x(Date.parse(at));
    const before = labels.at(-1);
    if (before && place - before.at < LABEL) before.text += `, ${version}`;
    else labels.push({ at: place, text: version });
  }
  const ticks = x.ticks(7);
  const format = x.tickFormat(7);
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className={classes.chart} role="img" aria-label={name}>
      {[0, 0.25, 0.5, 0.75, 1].map((share) => (
        <g key={share}>
          <line x1={EDGE.left} x2={WIDTH - EDGE.right} y1={y(share)} y2={y(share)} className={classes.grid} />
          <text x={EDGE.left - 8} y={y(share) + 4} textAnchor="end">
            {share * 100} %
          </text>
        </g>
      ))}
      {ticks.map((tick) => (
        <text key={tick.getTime()} x={x(tick)} y={HEIGHT - EDGE.bottom + 18} textAnchor="middle">
          {format(tick)}
        </text>
      ))}
      <text x={WIDTH - EDGE.right} y={HEIGHT - 4} textAnchor="end">
        Commits by date
      </text>
      {within.map(({ version, at }) => (
        <g key={version} className={classes.release}>
          <line x1={x(Date.parse(at))} x2={x(Date.parse(at))} y1={EDGE.top - 8} y2={HEIGHT - EDGE.bottom} />
        </g>
      ))}
      {labels.map(({ at, text }) => (
        <text key={text} x={Math.min(at, WIDTH - EDGE.right - 20)} y={EDGE.top - 12} textAnchor="middle">
          {text}
        </text>
      ))}
      <path d={path} className={classes.line} />
      {points.map(({ commit, coverage, label }, i) => (
        <circle
          key={commit}
          cx={x(times[i]!)}
          cy={y(coverage)}
          r={commit === picked ? 6 : 4}
          className={classes.point}
          data-picked={commit === picked || undefined}
          onClick={onPick && (() => onPick(commit))}
          style={onPick && { cursor: 'pointer' }}
        >
          <title>{label}</title>
        </circle>
      ))}
    </svg>
  );
}
