import { Skeleton, Text } from '@mantine/core';
import { lazy, Suspense } from 'react';
import { counted } from '@/core/base/words';
import { FileTree } from '@/features/outputs/file-tree';
import { languageOf } from '@/features/outputs/language-of';
import { useCall } from '@/features/session/call';
import { useQuery } from '@/ui/frame/lens';
import classes from './code.module.css';

/** The editor is half of what the page would load. */
const CodeView = lazy(() =>
  import('@/features/outputs/code-view').then((module) => ({ default: module.CodeView })),
);

const GRAPHIC = /\.(png|jpe?g|gif|webp|ico|woff2?|ttf|otf|zip|pdf)$/i;

/** The files of a commit in their folders, each to be read. */
export function FilesView({ slug, commit }: { slug: string; commit: string }) {
  const [query, setQuery] = useQuery();
  const { data, error } = useCall('GET /products/{slug}/repository/commits/{commit}', { slug, commit });
  if (error) return <Text c="var(--mantine-color-error)">{error.message}</Text>;
  if (!data || data.hash !== commit)
    return <Skeleton height={180} role="status" aria-label="Reading the commit" />;
  const files = data.files.map((file) => ({ ...file, change: 'same' as const }));
  const asked = query.get('file');
  const file =
    files.find(({ name }) => name === asked) ??
    files.find(({ name }) => !GRAPHIC.test(name) && !name.startsWith('.')) ??
    files[0];
  if (!file) return <Text>This commit holds no files.</Text>;
  return (
    <>
      <Text size="sm" c="dimmed" mb="xs">
        {counted(files.length, 'file')} in this commit
      </Text>
      <div className={classes.files}>
        <FileTree files={files} selected={file.name} select={(name) => setQuery({ file: name })} />
        <FileText key={file.name} slug={slug} commit={commit} name={file.name} />
      </div>
    </>
  );
}

function FileText({ slug, commit, name }: { slug: string; commit: string; name: string }) {
  return (
    <section aria-label={`File ${name}`}>
      <h3 className="path">{name}</h3>
      {GRAPHIC.test(name) ? (
        <Text c="dimmed">This file is not text. Clone the repository to open the file.</Text>
      ) : (
        <Contents slug={slug} commit={commit} name={name} />
      )}
    </section>
  );
}

function Contents(asked: { slug: string; commit: string; name: string }) {
  const { data, error } = useCall('GET /products/{slug}/repository/commits/{commit}/file', asked);
  const { name } = asked;
  const reading = <Skeleton height={320} role="status" aria-label="Reading the file" />;
  if (error) return <Text c="var(--mantine-color-error)">{error.message}</Text>;
  if (!data || data.name !== name) return reading;
  return (
    <Suspense fallback={reading}>
      <CodeView text={data.text} language={languageOf(name) ?? 'css'} label={name} />
    </Suspense>
  );
}
