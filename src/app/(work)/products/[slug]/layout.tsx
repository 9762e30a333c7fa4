import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import { isReadable } from '@/server/http/session';
import { ProductShell } from '@/features/session/product-shell';

export default async function Layout({
  children,
  params,
}: {
  children: ReactNode;
  params: Promise<{ slug: string }>;
}) {
  const { slug } = await params;
  if (!(await isReadable('product', slug))) notFound();
  return <ProductShell slug={slug}>{children}</ProductShell>;
}
