import { Skeleton, Text } from '@mantine/core';
import { useCall } from '@/features/session/call';
import classes from './code.module.css';

/** Lines shown before and after. */
const AROUND = 5;

/** The lines of a file around one of them, as the commit has them. */
export function SourceExcerpt({ slug, commit, file, line }: { slug: string; commit: string; file: string; line: number }) {
  const { data, error } = useCall('GET /products/{slug}/repository/commits/{commit}/file', { slug, commit, name: file });
  if (error) return <Text size="sm" c="var(--mantine-color-error)">{error.message}</Text>;
  if (!data || data.name !== file) return <Skeleton height={120} role="status" aria-label="Reading the file" />;
  const lines = data.text.split(/\r\n|\n|\r/);
  const from = Math.max(0, line - 1 - AROUND);
  return (
    <pre className={classes.source} aria-label={`${file}, from line ${from + 1}`} tabIndex={0}>
      {lines.slice(from, line + AROUND).map((text, i) => (
        <div key={i} data-here={from + i + 1 === line || undefined}>
          <span aria-hidden>{from + i + 1}</span>
          {text || ' '}
        </div>
      ))}
    </pre>
  );
} // prettier-ignore
