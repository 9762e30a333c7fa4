import { forget, isUploaded, uploadedAt } from '@/files/uploads';
import { badRequest } from '../http/problem';
import type { Work } from '../use-case';

/** What a job reads that was sent for it. */
export interface UploadInput {
  /** Of its bytes, by which it is kept. */
  upload: string;
  /** What its sender calls it. */
  name: string;
}

/** Where it lies. @throws Problem 400 where it is no longer kept */
export function uploadIn({ upload, name }: UploadInput): { path: string; name: string } {
  if (!isUploaded(upload)) throw badRequest(`${name} is no longer kept. Upload the file again.`);
  return { path: uploadedAt(upload), name };
}

/** Forgets it once what it came to is stored, unless another job waits for the same. */
export async function forgetUpload(work: Work, { upload }: UploadInput): Promise<void> {
  const waiting: { input: string }[] = await work
    .trx('jobs')
    .whereIn('state', ['waiting', 'running'])
    .where('input', 'like', `%${upload}%`)
    .select('input');
  if (waiting.length <= 1) work.afterCommit(() => forget(upload));
}
