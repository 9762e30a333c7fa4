import { Type } from '@sinclair/typebox';
import type { FontFacts } from '@/core/base/fonts/font';
import { LARGE_BODY, operation } from './operation';
import { LongText, Name, Text, Whole, exactly, list, nullable, oneOf, optional } from './schemas';

export const ASSETS = [
  operation({
    id: 'files.store',
    method: 'POST',
    path: '/libraries/{slug}/files',
    summary: 'Store a font, drawing or picture for a library’s assets; the body is its bytes',
    query: { name: Name, as: oneOf('icon', 'logo', 'picture') },
    bytes: 'in',
    limit: LARGE_BODY,
    answer: exactly({
      file: Name,
      hash: Text,
      mediaType: Text,
      size: Whole,
      font: nullable(Type.Unsafe<FontFacts>({ type: 'object' })),
      /** Of an SVG, the drawing without all that could run or load. */
      svg: optional(LongText),
      notes: list(Text),
    }),
  }),
  operation({
    id: 'files.facts',
    method: 'GET',
    path: '/libraries/{slug}/files/{hash}',
    summary: 'What a file is that was stored for a library',
    answer: exactly({
      hash: Text,
      mediaType: Text,
      size: Whole,
      font: nullable(Type.Unsafe<FontFacts>({ type: 'object' })),
      svg: optional(LongText),
    }),
  }),
  operation({
    id: 'files.read',
    method: 'GET',
    path: '/files/{hash}',
    summary: 'The bytes of a stored file',
    bytes: 'out',
    answer: Type.Unsafe<{ bytes: Uint8Array; mediaType: string }>({}),
  }),
] as const;
