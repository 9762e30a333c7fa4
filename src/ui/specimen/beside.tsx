'use client';

import { contextAttributes } from '@/core/products/screen';
import { useBeside, type LensAxis } from '../frame/lens';
import { PreviewFrame, type PreviewProps } from './preview-frame';
import classes from './specimen.module.css';

/** A specimen through the lens, or once for each context of the axis that is laid side by side. */
export function BesideFrames({
  axes,
  title,
  under,
  ...preview
}: {
  axes: readonly LensAxis[];
  /** Contexts that the specimen has whatever it is seen through. */
  under?: Record<string, string> | undefined;
} & Omit<PreviewProps, 'attributes'>) {
  const lenses = useBeside(axes);
  return (
    <div className={classes.beside}>
      {lenses.map(({ label, lens }) => (
        <div key={label}>
          {label && <small>{label}</small>}
          <PreviewFrame
            {...preview}
            title={label ? `${title} under ${label}` : title}
            attributes={contextAttributes({ ...lens, ...under })}
          />
        </div>
      ))}
    </div>
  );
}
