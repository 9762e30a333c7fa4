import { Type } from '@sinclair/typebox';
import { LENGTH_UNITS } from '@/core/outputs/units';
import { operation } from './operation';
import { FindingValue, Flag, Text, WrittenFile, exactly, list, oneOf, optional } from './schemas';

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
      /** What lengths are written in, by formats that write CSS; left out: as authored. */
      unit: optional(oneOf(...LENGTH_UNITS)),
      ids: optional(Flag),
    }),
    answer: exactly({
      files: list(WrittenFile),
      findings: list(FindingValue),
    }),
  }),
] as const;
