import { Type } from '@sinclair/typebox';
import { operation } from './operation';
import { FindingValue, Flag, Text, WrittenFile, exactly, list, optional } from './schemas';

export const OUTPUT_OPERATIONS = [
  operation({
    id: 'outputs.write',
    method: 'POST',
    path: '/libraries/{slug}/outputs',
    summary: 'Export tokens in one format',
    body: exactly({
      format: Text,
      /** A release, or `draft`. */
      version: optional(Text),
      context: optional(Type.Record(Type.String(), Type.String())),
      prefix: optional(Type.String({ pattern: '^[a-z][a-z0-9-]{0,30}$' })),
      ids: optional(Flag),
    }),
    answer: exactly({
      files: list(WrittenFile),
      findings: list(FindingValue),
    }),
  }),
] as const;
