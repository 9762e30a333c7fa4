import { Skeleton, Text } from '@mantine/core';
import { counted } from '@/core/base/words';
import { useCall } from '@/features/session/call';
import classes from './code.module.css';

/** What a line of a patch is, by how it begins. */
const kindOf = (line: string): string | undefined => {
  if (/^(diff |index |--- |\+\+\+ |new file|deleted file|rename |similarity |old mode|new mode|Binary)/.test(line)) return 'about';
  if (line.startsWith('@@')) return 'place';
  return line.startsWith('+') ? 'added' : line.startsWith('-') ? 'removed' : undefined;
}; // prettier-ignore

/** What a commit changed. */
export function Patch({ slug, commit }: { slug: string; commit: string }) {
  const { data, error } = useCall('GET /products/{slug}/repository/commits/{commit}', { slug, commit });
  if (error) return <Text c="var(--mantine-color-error)">{error.message}</Text>;
  if (!data || data.hash !== commit)
    return <Skeleton height={180} role="status" aria-label="Reading the commit" />;
  return (
    <>
      <Text size="sm" c="dimmed">
        {counted(data.files.length, 'file')} in this commit
        {data.cut && '; the difference is longer than is shown'}
      </Text>
      <PatchText patch={data.patch} />
    </>
  );
}

/** As many lines are shown. */
const MOST_LINES = 4000;

/** A difference, line by line. */
export function PatchText({ patch }: { patch: string }) {
  return (
    <pre className={classes.source} aria-label="Difference" tabIndex={0}>
      {patch
        .split('\n')
        .slice(0, MOST_LINES)
        .map((line, i) => (
          <div key={i} data-kind={kindOf(line)}>
            {line || ' '}
          </div>
        ))}
    </pre>
  );
}
