import { registryOf } from '../../base/registry';
import type { BlockForm } from '../block';
import { anatomy } from './anatomy';
import { component } from './component';
import { spacingRuler } from './spacing-ruler';
import { text } from './text';
import { tokenTable } from './token-table';
import { typeSpecimen } from './type-specimen';

/** The kinds of block a guide is made of, in the order in which they are offered. */
export const GUIDE_BLOCKS: ReadonlyMap<string, BlockForm> = registryOf(
  [text, tokenTable, typeSpecimen, spacingRuler, component, anatomy] as unknown as BlockForm[],
  ({ kind }) => kind,
);
