'use client';

import { useMemo, type ReactNode } from 'react';
import { Frame, type FrameProps } from '@/ui/frame/frame';
import { Faces } from '@/ui/specimen/faces';
import type { FrameView } from '@/editing/session/queries/frame';
import { useUndo } from './document';
import { useWork } from './work';

/** The same object for as long as its contents are the same. */
export function useStable<T>(value: T): T {
  const text = JSON.stringify(value);
  return useMemo(() => JSON.parse(text) as T, [text]);
}

/** The frame of an open document: what libraries and products have in common. */
export function DocumentFrame({
  view,
  children,
  ...frame
}: Pick<FrameProps, 'state' | 'lineage' | 'stages' | 'axes' | 'find' | 'commands'> & {
  view: Pick<FrameView, 'name' | 'undo' | 'redo' | 'faces'>;
  children: ReactNode;
}) {
  const { me, documents } = useWork();
  const undo = useUndo();
  return (
    <Frame
      me={me}
      documents={documents}
      title={view.name}
      undo={{ undo: view.undo, redo: view.redo, run: (redo) => void undo(redo) }}
      {...frame}
    >
      <Faces faces={view.faces}>{children}</Faces>
    </Frame>
  );
}

const NOTHING_TO_UNDO = { undo: null, redo: null, run: () => undefined };

/** The frame of a document that is not open yet, or cannot be: where one is and where one can go are known before. */
export function ClosedFrame({
  slug,
  stages,
  children,
}: Pick<FrameProps, 'stages' | 'children'> & { slug: string }) {
  const { me, documents } = useWork();
  const title = documents.find((entry) => entry.slug === slug)?.name ?? 'Seedplan';
  return (
    <Frame me={me} documents={documents} title={title} stages={stages} axes={[]} undo={NOTHING_TO_UNDO}>
      {children}
    </Frame>
  );
}
