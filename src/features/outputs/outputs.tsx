'use client';

import { Alert, Button, Checkbox, Group, SegmentedControl, Select, Text, TextInput } from '@mantine/core';
import { IconDownload } from '@tabler/icons-react';
import { strToU8, zipSync } from 'fflate';
import { useMemo, useState } from 'react';
import { OUTPUTS } from '@/core/outputs/registry';
import { useCall } from '@/features/session/call';
import { useLibrary } from '@/features/session/library-shell';
import { useLens, useQuery } from '@/ui/frame/lens';
import classes from './outputs.module.css';

/** Tokens as they go out: any form, from the draft or any release, seen before it is downloaded. */
export function Outputs() {
  const library = useLibrary();
  const lens = useLens(library.axes);
  const [query, setQuery] = useQuery();
  const format = query.get('format') ?? 'css';
  const version = query.get('version') ?? library.last ?? 'draft';
  const one = query.get('one') === 'true' || format === 'json';
  const prefix = query.get('prefix') ?? '';
  const ids = query.get('ids') === 'true';
  const [file, setFile] = useState(0);
  const output = OUTPUTS.get(format)!;
  const body = useMemo(
    () => ({ format, version, ids, ...(prefix && { prefix }), ...(one && { context: lens }) }),
    [format, version, ids, prefix, one, lens],
  );
  const asked = useCall(
    'POST /libraries/{slug}/outputs',
    { slug: library.slug, ...body },
    version === 'draft' ? library.sequence : 0,
  );
  const written = asked.data;
  const problem = asked.error?.message;
  const download = () => {
    if (!written) return;
    const single = written.files.length === 1 ? written.files[0] : undefined;
    const blob = single
      ? new Blob([single.text], { type: 'text/plain' })
      : new Blob(
          [
            new Uint8Array(
              zipSync(Object.fromEntries(written.files.map((part) => [part.name, strToU8(part.text)]))),
            ),
          ],
          { type: 'application/zip' },
        );
    const anchor = document.createElement('a');
    anchor.href = URL.createObjectURL(blob);
    anchor.download = single ? single.name : `${library.slug}-${version}-tokens.zip`;
    anchor.click();
    URL.revokeObjectURL(anchor.href);
  };
  const shown = written?.files[Math.min(file, (written?.files.length ?? 1) - 1)];
  return (
    <div className={classes.page}>
      <h1 className="visually-hidden">Outputs of {library.name}</h1>
      <aside className={classes.choices}>
        <Text fw={600}>{output.title}</Text>
        <Text size="sm" c="dimmed" mb="md">
          {output.about}
        </Text>
        <SegmentedControl
          fullWidth
          orientation="vertical"
          aria-label="Format"
          value={format}
          onChange={(value) => setQuery({ format: value })}
          data={[...OUTPUTS.values()].map((each) => ({ value: each.name, label: each.title }))}
        />
        <Select
          mt="md"
          label="Source"
          allowDeselect={false}
          value={version}
          onChange={(value) => setQuery({ version: value })}
          data={[
            { value: 'draft', label: 'Draft (not released)' },
            ...library.versions.map((each) => ({ value: each, label: `Release ${each}` })),
          ]}
        />
        <TextInput
          mt="md"
          label="Name prefix"
          placeholder="none"
          value={prefix}
          onChange={(event) =>
            setQuery({
              prefix: event.currentTarget.value
                .toLowerCase()
                .replace(/[^a-z0-9-]/g, '')
                .replace(/^[^a-z]+/, ''),
            })
          }
          disabled={format === 'dtcg' || format === 'json'}
        />
        {format !== 'dtcg' && library.axes.length > 0 && (
          <Checkbox
            mt="md"
            label="Current lens only"
            checked={one}
            disabled={format === 'json'}
            onChange={(event) => setQuery({ one: event.currentTarget.checked ? 'true' : null })}
          />
        )}
        {format === 'dtcg' && (
          <Checkbox
            mt="md"
            label="Include ids, so that renames are recognised"
            checked={ids}
            onChange={(event) => setQuery({ ids: event.currentTarget.checked ? 'true' : null })}
          />
        )}
        <Button
          mt="lg"
          leftSection={<IconDownload size={14} />}
          onClick={download}
          disabled={!written || written.files.length === 0}
        >
          Download{' '}
          {written && written.files.length > 1 ? `${written.files.length} files` : (shown?.name ?? '')}
        </Button>
      </aside>
      <section className={classes.sheet} aria-label="File contents">
        {problem && (
          <Alert color="red" role="alert">
            {problem}
          </Alert>
        )}
        {written?.findings.map((finding, i) => (
          <Alert key={i} color={finding.level === 'error' ? 'red' : 'gray'} mb={4} p="xs">
            {finding.message}. {finding.fix}.
          </Alert>
        ))}
        {written && written.files.length > 1 && (
          <Group gap={4} p="xs">
            {written.files.map((part, i) => (
              <Button
                key={part.name}
                size="compact-xs"
                variant={i === file ? 'light' : 'subtle'}
                onClick={() => setFile(i)}
              >
                {part.name}
              </Button>
            ))}
          </Group>
        )}
        <pre tabIndex={0} aria-label={shown?.name} data-testid="output">
          {shown && shown.text.length > 200_000
            ? `${shown.text.slice(0, 200_000)}\n… shortened here; the download contains the whole file.`
            : shown?.text}
        </pre>
      </section>
    </div>
  );
}
