import type { Edit } from '@/core/document/edits';
import type { Document } from '@/core/document/item';
import { applyChangeSet } from '@/core/kinds/registry';

/** What has been sent and is not confirmed yet. */
export interface Pending {
  id: string;
  label: string;
  edits: Edit[];
  /** What it came to, and of which document. */
  applied?: { over: Document; document: Document };
}

/** A document with edits laid over it; as it is where they do not fit it. */
export function applied(entry: Pick<Pending, 'edits' | 'applied'>, over: Document): Document {
  if (entry.applied?.over !== over) {
    const result = applyChangeSet(over, entry);
    entry.applied = { over, document: 'document' in result ? result.document : over };
  }
  return entry.applied.document;
}
