import type { ReactNode } from 'react';
import { LibraryShell } from '@/features/session/library-shell';

export default async function Layout({
  children,
  params,
}: {
  children: ReactNode;
  params: Promise<{ slug: string }>;
}) {
  return <LibraryShell slug={(await params).slug}>{children}</LibraryShell>;
}
