import { operation } from './operation';
import { Name, Text, exactly, oneOf } from './schemas';

/** The most bytes of what is sent to be read by a job. */
export const UPLOAD_LIMITS = { file: 20_000_000, tokens: 100_000_000, source: 200_000_000 } as const;

export const UPLOADS = [
  operation({
    id: 'uploads.file',
    method: 'POST',
    path: '/libraries/{slug}/uploads/file',
    summary: 'Send a large font or picture for a library’s assets, which a job reads; the body is its bytes',
    query: { name: Name, as: oneOf('icon', 'logo', 'picture') },
    bytes: 'file',
    limit: UPLOAD_LIMITS.file,
    answer: exactly({ job: Text, hash: Text }),
  }),
  operation({
    id: 'uploads.tokens',
    method: 'POST',
    path: '/libraries/{slug}/uploads/tokens',
    summary: 'Send a large token file, which a job imports; the body is its bytes',
    query: { name: Name },
    bytes: 'file',
    limit: UPLOAD_LIMITS.tokens,
    answer: exactly({ job: Text }),
  }),
  operation({
    id: 'uploads.source',
    method: 'POST',
    path: '/products/{slug}/uploads/source',
    summary:
      'Send a ZIP archive of a product’s source, which a job commits to the branch main; the body is its bytes',
    query: { name: Name },
    bytes: 'file',
    limit: UPLOAD_LIMITS.source,
    answer: exactly({ job: Text }),
  }),
] as const;
