import { itemsOf } from '@/core/document/item';
import { ordersAfter } from '@/core/document/order';
import { FOLDER, inTheWay, PREFIX, type OutputItem } from '@/core/outputs/output-item';
import { OUTPUTS } from '@/core/outputs/registry';
import { unknownContext } from '@/core/tokens/system';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

type Settings = Omit<OutputItem, 'id' | 'kind' | 'order'>;

/** Creates an output, or gives one that is there other settings. */
export function putOutput(
  library: OpenLibrary,
  { id, ...settings }: Settings & { id?: string },
  newId: NewId,
): Command {
  const all = itemsOf(library.own.items, 'output');
  const own = id === undefined ? undefined : all.find((output) => output.id === id);
  if (id !== undefined && !own)
    return refuse('This output was removed meanwhile', 'Create another with these settings');
  const name = settings.name.trim();
  const problem = problemOf(library, { ...settings, name });
  if (problem) return problem;
  if (all.some((output) => output.name === name && output.id !== id))
    return refuse(`There is an output ${name} already`, 'Choose another name', 'name');
  const other = inTheWay(all, { id: id ?? '', destination: settings.destination });
  if (other)
    return refuse(`The output ${other.name} delivers there already`, 'Choose a folder outside of it', 'folder');
  return runCommand(library, newId, `${own ? 'Change' : 'Create'} output ${name}`, (work) => {
    const fields = { ...settings, name };
    if (own) for (const [field, value] of Object.entries(fields)) work.set(own.id, field, value);
    else {
      const last = all.map(({ order }) => order).sort().at(-1) ?? null;
      work.add({ id: newId('output'), kind: 'output', order: ordersAfter(last, 1)[0]!, ...fields });
    }
  });
} // prettier-ignore

function problemOf(library: OpenLibrary, { name, formats, context, prefix, destination }: Settings) {
  if (name === '') return refuse('An output needs a name', 'Enter one', 'name');
  const unknown = formats.find((format) => !OUTPUTS.has(format));
  if (unknown !== undefined)
    return refuse(`There is no format ${unknown}`, 'Choose one from the list', 'formats');
  if (formats.length === 0) return refuse('An output has a format', 'Choose at least one', 'formats');
  if (prefix !== '' && !new RegExp(PREFIX).test(prefix))
    return refuse(
      `“${prefix}” cannot begin a name in every format`,
      'Use small letters, digits and hyphens, a letter first',
      'prefix',
    );
  const absent = unknownContext(library.resolution.system.axes, context ?? {});
  if (absent) return refuse(`There is no context ${absent}`, 'Choose one from the list', 'context');
  if (destination.kind !== 'download' && !new RegExp(FOLDER, 'u').test(destination.folder))
    return refuse(
      `“${destination.folder}” is not a folder that files can be delivered to`,
      'Use names of letters, digits and hyphens with / between them, such as styles/tokens',
      'folder',
    );
  if (destination.kind === 'repository' && destination.product === '')
    return refuse('A repository is that of a product', 'Choose a product', 'product');
  return undefined;
}
