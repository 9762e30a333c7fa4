import { css } from './css';
import { dtcg } from './dtcg';
import { json } from './json';
import type { Output } from './output';
import { ts } from './ts';

export const OUTPUTS: ReadonlyMap<string, Output> = new Map(
  [css, json, dtcg, ts].map((output) => [output.name, output]),
);
