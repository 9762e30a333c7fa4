'use client';

import type { ReactNode } from 'react';
import type { GuideBlockKind } from '@/core/guides/block';
import { AnatomyBlock } from './anatomy';
import type { DrawnBlock } from './block';
import { ComponentBlock } from './component';
import { SpacingRuler } from './spacing-ruler';
import { TextBlock } from './text';
import { TokenTable } from './token-table';
import { TypeSpecimen } from './type-specimen';

/** How each kind of block is drawn. */
export const BLOCKS: { [K in GuideBlockKind]: (props: DrawnBlock<K>) => ReactNode } = {
  text: TextBlock,
  tokenTable: TokenTable,
  typeSpecimen: TypeSpecimen,
  spacingRuler: SpacingRuler,
  component: ComponentBlock,
  anatomy: AnatomyBlock,
};
