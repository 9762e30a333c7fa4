import type { ReactNode } from 'react';
import { ProductShell } from '@/features/session/product-shell';

export default async function Layout({
  children,
  params,
}: {
  children: ReactNode;
  params: Promise<{ slug: string }>;
}) {
  return <ProductShell slug={(await params).slug}>{children}</ProductShell>;
}
