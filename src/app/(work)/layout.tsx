import type { ReactNode } from 'react';
import { WorkProvider } from '@/features/session/work';
import { asPerson } from '@/server/http/session';
import type { DocumentEntry, Me } from '@/ui/frame/types';

export const dynamic = 'force-dynamic';

export default async function Layout({ children }: { children: ReactNode }) {
  const me = await asPerson<Me>('people.me');
  const { documents } = await asPerson<{ documents: DocumentEntry[] }>('documents.list');
  return (
    <WorkProvider me={me} documents={documents}>
      {children}
    </WorkProvider>
  );
}
