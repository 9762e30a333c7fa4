import { unzipSync } from 'fflate';

interface ArchivedFile {
  name: string;
  bytes: Uint8Array;
}

/** Limits on what is removed of an archive. */
interface ArchiveLimits {
  files: number;
  /** Unpacked. */
  bytes: number;
  /** How often larger than it is packed a file may be. */
  ratio: number;
}
const USUAL: ArchiveLimits = { files: 2000, bytes: 60 * 1024 * 1024, ratio: 300 };

/**
 * The files of a ZIP archive. Read with limits on count, size and ratio; no name may leave the archive's folder, and
 * what makers of archives leave behind (`__MACOSX`, dot files) is left out.
 * @returns the files, or what is wrong with the archive
 */
export function filesOfArchive(
  name: string,
  bytes: Uint8Array,
  limits: ArchiveLimits = USUAL,
): { files: ArchivedFile[] } | { problem: string; fix: string } {
  let count = 0;
  let total = 0;
  let wrong: { problem: string; fix: string } | undefined;
  try {
    const found = unzipSync(bytes, {
      filter(entry) {
        if (wrong || entry.name.endsWith('/')) return false;
        if (/(^|[\\/])\.\.([\\/]|$)|^[\\/]|^[a-z]:/i.test(entry.name))
          wrong = {
            problem: `${name} holds a path that leaves its folder: ${entry.name.slice(0, 80)}`,
            fix: 'Pack it anew from one folder',
          };
        else if (/(^|\/)(__MACOSX\/|\.)/.test(entry.name)) return false;
        else if (++count > limits.files)
          wrong = {
            problem: `${name} holds more than ${limits.files} files`,
            fix: 'Pack only the files that are wanted',
          };
        else if ((total += entry.originalSize) > limits.bytes)
          wrong = {
            problem: `${name} holds more than ${limits.bytes / 1024 / 1024} MB unpacked`,
            fix: 'Pack only the files that are wanted',
          };
        else if (entry.originalSize > 1024 * 1024 && entry.originalSize > entry.size * limits.ratio)
          wrong = {
            problem: `${entry.name} in ${name} unpacks to far more than it is packed`,
            fix: 'Send the file itself',
          };
        return !wrong;
      },
    });
    if (wrong) return wrong;
    return { files: Object.entries(found).map(([entry, content]) => ({ name: entry, bytes: content })) };
  } catch {
    return { problem: `${name} is not a readable ZIP archive`, fix: 'Pack it anew, without a password' };
  }
}
