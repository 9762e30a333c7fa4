import { operation } from './operation';
import { Flag, Version, WrittenFile, exactly, list } from './schemas';

export const GUIDES = [
  operation({
    id: 'guides.site',
    method: 'GET',
    path: '/libraries/{slug}/site',
    summary: 'The guides of a release as a site',
    query: {
      version: Version,
      /** Without a way to other versions, for who takes it elsewhere. */
      alone: Flag,
    },
    answer: exactly({ version: Version, files: list(WrittenFile) }),
  }),
] as const;
