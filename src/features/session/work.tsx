'use client';

import { keepPreviousData, QueryClient, QueryClientProvider, useQuery } from '@tanstack/react-query';
import { usePathname } from 'next/navigation';
import { createContext, useContext, useMemo, useState, type ReactNode } from 'react';
import type { DocumentEntry, Me } from '@/ui/frame/types';
import { call } from './call';

interface Work {
  me: Me;
  documents: DocumentEntry[];
}

const Context = createContext<Work | null>(null);

/** Who is signed in, and what there is: as the page came with it, and asked again on the way to another document or to Home. */
export function WorkProvider({ me, documents, children }: Work & { children: ReactNode }) {
  const [client] = useState(() => new QueryClient({ defaultOptions: { queries: { retry: false } } }));
  const given = useMemo(() => ({ me, documents }), [me, documents]);
  return (
    <QueryClientProvider client={client}>
      <Asked given={given}>{children}</Asked>
    </QueryClientProvider>
  );
}

/** The router keeps what surrounds its pages: what was given with the first of them says nothing of what was done since. */
function Asked({ given, children }: { given: Work; children: ReactNode }) {
  const place = usePathname().split('/').slice(0, 3).join('/');
  const [at, setAt] = useState({ given, place, moves: 0 });
  if (at.given !== given) setAt({ given, place, moves: 0 });
  else if (at.place !== place) setAt({ given, place, moves: at.moves + 1 });
  const { data = given } = useQuery({
    queryKey: ['work', at.moves],
    queryFn: async (): Promise<Work> => {
      const [me, { documents }] = await Promise.all([call('GET /me', {}), call('GET /documents', {})]);
      return { me, documents };
    },
    enabled: at.moves > 0,
    placeholderData: keepPreviousData,
  });
  return <Context.Provider value={at.moves === 0 ? given : data}>{children}</Context.Provider>;
}

export function useWork() {
  const work = useContext(Context);
  if (!work) throw new Error('Nobody is signed in here');
  return work;
}
