import { strToU8, zipSync } from 'fflate';
import type { OutputFile } from '@/core/outputs/output';
import { bytesAt } from '@/features/session/call';
import { saveFile } from '@/features/tokens/download';

const bytesOf = async ({ text, stored }: OutputFile): Promise<Uint8Array> =>
  stored ? bytesAt(`/files/${stored.hash}`) : strToU8(text);

/** One file as it is, several as an archive of this name. @throws CallRefused where an uploaded file cannot be had */
export async function download(files: readonly OutputFile[], archive: string): Promise<void> {
  const contents = await Promise.all(files.map(async (file) => [file.name, await bytesOf(file)] as const));
  const [single] = contents.length === 1 ? contents : [];
  if (single)
    return saveFile(single[0].split('/').at(-1)!, new Blob([new Uint8Array(single[1])], { type: 'text/plain' }));
  const zipped = zipSync(Object.fromEntries(contents));
  saveFile(archive, new Blob([new Uint8Array(zipped)], { type: 'application/zip' }));
} // prettier-ignore
