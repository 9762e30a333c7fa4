'use client';

import { useLibrary } from '@/features/session/library-shell';
import { LogSince } from '@/ui/log-since';
import { Button, Skeleton, Text } from '@mantine/core';
import { useEffect, useState } from 'react';
import { counted, listed } from '@/core/base/words';
import type { Cluster } from '@/core/intake/cluster';
import { useDocumentQuery } from '@/features/session/document';
import { dayText } from '@/ui/day-text';
import { useGather } from './intake-client';
import { SAMPLE } from './sample';
import classes from './intake.module.css';

const NOTHING = {};
const SAMPLE_FILE = 'timetable.css';

export const sampleFiles = () => [{ name: SAMPLE_FILE, file: new Blob([SAMPLE], { type: 'text/css' }) }];

/** Before anything is chosen: what an import yields, drawn from a sample, and what this library came from. */
export function FirstLook({ onSample }: { onSample: () => void }) {
  return (
    <div className={classes.first}>
      <section aria-labelledby="sample">
        <h2 id="sample">Sample</h2>
        <Text size="sm" c="dimmed" mb="sm">
          A style sheet of {SAMPLE.trim().split('\n').length} lines, and the inventory it yields: each value
          once, as large as it is used often, with near values gathered.
        </Text>
        <SamplePicture />
        <Button variant="default" mt="md" onClick={onSample}>
          Import sample
        </Button>
      </section>
      <History />
    </div>
  );
}

function SamplePicture() {
  const { gathered, clustered, read, cluster, problem } = useGather();
  // The picture is the sample's own, worked out by the reader that reads every import.
  useEffect(() => read(sampleFiles()), [read]);
  useEffect(() => {
    if (gathered) cluster({});
  }, [gathered, cluster]);
  if (problem) return <Text size="sm">{problem}.</Text>;
  if (!clustered) return <Skeleton height={190} role="status" aria-label="Reading the sample" />;
  const of = (kind: Cluster['kind']) => clustered.clusters.filter((one) => one.kind === kind);
  const colors = of('color').sort((a, b) => b.count - a.count);
  const sizes = of('fontSize').sort((a, b) => Number.parseFloat(b.survivor) - Number.parseFloat(a.survivor));
  const spaces = of('space').sort((a, b) => Number.parseFloat(a.survivor) - Number.parseFloat(b.survivor));
  const values = colors.reduce((sum, one) => sum + one.members.length, 0);
  return (
    <figure className={classes.picture}>
      <div className={classes.strip} aria-hidden>
        {colors.map((one) => (
          <span
            key={one.survivor}
            data-specimen
            title={`${one.survivor}, ${counted(one.count, 'use')}`}
            style={{ background: one.survivor, flexGrow: one.count }}
          />
        ))}
      </div>
      <div className={classes.letters} aria-hidden data-specimen>
        {sizes.map((one) => (
          <span key={one.survivor} style={{ fontSize: one.survivor }}>
            {Number.parseFloat(one.survivor)}
          </span>
        ))}
      </div>
      <div className={classes.spaces} aria-hidden>
        {spaces.map((one) => (
          <span key={one.survivor} style={{ width: one.survivor }} title={one.survivor} />
        ))}
      </div>
      <figcaption>
        {counted(values, 'colour')} in {counted(colors.length, 'cluster')},{' '}
        {counted(sizes.length, 'type size')}, {counted(spaces.length, 'space')}
      </figcaption>
    </figure>
  );
}

function History() {
  const imports = useDocumentQuery('importHistory', NOTHING);
  const [all, setAll] = useState(false);
  const library = useLibrary();
  if (!imports || imports.length === 0) return null;
  const shown = all ? imports : imports.slice(0, 6);
  return (
    <section aria-labelledby="came-from">
      <h2 id="came-from">What this library came from</h2>
      <ol className={classes.history}>
        {shown.map((one, i) => (
          <li key={i}>
            <strong>{one.label}</strong>
            <span>{listed(one.counts)}</span>
            <small>
              {dayText(one.at)}, by {one.author}
            </small>
          </li>
        ))}
      </ol>
      <LogSince at={library.logSince} />
      {imports.length > shown.length && (
        <Button variant="default" size="compact-sm" onClick={() => setAll(true)}>
          Show all {imports.length}
        </Button>
      )}
    </section>
  );
}
