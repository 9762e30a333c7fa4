import { checks } from './checks';
import { nearest, nearestAll, pairings } from './colors';
import { edit, gallery, openTime, renaming, specimenBytes } from './edit';
import { exportCss, formats } from './formats';
import { compile, matrix } from './matrix';
import { resolveCold, resolveEdit, resolveHeap } from './resolve';
import { delivering } from './delivery';
import { rescan, scanning } from './scan';
import { home, openBytes, people, requestHeap, serverEdit } from './server';
import { editAsServer, twoServers } from './two-servers';
import { worst } from './worst-files';
import { type Benchmark } from './benchmark';

/** `npm run bench [-- NAME…] [-- --json]`: each piece of work against its reference, alternating, in one run. */
const BENCHMARKS: Benchmark[] = [
  resolveCold,
  resolveEdit,
  resolveHeap,
  exportCss,
  formats,
  pairings,
  nearest,
  nearestAll,
  checks,
  matrix,
  compile,
  edit,
  openTime,
  renaming,
  gallery,
  specimenBytes,
  serverEdit,
  openBytes,
  home,
  people,
  requestHeap,
  worst,
  scanning,
  rescan,
  delivering,
  twoServers,
];

if (await editAsServer()) process.exit(0);

const words = process.argv.slice(2).filter((word) => word !== '--');
const json = words.includes('--json');
const names = words.filter((word) => word !== '--json');
const unknown = names.find((name) => !BENCHMARKS.some((benchmark) => benchmark.name === name));
if (unknown) {
  console.error(
    `There is no benchmark ${unknown}. Known: ${BENCHMARKS.map((benchmark) => benchmark.name).join(', ')}`,
  );
  process.exit(2);
}
const figures = [];
for (const benchmark of BENCHMARKS) {
  if (names.length > 0 && !names.includes(benchmark.name)) continue;
  const measured = await benchmark.measure();
  if (!measured) {
    if (!json) console.log(`${benchmark.name.padEnd(16)} not measured: this machine lacks what it needs`);
    continue;
  }
  const { work, reference, unit } = measured;
  const ratio = Number((work / reference).toFixed(4));
  figures.push({ name: benchmark.name, ratio, goal: benchmark.goal, better: 'lower' });
  if (!json) {
    const held = ratio <= benchmark.goal ? 'holds' : 'misses';
    console.log(
      `${benchmark.name.padEnd(16)} ${work.toFixed(3)} ${unit} against ${reference.toFixed(3)} ${unit} (${benchmark.against}): ${ratio} (goal ${benchmark.goal}, ${held})`,
    );
  }
}
if (json) console.log(JSON.stringify({ figures }));
