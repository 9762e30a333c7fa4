import type { OpenLibrary } from '../open-library';

export interface UsersView {
  /** Products that use the library, each with the release it has: by itself, or through a library that inherits from this one. */
  products: { name: string; slug: string; version: string; through: string | null }[];
}

export const users = ({ snapshot }: OpenLibrary): UsersView => ({
  products: snapshot.products.map(({ name, slug, version, through }) => ({ name, slug, version, through })),
});
