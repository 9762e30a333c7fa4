'use client';

import { Refusal } from '@/core/base/errors';
import { UPLOAD_LIMITS } from '@/api/uploads';
import { sendToJob } from '@/features/jobs/send-file';
import { call, upload } from './call';
import { Alert, Progress } from '@mantine/core';
import { useState } from 'react';
import type { FontFacts } from '@/core/base/fonts/font';

/** A file the server has read and stored for a library. */
interface StoredFile {
  file: string;
  hash: string;
  mediaType: string;
  size: number;
  font: FontFacts | null;
  svg?: string;
  notes: string[];
}

interface Report {
  file: string;
  problem: string;
}

/** Bytes of what is read while one waits; what is larger is read by a job. */
const AT_ONCE = 5 * 1024 * 1024;

/** Sends one file; drawings are drawn by every page, so that a large one is refused. */
async function store(
  slug: string,
  { name, body, as }: { name: string; body: Blob; as?: string },
  tell: (share: number) => void,
): Promise<StoredFile> {
  const query = new URLSearchParams({ name: name.slice(-120), ...(as && { as }) });
  if (body.size <= AT_ONCE) return upload<StoredFile>(`/libraries/${slug}/files?${query}`, body);
  const largest = /\.svg$/i.test(name) ? AT_ONCE : UPLOAD_LIMITS.file;
  if (body.size > largest)
    throw new Refusal(`The file is larger than ${Math.floor(largest / 1e6)} MB`, 'Choose a smaller one');
  const path = `/libraries/${slug}/uploads/file?${query}`;
  const { answer } = await sendToJob<{ job: string; hash: string }>(
    { path, document: slug, file: body, name },
    ({ share }) => tell(share),
  );
  const facts = await call('GET /libraries/{slug}/files/{hash}', { slug, hash: answer.hash });
  return { file: name, notes: [], ...facts };
}

/** Sends files one by one; what cannot be read is told and the rest goes on. */
export function useUpload(slug: string) {
  const [progress, setProgress] = useState<{ done: number; of: number; share?: number } | null>(null);
  const [reports, setReports] = useState<Report[]>([]);
  const send = async (
    files: readonly { name: string; body: Blob }[],
    as?: 'icon' | 'logo' | 'picture',
  ): Promise<StoredFile[]> => {
    const stored: StoredFile[] = [];
    const failed: Report[] = [];
    setReports([]);
    for (const [done, { name, body }] of files.entries()) {
      setProgress({ done, of: files.length });
      try {
        const part = (share: number) => setProgress({ done, of: files.length, share });
        stored.push(await store(slug, { name, body, as }, part));
      } catch (error) {
        failed.push({ file: name, problem: (error as Error).message });
      }
    }
    setProgress(null);
    setReports(failed);
    return stored;
  };
  /** Tells what is wrong with a file before it is sent. */
  const report = (file: string, problem: string) => setReports((now) => [...now, { file, problem }]);
  return { send, report, progress, reports };
}

/** How far sending has come, and what could not be taken. */
export function UploadState({ upload }: { upload: ReturnType<typeof useUpload> }) {
  const { progress, reports } = upload;
  return (
    <>
      {reports.length > 0 && (
        <Alert color="red" mb="sm" role="alert">
          <ul style={{ margin: 0, paddingInlineStart: 18 }}>
            {reports.slice(0, 40).map((report) => (
              <li key={report.file}>
                <b>{report.file}</b>{' '}
                {report.problem.replace(`${report.file}: `, '').replace(`${report.file} is`, 'is')}
              </li>
            ))}
          </ul>
          {reports.length > 40 && `and ${reports.length - 40} more`}
        </Alert>
      )}
      {progress && (
        <Progress
          value={((progress.done + (progress.share ?? 0)) / progress.of) * 100}
          aria-label={`Reading ${progress.done + 1} of ${progress.of} files`}
          mb="sm"
        />
      )}
    </>
  );
}
