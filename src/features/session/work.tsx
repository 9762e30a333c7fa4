'use client';

import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { createContext, useContext, useState, type ReactNode } from 'react';
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
  const [client] = useState(() => new QueryClient({ defaultOptions: { queries: { retry: false } } }));
  return (
    <QueryClientProvider client={client}>
      <Context.Provider value={{ me, documents }}>{children}</Context.Provider>
    </QueryClientProvider>
  );
}

export function useWork() {
  const work = useContext(Context);
  if (!work) throw new Error('Nobody is signed in here');
  return work;
}
