import { Type } from '@sinclair/typebox';
import { LARGE_BODY, operation } from './operation';
import { FindingValue, Flag, SentFiles, Whole, exactly, list, optional } from './schemas';

export const INTAKE = [
  operation({
    id: 'libraries.import',
    method: 'POST',
    path: '/libraries/{slug}/import',
    summary: 'Import files into a library, or preview the import',
    limit: LARGE_BODY,
    body: exactly({ files: SentFiles, tryOnly: optional(Flag) }),
    answer: exactly({
      /** New items by kind, and `changed`. */
      counts: Type.Record(Type.String(), Whole),
      findings: list(FindingValue),
      changed: Whole,
    }),
  }),
  operation({
    id: 'products.import',
    method: 'POST',
    path: '/products/{slug}/import',
    summary: 'Import screens into a product',
    limit: LARGE_BODY,
    body: exactly({ files: SentFiles }),
    answer: exactly({ changed: Whole, findings: list(FindingValue) }),
  }),
] as const;
