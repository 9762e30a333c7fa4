import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { counted } from '@/core/base/words';
import { itemsOf } from '@/core/document/item';
import { inTheWay, type Destination } from '@/core/outputs/output-item';
import { dataFolder } from '@/files/data-folder';
import { draftOf, loadDocument } from '../../documents/store';
import { badRequest } from '../../http/problem';
import { contentOf } from '../uploaded';
import { destinationKind } from './destination';

interface Content {
  name: string;
  content: Buffer;
}

/**
 * A folder below the data folder, each library apart, so that nobody writes over what another library delivered, or over
 * anything else of the machine.
 */
export const folder = destinationKind<Extract<Destination, { kind: 'folder' }>, null, null>({
  kind: 'folder',
  async read(work, { library, output }) {
    const { items } = await loadDocument(work.trx, await draftOf(work.trx, library.id), 'library');
    const other = inTheWay(itemsOf(items, 'output'), output);
    if (other)
      throw badRequest(
        `${output.name} was not delivered: its folder and that of ${other.name} lie in one another. Choose another folder for one of them.`,
      );
    return null;
  },
  prepare: async () => null,
  async bring(work, { library, destination, uploaded }, files) {
    const at = path.join(/* turbopackIgnore: true */ dataFolder(), 'deliveries', library.slug, destination.folder); // prettier-ignore
    const contents = files.map((file) => ({
      name: file.name,
      content: Buffer.from(contentOf(file, uploaded)),
    }));
    const changed = !holds(at, contents);
    if (changed) replace(at, contents, work.newId('delivery'));
    return {
      changed,
      said: changed
        ? `${counted(files.length, 'file')} written to ${destination.folder}`
        : `Nothing changed in ${destination.folder}`,
    };
  },
});

/** Whether a folder holds just these files. */
function holds(at: string, files: readonly Content[]): boolean {
  if (!existsSync(at)) return false;
  const there = readdirSync(at, { recursive: true, withFileTypes: true }).filter((entry) => entry.isFile());
  const isSame = ({ name, content }: Content) => {
    const file = path.join(at, name);
    return existsSync(file) && readFileSync(file).equals(content);
  };
  return there.length === files.length && files.every(isSame);
}

/** Puts files in the place of what a folder holds: written beside it, then renamed, so that nobody finds half of them. */
function replace(at: string, files: readonly Content[], id: string): void {
  const [coming, going] = [`${at}.${id}`, `${at}.${id}.old`];
  for (const { name, content } of files) {
    const file = path.join(coming, name);
    mkdirSync(path.dirname(file), { recursive: true, mode: 0o700 });
    writeFileSync(file, content, { mode: 0o600, flush: true });
  }
  if (existsSync(at)) renameSync(at, going);
  renameSync(coming, at);
  rmSync(going, { recursive: true, force: true });
}
