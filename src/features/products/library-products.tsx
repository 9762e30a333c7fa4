'use client';

import { Text } from '@mantine/core';
import Link from 'next/link';
import { useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { useLensLink } from '@/ui/frame/lens';

const NONE = { leftOut: [] };

/** The products that have this library, and how far behind each is. */
export function LibraryProducts() {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  const view = useDocumentQuery('ledger', NONE);
  if (!view) return null;
  return (
    <>
      <h1 className="visually-hidden">Products that use {library.name}</h1>
      {view.products.length === 0 ? (
        <div className="sheet" style={{ padding: 34 }}>
          <Text fw={600} size="lg">
            No product uses {library.name} yet.
          </Text>
          <Text c="dimmed">
            {library.last
              ? 'A product pins a release, and then reviews what each later release would change on its own screens.'
              : 'Create a release first; then products can pin it.'}
          </Text>
        </div>
      ) : (
        <div className="sheet">
          <table className="rows">
            <thead>
              <tr>
                <th>Product</th>
                <th>Pinned to</th>
                <th>Newest release</th>
                <th>Action</th>
              </tr>
            </thead>
            <tbody>
              {view.products.map((product) => (
                <tr key={product.slug}>
                  <td>
                    <Link href={link(`/products/${product.slug}`)}>{product.name}</Link>
                  </td>
                  <td>{product.version}</td>
                  <td>{library.last}</td>
                  <td>
                    {product.version === library.last ? (
                      'Up to date'
                    ) : (
                      <Link href={link(`/products/${product.slug}/upgrade/${library.slug}/${library.last}`)}>
                        See what {library.last} would change
                      </Link>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </>
  );
}
