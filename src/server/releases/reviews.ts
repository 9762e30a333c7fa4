/** Where a release of a library's parent is reviewed. */
export const parentReview = (library: string, version: string): string =>
  `/libraries/${library}/releases/parent/${version}`;

/** Where a release of a library is reviewed on the screens of a product. */
export const upgradeReview = (product: string, library: string, version: string): string =>
  `/products/${product}/upgrade/${library}/${version}`;
