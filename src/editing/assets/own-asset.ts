import type { AssetItem } from '@/core/assets/asset';
import { itemsOf } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';

export const NAME = /^[a-z][a-z0-9-]{0,60}$/;

export const ownAsset = (library: OpenLibrary, name: string): AssetItem | undefined =>
  itemsOf(library.own.items, 'asset').find((asset) => asset.name === name && asset.role !== 'font');
