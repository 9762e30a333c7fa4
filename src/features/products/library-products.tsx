'use client';

import { EmptyState } from '@/ui/empty-state';
import { LibraryButton } from '@/features/session/library-link';
import { PageLink } from '@/ui/page-link';
import { compareVersions, isCandidate } from '@/core/releases/version';
import { counted } from '@/core/base/words';
import { useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { StagePage } from '@/features/session/page-bar';
import { ProductThumbnail } from '@/features/workspace/product-card';
import { useLensLink } from '@/ui/frame/lens';
import classes from './library-products.module.css';

const NOTHING = {};

/** The products that use this library on a line of its releases: each stands at the release it is pinned to. */
export function LibraryProducts() {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  const view = useDocumentQuery('users', NOTHING);
  if (!view) return <StagePage>{null}</StagePage>;
  const used = new Set(view.products.map(({ version }) => version));
  const versions = library.versions
    .filter((version) => used.has(version) || !isCandidate(version))
    .sort(compareVersions);
  const behind = view.products.filter(
    ({ version }) => library.last && compareVersions(version, library.last) < 0,
  ).length;
  return (
    <StagePage>
      {view.products.length === 0 ? (
        <EmptyState
          title={`No product uses ${library.name} yet.`}
          actions={
            !library.last && (
              <LibraryButton to="releases" primary>
                Create the first release
              </LibraryButton>
            )
          }
        >
          {library.last
            ? 'A product pins a release, and then reviews what each later release would change on its own screens.'
            : 'Products pin a release, and stand here on the line of releases. Create the first one.'}
        </EmptyState>
      ) : (
        <>
          <p className={classes.summary}>
            {counted(view.products.length, 'product')}, {behind} behind {library.last}.
          </p>
          <ol className={classes.line} aria-label="Releases, oldest first">
            {versions.map((version) => (
              <li key={version}>
                <PageLink
                  className={classes.version}
                  href={link(`/libraries/${library.slug}/releases?show=past`)}
                  data-newest={version === library.last || undefined}
                >
                  {version}
                </PageLink>
                {view.products
                  .filter((product) => product.version === version)
                  .map((product) => (
                    <article key={product.slug} className={classes.product}>
                      <ProductThumbnail slug={product.slug} name={product.name}>
                        <PageLink href={link(`/products/${product.slug}`)}>
                          <strong>{product.name}</strong>
                        </PageLink>
                        <small>
                          {product.through === null ? `Pinned to ${version}` : `Through ${product.through}`}
                        </small>
                      </ProductThumbnail>
                    </article>
                  ))}
              </li>
            ))}
          </ol>
        </>
      )}
    </StagePage>
  );
}
