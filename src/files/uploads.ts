import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { open } from 'node:fs/promises';
import path from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { dataFolder } from './data-folder';

/** What was sent to be read by a job: known by its hash, so that what is sent twice is kept once. */
export interface Uploaded {
  hash: string;
  /** Bytes. */
  size: number;
}

/** It is larger than it may be, or there is no room for it. */
export class UploadRefused extends Error {
  override readonly name = 'UploadRefused';
  constructor(readonly why: 'large' | 'room') {
    super(why);
  }
}

const DAY = 24 * 60 * 60 * 1000;
/** Bytes of all that waits to be read. */
const MOST_KEPT = 2_000_000_000;

const folder = () => path.join(/* turbopackIgnore: true */ dataFolder(), 'uploads');
export const uploadedAt = (hash: string): string => path.join(folder(), hash);
export const isUploaded = (hash: string): boolean => existsSync(uploadedAt(hash));

const sizes = (): number[] =>
  existsSync(folder())
    ? readdirSync(folder()).map((name) => statSync(uploadedAt(name), { throwIfNoEntry: false })?.size ?? 0)
    : [];

/** Writes a body as it comes, holding none of it. @throws UploadRefused; nothing is left of it then */
export async function receive(
  body: ReadableStream<Uint8Array> | null,
  { name, limit, most = MOST_KEPT }: { name: string; limit: number; most?: number },
): Promise<Uploaded> {
  mkdirSync(folder(), { recursive: true, mode: 0o700 });
  const kept = sizes().reduce((sum, size) => sum + size, 0);
  const part = uploadedAt(`part-${name}`);
  const hash = createHash('sha256');
  let size = 0;
  // Opened before anything is written: a file that is still being opened would come to be after it is removed.
  const file = await open(part, 'w', 0o600);
  try {
    await pipeline(
      body ? Readable.fromWeb(body as never) : Readable.from([]),
      async function* (chunks: AsyncIterable<Uint8Array>) {
        for await (const chunk of chunks) {
          size += chunk.length;
          if (size > limit) throw new UploadRefused('large');
          if (kept + size > most) throw new UploadRefused('room');
          hash.update(chunk);
          yield chunk;
        }
      },
      file.createWriteStream(),
    );
    const digest = hash.digest('hex');
    renameSync(part, uploadedAt(digest));
    return { hash: digest, size };
  } catch (error) {
    await file.close().catch(() => undefined);
    rmSync(part, { force: true });
    throw error;
  }
}

export const forget = (hash: string): void => rmSync(uploadedAt(hash), { force: true });

/** Forgets what came more than a day ago: no job reads it any more. */
export function forgetOld(now: number): void {
  if (!existsSync(folder())) return;
  for (const name of readdirSync(folder())) {
    const at = statSync(uploadedAt(name), { throwIfNoEntry: false })?.mtimeMs ?? now;
    if (now - at > DAY) forget(name);
  }
}
