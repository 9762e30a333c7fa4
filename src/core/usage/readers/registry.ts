import { registryOf } from '../../base/registry';
import type { UsageReader } from '../source';
import { html, svg } from './markup';
import { android, kotlin, swift } from './native';
import { script } from './script';
import { css, less, scss } from './sheet';
import { svelte } from './svelte';
import { vue } from './vue';

export const USAGE_READERS: ReadonlyMap<string, UsageReader> = registryOf(
  [css, scss, less, html, vue, svelte, script, svg, swift, kotlin, android],
  ({ name }) => name,
);

/** The reader for a file by its name; undefined where it is no kind of source that is read. */
export const readerFor = (file: string): UsageReader | undefined =>
  [...USAGE_READERS.values()].find(({ files }) => files.test(file));
