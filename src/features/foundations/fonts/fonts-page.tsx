'use client';

import { counted } from '@/core/base/words';
import { ActionIcon, Button, Group, Menu, Text, TextInput } from '@mantine/core';
import { Dropzone } from '@mantine/dropzone';
import { IconPencil, IconTrash } from '@tabler/icons-react';
import { PageLink } from '@/ui/page-link';
import { useRef, useState } from 'react';
import type { FamilyRow } from '@/editing/foundations/queries/fonts';
import { useCommand, useDocumentQuery, type Refusal } from '@/features/session/document';
import { UploadState, useUpload } from '@/features/session/upload';
import { RemovalDialog } from '@/features/usage/removal-dialog';
import { useLibrary } from '@/features/session/library-shell';
import { useLensLink, useQuery } from '@/ui/frame/lens';
import { StagePage } from '@/features/session/page-bar';
import classes from './fonts.module.css';

const NOTHING = {};
const FROM = {
  files: 'Files of this library',
  'the program': 'Ships with Seedplan',
  'the system': 'The reader’s system font',
  nowhere: 'No file',
} as const;

/** The fonts that are there and those that are asked for: what files say, who uses them, and what is missing. */
export function FontsPage() {
  const library = useLibrary();
  const view = useDocumentQuery('fonts', NOTHING);
  const { store } = useCommand();
  const upload = useUpload(library.slug);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const choose = useRef<() => void>(null);
  if (!view) return <StagePage>{null}</StagePage>;
  const run = (refused: Promise<Refusal | null>) => void refused.then(setRefusal);
  const bring = async (files: File[]) => {
    const stored = await upload.send(files.map((file) => ({ name: file.name, body: file })));
    const fonts = stored.flatMap((one) => (one.font ? [{ ...one, font: one.font }] : []));
    if (fonts.length > 0) setRefusal(await store('addFonts', { files: fonts }));
  };
  const missing = view.families.filter(({ from }) => from === 'nowhere').length;
  return (
    <StagePage tools={library.canEdit && <Button onClick={() => choose.current?.()}>Upload fonts</Button>}>
      {refusal && (
        <Text size="sm" c="var(--bad)" mb="sm" role="alert">
          {refusal.problem}. {refusal.fix}.
        </Text>
      )}
      <UploadState upload={upload} />
      {library.canEdit && (
        <Dropzone
          openRef={choose}
          onDrop={(files) => void bring(files)}
          className={classes.drop}
          inputProps={{ 'aria-label': 'Font files' }}
          activateOnClick={false}
          activateOnKeyboard={false}
          tabIndex={-1}
        >
          <Text size="sm" c="dimmed">
            Drop .ttf, .otf, .woff or .woff2 files here.{' '}
            {missing > 0 ? `${counted(missing, 'family', 'families')} missing.` : ''}
          </Text>
        </Dropzone>
      )}
      {view.families.map((family) => (
        <Family
          key={family.name}
          family={family}
          others={view.families.filter(({ name, from }) => name !== family.name && from !== 'nowhere')}
          run={run}
        />
      ))}
    </StagePage>
  );
}

const weightsText = (weights: FamilyRow['weights']) =>
  [...new Set(weights.map(([from, to]) => (from === to ? String(from) : `${from}–${to}`)))].join(', ');

