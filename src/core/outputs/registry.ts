import { registryOf } from '../base/registry';
import { css } from './css';
import { dtcg } from './dtcg';
import { json } from './json';
import type { Output } from './output';
import { ts } from './ts';

export const OUTPUTS: ReadonlyMap<string, Output> = registryOf([css, json, dtcg, ts], ({ name }) => name);
