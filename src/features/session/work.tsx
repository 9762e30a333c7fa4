'use client';

import { createContext, useContext, type ReactNode } from 'react';
import type { DocumentEntry, Me } from '@/ui/frame/types';

const Context = createContext<{ me: Me; documents: DocumentEntry[] } | null>(null);

/** Who is signed in, and what there is. */
export function WorkProvider({
  me,
  documents,
  children,
}: {
  me: Me;
  documents: DocumentEntry[];
  children: ReactNode;
}) {
  return <Context.Provider value={{ me, documents }}>{children}</Context.Provider>;
}

export function useWork() {
  const work = useContext(Context);
  if (!work) throw new Error('Nobody is signed in here');
  return work;
}
