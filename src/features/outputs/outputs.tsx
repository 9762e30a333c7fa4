'use client';

import { isCandidate } from '@/core/releases/version';
import { EmptyState } from '@/ui/empty-state';
import { FirstTokens } from '@/features/session/library-link';
import {
  Alert,
  Button,
  Checkbox,
  SegmentedControl,
  Select,
  Skeleton,
  Spoiler,
  Text,
  TextInput,
} from '@mantine/core';
import { IconDownload } from '@tabler/icons-react';
import { useMemo } from 'react';
import { counted } from '@/core/base/words';
import type { Finding } from '@/core/findings/finding';
import { fileChanges } from '@/core/outputs/difference';
import { OUTPUTS } from '@/core/outputs/registry';
import { useCall } from '@/features/session/call';
import { notifyError } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { LENGTH_UNITS } from '@/core/outputs/units';
import { StagePage } from '@/features/session/page-bar';
import { useLens, useQuery } from '@/ui/frame/lens';
import { download } from './download-files';
import { FileSheet } from './file-sheet';
import { FileTree } from './file-tree';
import { UNIT_CHOICES } from './unit-choices';
import classes from './outputs.module.css';

/** Tokens as they go out: any form, from the draft or any release, seen before it is downloaded. */
export function Outputs() {
  const library = useLibrary();
  const lens = useLens(library.axes);
  const [query, setQuery] = useQuery();
  const output = OUTPUTS.get(query.get('format') ?? 'css') ?? OUTPUTS.get('css')!;
  const format = output.name;
  const version = query.get('version') ?? library.last ?? 'draft';
  const prefix = query.get('prefix') ?? '';
  const unit = LENGTH_UNITS.find((one) => one === query.get('unit'));
  const ids = query.get('ids') === 'true';
  const one = query.get('one') === 'true' || output.singleContext === true;
  const body = useMemo(
    () => ({
      format,
      version,
      ids,
      ...(prefix && { prefix }),
      ...(unit && { unit }),
      ...(one && { context: lens }),
    }),
    [format, version, ids, prefix, unit, one, lens],
  );
  const asked = useCall(
    'POST /libraries/{slug}/outputs',
    { slug: library.slug, ...body },
    version === 'draft' ? library.sequence : 0,
  );
  const written = asked.data;
  const problem = asked.error?.message;
  const earlier = earlierThan(version, library.last, library.versions);
  const compared = useCall(
    'POST /libraries/{slug}/outputs',
    { slug: library.slug, ...body, version: earlier ?? version },
    earlier ? 0 : library.sequence,
  );
  const files = useMemo(
    () => (written ? fileChanges(earlier ? compared.data?.files : undefined, written.files) : []),
    [written, compared.data, earlier],
  );
  if (library.counts.tokens === 0)
    return (
      <StagePage>
        <EmptyState title="Nothing to deliver yet." actions={library.canEdit && <FirstTokens />}>
          The tokens of {library.name} appear here as style sheets, token files and code, to read and to
          download.
        </EmptyState>
      </StagePage>
    );
  const file = files.find(({ name }) => name === query.get('file')) ?? files[0];
  return (
    <StagePage
      tools={
        <Button
          leftSection={<IconDownload size={14} />}
          onClick={() =>
            written &&
            void download(written.files, `${library.slug}-${version}-${format}.zip`).catch(notifyError)
          }
          disabled={!written || written.files.length === 0}
        >
          Download{' '}
          {written && written.files.length > 1 ? counted(written.files.length, 'file') : (file?.name ?? '')}
        </Button>
      }
    >
      <div className={classes.page}>
        <aside className={classes.choices}>
          <SegmentedControl
            fullWidth
            orientation="vertical"
            aria-label="Format"
            styles={{ label: { textAlign: 'left' } }}
            value={format}
            onChange={(value) => setQuery({ format: value, file: null })}
            data={[...OUTPUTS.values()].map((each) => ({ value: each.name, label: each.title }))}
          />
          <Text size="sm" c="dimmed">
            {output.about}
          </Text>
          <Select
            label="Source"
            allowDeselect={false}
            value={version}
            onChange={(value) => setQuery({ version: value })}
            data={[
              { value: 'draft', label: 'Draft (not released)' },
              ...library.versions.map((each) => ({
                value: each,
                label: `${isCandidate(each) ? 'Candidate' : 'Release'} ${each}`,
              })),
            ]}
          />
          {output.naming && output.naming.of !== 'path' && (
            <TextInput
              label="Name prefix"
              placeholder="None"
              value={prefix}
              onChange={(event) => setQuery({ prefix: prefixOf(event.currentTarget.value) || null })}
            />
          )}
          {output.withUnits && (
            <Select
              label="Lengths"
              allowDeselect={false}
              value={unit ?? ''}
              onChange={(value) => setQuery({ unit: value || null })}
              data={UNIT_CHOICES}
            />
          )}
          {format !== 'dtcg' && !output.singleContext && library.axes.length > 0 && (
            <Checkbox
              label="Current lens only"
              checked={one}
              onChange={(event) => setQuery({ one: event.currentTarget.checked ? 'true' : null })}
            />
          )}
          {format === 'dtcg' && (
            <Checkbox
              label="Include ids, so that renames are recognised"
              checked={ids}
              onChange={(event) => setQuery({ ids: event.currentTarget.checked ? 'true' : null })}
            />
          )}
          {files.length > 0 && (
            <FileTree files={files} selected={file?.name} select={(name) => setQuery({ file: name })} />
          )}
        </aside>
        <FileSheet
          files={earlier && !compared.data ? [] : files}
          file={file}
          earlier={earlier}
          notices={
            <>
              {problem && (
                <Alert color="red" role="alert">
                  {problem}
                </Alert>
              )}
              {written && <Notices findings={written.findings} />}
            </>
          }
          empty={!problem && <Skeleton height={320} role="status" aria-label="Writing the output" />}
        />
      </div>
    </StagePage>
  );
}

/** What an output could not carry: errors each by itself, notes together. */
function Notices({ findings }: { findings: readonly Finding[] }) {
  const words = ({ message, fix }: Finding) => `${message}. ${fix}.`;
  const notes = findings.filter(({ level }) => level !== 'error');
  return (
    <>
      {findings
        .filter(({ level }) => level === 'error')
        .map((finding) => (
          <Alert key={words(finding)} color="red" mb={4} p="xs">
            {words(finding)}
          </Alert>
        ))}
      {notes.length > 0 && (
        <Alert color="gray" mb={4} p="xs">
          <Spoiler maxHeight={38} showLabel={`Show all ${notes.length} notes`} hideLabel="Show fewer">
            {notes.map((finding) => (
              <Text size="sm" key={words(finding)}>
                {words(finding)}
              </Text>
            ))}
          </Spoiler>
        </Alert>
      )}
    </>
  );
}

/** The release before a version; of the draft, the last one. Versions are given newest first. */
const earlierThan = (version: string, last: string | null, versions: readonly string[]) =>
  version === 'draft'
    ? (last ?? undefined)
    : versions.slice(versions.indexOf(version) + 1).find((each) => !isCandidate(each));

/** What can begin a name in every format: small letters, digits and hyphens, a letter first. */
const prefixOf = (typed: string): string =>
  typed
    .toLowerCase()
    .replace(/[^a-z0-9-]/g, '')
    .replace(/^[^a-z]+/, '');
