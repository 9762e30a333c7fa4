import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import { isReadable } from '@/server/http/session';
import { LibraryShell } from '@/features/session/library-shell';

export default async function Layout({
  children,
  params,
}: {
  children: ReactNode;
  params: Promise<{ slug: string }>;
}) {
  const { slug } = await params;
  if (!(await isReadable('library', slug))) notFound();
  return <LibraryShell slug={slug}>{children}</LibraryShell>;
}
