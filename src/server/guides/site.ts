import { LRUCache } from 'lru-cache';
import { guideSite } from '@/core/guides/site';
import type { OutputFile } from '@/core/outputs/output';
import { badRequest } from '../http/problem';
import { stateOf } from '../releases/publish';
import { ancestorsOf, noRelease, releaseItems, releaseOf } from '../releases/store';
import { offeredOf } from '../releases/standing';
import { shared } from '../shared';
import { useCase } from '../use-case';

/** Characters of the sites that are kept. */
const MOST_KEPT = 60_000_000;
const kept = () =>
  shared(
    'sites',
    () =>
      new LRUCache<string, OutputFile[]>({
        maxSize: MOST_KEPT,
        sizeCalculation: (files) => files.reduce((sum, { text }) => sum + text.length, 1),
      }),
  );

/** The guides of a release as pages: of the newest, where none is asked for. */
const site = useCase('guides.site', {
  needs: 'viewer',
  kind: 'library',
  document: (input) => input.slug,
  async run(work, input, row) {
    const { releases } = await offeredOf(work.trx, row.id);
    const version = input.version ?? releases[0]?.version;
    if (version === undefined)
      throw badRequest(`${row.name} has no release yet. Release first: guides are published with a release.`);
    const release = await releaseOf(work.trx, row.id, version);
    if (!release) throw noRelease(version, row.name);
    const items = await releaseItems(work.trx, release.id);
    // Asked each time: it refuses who may not read what the release inherits.
    const ancestors = await ancestorsOf(work, items);
    const versions = input.alone
      ? []
      : releases.map((one) => ({ version: one.version, address: one.version }));
    const key = [release.id, row.name, ...versions.map((one) => one.version)].join(' ');
    let files = kept().get(key);
    if (!files) {
      const { items: effective, resolution } = stateOf(ancestors, items);
      files = guideSite({ items: effective, resolution, name: row.name, version, versions });
      kept().set(key, files);
    }
    return { version, files };
  },
});

export const guideUseCases = [site];
