'use client';

import { createContext, useContext, useLayoutEffect, useMemo, useState, type ReactNode } from 'react';
import { Frame, type FrameProps } from '@/ui/frame/frame';
import type { FrameView } from '@/editing/session/queries/frame';
import { useUndo } from './document';
import { useWork } from './work';

/** The same object for as long as its contents are the same. */
export function useStable<T>(value: T): T {
  const text = JSON.stringify(value);
  return useMemo(() => JSON.parse(text) as T, [text]);
}

/** What the frame says of the open document, above what it says of any. */
type Heading = Omit<FrameProps, 'me' | 'documents' | 'children'>;

const Context = createContext<(heading: Heading) => void>(() => undefined);

const NOTHING_TO_UNDO = { undo: null, redo: null, run: () => undefined };
const NO_AXES: FrameProps['axes'] = [];

/**
 * The frame of a library or product, there before it is open: where one is and where one can go are known at once. It
 * stays as the document opens and says the rest by `useHeading`.
 */
export function DocumentFrame({
  slug,
  stages,
  children,
}: Pick<FrameProps, 'stages'> & { slug: string; children: ReactNode }) {
  const { me, documents } = useWork();
  const [heading, setHeading] = useState<Heading | null>(null);
  const title = documents.find((entry) => entry.slug === slug)?.name ?? 'Seedplan';
  const closed = { title, stages, axes: NO_AXES, undo: NOTHING_TO_UNDO };
  return (
    <Frame me={me} documents={documents} {...(heading ?? closed)}>
      <Context.Provider value={setHeading}>{children}</Context.Provider>
    </Frame>
  );
}

/** Says in the frame what there is to know of the open document; null while it is not known. */
export function useHeading(
  view: Pick<FrameView, 'name' | 'undo' | 'redo'> | undefined,
  heading: Omit<Heading, 'title' | 'undo'> | null,
): void {
  const setHeading = useContext(Context);
  const undo = useUndo();
  // With every drawing: what is set is drawn above, and does not lead here again.
  useLayoutEffect(() => {
    if (!view || !heading) return;
    const { name, undo: last, redo } = view;
    setHeading({ ...heading, title: name, undo: { undo: last, redo, run: (again) => void undo(again) } });
  });
}
