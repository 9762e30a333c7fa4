import { strToU8, zipSync } from 'fflate';
import type { OutputFile } from '@/core/outputs/output';
import { saveFile } from '@/features/tokens/download';

/** One file as it is, several as an archive of this name. */
export function download(files: readonly OutputFile[], archive: string): void {
  const [single] = files.length === 1 ? files : [];
  const zipped = () => zipSync(Object.fromEntries(files.map(({ name, text }) => [name, strToU8(text)])));
  saveFile(
    single?.name.split('/').at(-1) ?? archive,
    single
      ? new Blob([single.text], { type: 'text/plain' })
      : new Blob([new Uint8Array(zipped())], { type: 'application/zip' }),
  );
}
