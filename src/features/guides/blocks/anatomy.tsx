'use client';

import { useState } from 'react';
import { contextAttributes } from '@/core/products/screen';
import { LOOK_PROPERTIES } from '@/core/components/code/code';
import type { MeasuredPart } from '@/core/components/measured';
import { AnatomyFigure } from '@/features/components/specimen/anatomy-panel';
import { useLibrary } from '@/features/session/library-shell';
import { useLens } from '@/ui/frame/lens';
import { PAGE_BACKDROP } from '@/core/components/page-backdrop';
import { PreviewFrame } from '@/ui/specimen/preview-frame';
import type { DrawnBlock } from './block';
import { Deprecated, Missing } from './component-notices';
import classes from '../guides.module.css';

const AT_REST: string[] = [];

/** The anatomy as it is measured here and now, so that it is never stale. */
export function AnatomyBlock({ block }: DrawnBlock<'anatomy'>) {
  const { axes } = useLibrary();
  const lens = useLens(axes);
  const [boxes, setBoxes] = useState<MeasuredPart[]>([]);
  if (block.missing) return <Missing name={block.name} />;
  return (
    <div className={classes.component}>
      <Deprecated {...block} />
      <PreviewFrame
        title={`${block.name}, as its anatomy is measured`}
        html={block.html}
        css={block.css}
        attributes={contextAttributes({ ...lens, ...block.look.under })}
        backdrop={PAGE_BACKDROP}
        padding={28}
        measure={LOOK_PROPERTIES}
        onMeasured={setBoxes}
      />
      <AnatomyFigure
        name={block.name}
        lens={{ ...lens, ...block.look.under }}
        boxes={boxes}
        props={block.given}
        states={block.look.states ?? AT_REST}
        drawing={block}
      />
    </div>
  );
}
