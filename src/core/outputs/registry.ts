import { registryOf } from '../base/registry';
import { android } from './android';
import { catalogue } from './catalogue';
import { compose } from './compose';
import { css } from './css';
import { dtcg } from './dtcg';
import { elements } from './elements';
import { html } from './html';
import { js } from './js';
import { json } from './json';
import { less } from './less';
import type { Output } from './output';
import { react } from './react-components';
import { scss } from './scss';
import { swift } from './swift';
import { ts } from './ts';

export const OUTPUTS: ReadonlyMap<string, Output> = registryOf(
  [css, scss, less, js, ts, json, dtcg, swift, compose, android, html, elements, react, catalogue],
  ({ name }) => name,
);
