import type { OpenedTokens, ReadText } from '../../tokens/open';
import type { Reader } from '../reader';
import { css } from './css';
import { dtcg } from './dtcg';
import { gpl } from './gpl';
import { list } from './list';
import { nestedJson } from './nested-json';
import { page } from './page';
import { scss } from './scss';
import { table } from './table';

/** Asked in this order; the first that accepts a file reads it. */
export const READERS: readonly Reader[] = [gpl, css, scss, page, nestedJson, dtcg, table, list];

export function readerOf(file: string, text: string): Reader | undefined {
  return READERS.find((reader) => reader.accepts(file, text));
}

/** Opens a file of any form the registry knows; a file of no known form is read as DTCG, which says what is wrong. */
export function openAny(file: string, text: string, readText: ReadText): OpenedTokens {
  return (readerOf(file, text) ?? dtcg).read(file, text, readText);
}