function Family({
  family,
  others,
  run,
}: {
  family: FamilyRow;
  others: FamilyRow[];
  run: (refused: Promise<Refusal | null>) => void;
}) {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  const { store } = useCommand();
  const [query] = useQuery();
  const [name, setName] = useState<string | null>(null);
  const [removing, setRemoving] = useState<{ id: string; file: string } | null>(null);
  const own = library.canEdit && family.asset?.own;
  const rename = () => {
    if (name !== null && family.asset) run(store('renameFont', { asset: family.asset.id, name }));
    setName(null);
  };
  return (
    <article
      className={classes.family}
      data-missing={family.from === 'nowhere' || family.missing.length > 0 || undefined}
      id={`font-${family.name}`}
      data-marked={query.get('font') === family.name || undefined}
    >
      {removing && (
        <RemovalDialog
          title={removing.file}
          removed={{ kind: 'font', asset: family.asset!.id, file: removing.id }}
          close={() => setRemoving(null)}
          remove={async (replacement) => {
            const refused = await store('removeFontFile', {
              asset: family.asset!.id,
              file: removing.id,
              leave: true,
              ...(replacement !== undefined && { replacement }),
            });
            if (!refused) setRemoving(null);
            return refused;
          }}
        />
      )}
      <header>
        <h2 style={{ fontFamily: family.from === 'nowhere' ? undefined : `"${family.name}"` }}>
          {family.name}
        </h2>
        <span>
          {FROM[family.from]}
          {family.weights.length > 0 ? `, weight ${weightsText(family.weights)}` : ''}
        </span>
        {own && name === null && (
          <ActionIcon
            variant="subtle"
            size="sm"
            aria-label={`Rename ${family.name}`}
            onClick={() => setName(family.name)}
          >
            <IconPencil size={14} />
          </ActionIcon>
        )}
        {library.canEdit && family.uses.length > 0 && family.from !== 'the system' && (
          <Menu position="bottom-end">
            <Menu.Target>
              <Button size="compact-xs" variant="default" ml="auto">
                Replace everywhere …
              </Button>
            </Menu.Target>
            <Menu.Dropdown>
              {others.map((other) => (
                <Menu.Item
                  key={other.name}
                  onClick={() => run(store('replaceFamily', { from: family.name, to: other.name }))}
                >
                  Replace with {other.name}
                </Menu.Item>
              ))}
            </Menu.Dropdown>
          </Menu>
        )}
      </header>
      {name !== null && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            rename();
          }}
        >
          <Group mt={6} align="end">
            <TextInput
              label="Name in style sheets"
              data-autofocus
              autoFocus
              value={name}
              w={300}
              onChange={(event) => setName(event.currentTarget.value)}
              onKeyDown={(event) => event.key === 'Escape' && setName(null)}
            />
            <Button type="submit">Rename</Button>
          </Group>
        </form>
      )}
      {family.missing.map(({ weight, closest, paths }) => (
        <p key={weight} className={classes.missing}>
          Weight {weight} is required by {paths.join(', ')} and missing.{' '}
          {library.canEdit && (
            <Button
              size="compact-xs"
              variant="default"
              onClick={() => run(store('replaceWeight', { family: family.name, from: weight, to: closest }))}
            >
              Use {closest} everywhere
            </Button>
          )}
        </p>
      ))}
      <div className={classes.body}>
        <div>
          {family.uses.length === 0 ? (
            <Text size="sm" c="dimmed">
              No token uses this family.
            </Text>
          ) : (
            <>
              <Text size="sm" c="dimmed">
                {counted(family.uses.length, 'token')}
                {family.reached > 0 ? `, ${counted(family.reached, 'indirect use')}` : ''}
              </Text>
              <ul className={classes.uses}>
                {family.uses.map(({ path, weights }) => (
                  <li key={path}>
                    <PageLink
                      className="path"
                      href={link(`/libraries/${library.slug}/tokens/${encodeURIComponent(path)}`)}
                    >
                      {path}
                    </PageLink>
                    {weights.length > 0 ? <small> {weights.join(', ')}</small> : null}
                  </li>
                ))}
              </ul>
            </>
          )}
        </div>
        {family.files.length > 0 && (
          <table className="rows">
            <thead>
              <tr>
                <th>File</th>
                <th>Weight</th>
                <th>Axes</th>
                <th>Scripts</th>
                <th>Licence</th>
                <th>
                  <span className="visually-hidden">Action</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {family.files.map(
                ({ id, file, size, font }) =>
                  font && (
                    <tr key={id}>
                      <td>
                        {file}
                        <small>
                          {Math.ceil(size / 1024)} kB, {font.glyphs} glyphs
                        </small>
                      </td>
                      <td>
                        {weightsText([font.weight])}
                        {font.italic ? ' italic' : ''}
                      </td>
                      <td>
                        {font.axes.map(({ name: axis, min, max }) => `${axis} ${min}–${max}`).join(', ') ||
                          'None'}
                      </td>
                      <td>{font.scripts.join(', ') || 'None in full'}</td>
                      <td>
                        {font.embedding}
                        {font.noSubsetting ? ', no subsetting' : ''}
                        {font.bitmapOnly ? ', bitmaps only' : ''}
                        {font.licence && <small title={font.licence}>{font.licence.slice(0, 90)}</small>}
                      </td>
                      <td>
                        {own && (
                          <ActionIcon
                            variant="subtle"
                            size="sm"
                            aria-label={`Remove ${file}`}
                            onClick={() => setRemoving({ id, file })}
                          >
                            <IconTrash size={14} />
                          </ActionIcon>
                        )}
                      </td>
                    </tr>
                  ),
              )}
            </tbody>
          </table>
        )}
      </div>
    </article>
  );
}
