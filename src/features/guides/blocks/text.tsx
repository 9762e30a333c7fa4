'use client';

import { Prose } from '@/ui/markdown';
import type { DrawnBlock } from './block';
import classes from '../guides.module.css';

export function TextBlock({ block }: DrawnBlock<'text'>) {
  return (
    <div className={classes.text}>
      <Prose>{block.markdown}</Prose>
    </div>
  );
}
