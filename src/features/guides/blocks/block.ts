import type { GuideBlockKind, ShownBlock } from '@/core/guides/block';

/** What a block is drawn from. */
export interface DrawnBlock<K extends GuideBlockKind> {
  block: ShownBlock<K>;
}
