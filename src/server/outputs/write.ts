import { dtcgFiles } from '@/core/tokens/dtcg-files';
import { itemsOf, type Items } from '@/core/document/item';
import { OUTPUTS } from '@/core/outputs/registry';
import { defaultContext, unknownContext } from '@/core/tokens/system';
import { draftOf, loadDocument } from '../documents/store';
import { badRequest } from '../http/problem';
import { stateOf } from '../releases/publish';
import { ancestorsOf, noRelease, releaseItems, releaseOf } from '../releases/store';
import { useCase } from '../use-case';

/** Writes a library's tokens in one form, from a release or from the draft. */
const write = useCase('outputs.write', {
  needs: 'viewer',
  kind: 'library',
  document: (input) => input.slug,
  async run(work, input, row) {
    const output = OUTPUTS.get(input.format);
    if (!output)
      throw badRequest(
        `There is no output called ${input.format}. Known: ${[...OUTPUTS.keys()].join(', ')}.`,
      );
    let items: Items;
    if (input.version && input.version !== 'draft') {
      const release = await releaseOf(work.trx, row.id, input.version);
      if (!release) throw noRelease(input.version, row.name);
      items = await releaseItems(work.trx, release.id);
    } else items = (await loadDocument(work.trx, await draftOf(work.trx, row.id), 'library')).items;
    const { items: effective, resolution } = stateOf(await ancestorsOf(work, items), items);
    const { axes } = resolution.system;
    const unknown = unknownContext(axes, input.context ?? {});
    if (unknown) throw badRequest(`There is no context ${unknown}.`);
    const context =
      input.context && Object.keys(input.context).length > 0
        ? { ...defaultContext(axes), ...input.context }
        : undefined;
    return output.write({
      resolution,
      context,
      prefix: input.prefix || undefined,
      unit: input.unit,
      components: itemsOf(effective, 'component'),
      items: effective,
      authored: () => dtcgFiles(effective, resolution, { ids: input.ids }),
    });
  },
});

export const outputUseCases = [write];
