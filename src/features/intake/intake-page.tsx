'use client';

import { counted } from '@/core/base/words';
import { Alert, Button, Group, Progress, Stack, Text, Textarea } from '@mantine/core';
import { Dropzone } from '@mantine/dropzone';
import { IconFileText } from '@tabler/icons-react';
import { useEffect, useRef, useState } from 'react';
import type { GatherFile } from '@/editing/intake/compare';
import { useLibrary } from '@/features/session/library-shell';
import { StagePage } from '@/features/session/page-bar';
import { FirstLook, sampleFiles } from './first-look';
import { DocumentFiles, isDocumentFile } from './document-files';
import { useGather } from './intake-client';
import { isTable, takeText } from './handed-text';
import { InventoryView } from './inventory-view';
import { isLargeTokens, LargeTokens } from './large-tokens';
import { Pictures } from './pictures';
import { Review } from './review';
import classes from './intake.module.css';

/** Gathering what exists: files and pastes come in, are looked at, and become tokens after a review. */
export function GatherPage() {
  const library = useLibrary();
  const gather = useGather();
  const [pasted, setPasted] = useState('');
  const [made, setMade] = useState<GatherFile | null>(null);
  const [documents, setDocuments] = useState<File[] | null>(null);
  const [large, setLarge] = useState<File[]>([]);
  const { gathered } = gather;
  const read = (files: { name: string; file: Blob }[]) => {
    setMade(null);
    gather.read(files);
  };
  const readText = (text: string) => {
    const name = isTable(text) ? 'pasted.tsv' : /[{}]/.test(text) ? 'pasted.css' : 'pasted.txt';
    read([{ name, file: new Blob([text]) }]);
  };
  const begin = useRef(readText);
  useEffect(() => {
    const handed = takeText();
    if (handed === null) return;
    setPasted(handed);
    begin.current(handed);
  }, []);
  const drop = (dropped: File[]) => {
    setLarge(dropped.filter(isLargeTokens));
    const files = dropped.filter((file) => !isLargeTokens(file));
    if (files.length === 0) return;
    if (files.some((file) => isDocumentFile(file.name))) setDocuments(files);
    else read(files.map((file) => ({ name: pathOf(file), file })));
  };
  // What the files name themselves comes first, what is proposed after.
  const reviewed: GatherFile[] = [
    ...(gathered?.files ?? []).filter((file) => file.tokens > 0),
    ...(made ? [made] : []),
  ];
  const errors = gathered?.findings.filter((finding) => finding.code !== 'not-carried') ?? [];
  return (
    <StagePage>
      {!library.canEdit ? (
        <Text>Somebody who maintains {library.name} can import files.</Text>
      ) : (
        <Stack gap="lg">
          <div className={classes.sources}>
            <Dropzone onDrop={drop} className={classes.drop} inputProps={{ 'aria-label': 'Files to import' }}>
              <Group gap="md" wrap="nowrap">
                <IconFileText size={26} stroke={1.4} aria-hidden />
                <div>
                  <Text fw={600}>Drop files or a folder here, or select files</Text>
                  <Text size="xs" c="dimmed">
                    Style sheets and pages (CSS, SCSS, HTML), token files (DTCG, plain JSON), tables (CSV),
                    palettes (GPL), pictures, or a ZIP of them
                  </Text>
                </div>
              </Group>
            </Dropzone>
            <form
              className={classes.paste}
              onSubmit={(event) => {
                event.preventDefault();
                readText(pasted);
              }}
            >
              <Textarea
                label="Or paste values"
                description="Colours and sizes, one or a list of them, rows of a spreadsheet, or a piece of CSS"
                placeholder="#0a5d6a, 16px"
                rows={3}
                value={pasted}
                onChange={(event) => setPasted(event.currentTarget.value)}
              />
              <Button type="submit" variant="default" disabled={pasted.trim() === ''}>
                Read pasted text
              </Button>
            </form>
          </div>
          {large.map((file) => (
            <LargeTokens
              key={file.name}
              file={file}
              slug={library.slug}
              close={() => setLarge((now) => now.filter((one) => one !== file))}
            />
          ))}
          {documents && (
            <DocumentFiles files={documents} slug={library.slug} close={() => setDocuments(null)} />
          )}
          {gather.busy && (
            <Group gap="md">
              <Progress
                value={(100 * gather.busy.done) / Math.max(1, gather.busy.of)}
                w={320}
                aria-label="Reading files"
              />
              <Text size="sm">
                {gather.busy.done} of {gather.busy.of} {gather.busy.name}
              </Text>
              <Button variant="default" onClick={gather.stop}>
                Stop
              </Button>
            </Group>
          )}
          {!gathered && !gather.busy && !gather.problem && !documents && large.length === 0 && (
            <FirstLook onSample={() => read(sampleFiles())} />
          )}
          {gather.problem && (
            <Alert color="red" role="alert">
              {gather.problem}. Nothing was changed.
            </Alert>
          )}
          {gathered && gathered.problems.length > 0 && (
            <Alert color="red" role="alert" title="Not read">
              {gathered.problems.map(({ problem, fix }) => (
                <div key={problem}>
                  {problem}. {fix}.
                </div>
              ))}
            </Alert>
          )}
          {errors.length > 0 && (
            <details className={classes.errors} open={errors.length < 6}>
              <summary>{counted(errors.length, 'place')} that could not be read; the rest was</summary>
              <ul>
                {errors.slice(0, 60).map((finding, i) => (
                  <li key={i}>
                    {finding.message}. {finding.fix}.
                  </li>
                ))}
              </ul>
            </details>
          )}
          {gathered && gathered.pictures.length > 0 && (
            <Pictures pictures={gathered.pictures} onMake={setMade} />
          )}
          {gathered?.inventory && (
            <InventoryView
              gathered={gathered}
              clustered={gather.clustered}
              cluster={gather.cluster}
              onMake={setMade}
              made={made !== null}
            />
          )}
          {gathered && reviewed.length > 0 && (
            <Review
              key={reviewed.map((file) => file.name).join()}
              files={reviewed}
              axes={gathered.axes}
              title={
                made ? 'What these files and the selected values would add' : 'What these files would add'
              }
              onDone={() => {
                setMade(null);
                gather.stop();
              }}
            />
          )}
          {gathered &&
            reviewed.length === 0 &&
            !gathered.inventory &&
            gathered.pictures.length === 0 &&
            gathered.problems.length === 0 && <Text>There are no tokens in these files.</Text>}
        </Stack>
      )}
    </StagePage>
  );
}

/** A file's path within the folder it was dropped with. */
function pathOf(file: File): string {
  const said = (file as File & { path?: string }).path ?? file.webkitRelativePath;
  return (said && said !== '' ? said : file.name).replace(/^(\.?\/)+/, '');
}
