'use client';

import { Frame } from '@/ui/frame/frame';
import type { DocumentEntry, Me } from '@/ui/frame/types';
import { Missing } from './missing';

/** An address at which there is nothing, in the frame that leads back to everything else. */
export function MissingPage({ me, documents }: { me: Me; documents: DocumentEntry[] }) {
  return (
    <Frame me={me} documents={documents} title="Seedplan" stages={[]} axes={[]}>
      <Missing />
    </Frame>
  );
}
