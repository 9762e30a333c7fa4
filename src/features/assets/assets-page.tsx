'use client';

import { DialogFoot } from '@/ui/dialog-foot';
import { counted } from '@/core/base/words';
import { ActionIcon, Button, Checkbox, Group, Menu, Select, Stack, Text, TextInput } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { Dropzone } from '@mantine/dropzone';
import { IconDots } from '@tabler/icons-react';
import { PageLink } from '@/ui/page-link';
import { useMemo, useRef, useState } from 'react';
import { drawingAddress, iconNameOf } from '@/core/assets/drawing';
import { filesOfArchive } from '@/core/intake/archive';
import type { AssetRow } from '@/editing/assets/queries/assets';
import { RemovalDialog } from '@/features/usage/removal-dialog';
import { useCommand, useDocumentQuery } from '@/features/session/document';
import { OneField } from '@/features/session/one-field';
import { Refused, useStore, refusalText } from '@/features/session/refused';
import { UploadState, useUpload } from '@/features/session/upload';
import { useLibrary } from '@/features/session/library-shell';
import { useGo } from '@/ui/frame/here';
import { useLens, useLensLink, useQuery } from '@/ui/frame/lens';
import { StagePage } from '@/features/session/page-bar';
import { PLAIN_GROUNDS } from '@/features/components/specimen/specimen-panel';
import { StyleSheets } from './style-sheets';
import classes from './assets.module.css';

type Role = AssetRow['role'];
const ROLES: { value: Role; label: string; many: string }[] = [
  { value: 'icon', label: 'Icon', many: 'Icons' },
  { value: 'logo', label: 'Logo', many: 'Logos' },
  { value: 'picture', label: 'Picture', many: 'Pictures' },
];
/** Drawings in one colour stand on what shows them; what is light is looked at on dark. */
const INK = { dark: '#14181b', light: '#f6f8f9' };

/** Icons, logos and pictures: brought one by one or as a set, with versions for brands, and where they stand. */
export function AssetsPage() {
  const library = useLibrary();
  const lens = useLens(library.axes);
  const [query, setQuery] = useQuery();
  const search = query.get('search') ?? '';
  const view = useDocumentQuery('assets', { lens, search });
  const upload = useUpload(library.slug);
  const { put, refusal } = useStore();
  const [role, setRole] = useState<Role>('icon');
  const [brand, setBrand] = useState('');
  const choose = useRef<() => void>(null);
  const go = useGo();
  const link = useLensLink(library.axes);
  const { store } = useCommand();
  /** The icons that a component is to be made of; null: none is being made. */
  const [making, setMaking] = useState<string[] | null>(null);
  /** Whether a component is made of what is uploaded. */
  const [makesOne, setMakesOne] = useState(false);
  const backdrop = query.get('backdrop') ?? view?.backdrops[0]?.name ?? '#ffffff';
  if (!view) return <StagePage>{null}</StagePage>;
  const bring = async (dropped: File[]) => {
    const files: { name: string; body: Blob }[] = [];
    const sheets: { name: string; css: string }[] = [];
    for (const file of dropped) {
      if (/\.css$/i.test(file.name)) {
        sheets.push({ name: file.name, css: await file.text() });
        continue;
      }
      if (!/\.zip$/i.test(file.name)) {
        const path = (file as File & { path?: string }).path ?? file.name;
        files.push({ name: path.replace(/^\.?\//, ''), body: file });
        continue;
      }
      const found = filesOfArchive(file.name, new Uint8Array(await file.arrayBuffer()));
      if ('problem' in found) upload.report(file.name, `${found.problem}. ${found.fix}.`);
      else
        for (const one of found.files)
          if (/\.(svg|png|jpe?g|gif|webp)$/i.test(one.name))
            files.push({ name: one.name, body: new Blob([one.bytes as BlobPart]) });
    }
    if (sheets.length > 0 && !(await put('putStyleSheets', { sheets }))) return;
    const stored = files.length > 0 ? await upload.send(files, role) : [];
    if (stored.length === 0) return;
    const added = stored.filter(({ font }) => font === null);
    const nameOf = (file: string) => iconNameOf(file.replace(/\.(png|jpe?g|gif|webp)$/i, '.svg')).name;
    const isAdded = await put('addAssets', {
      brand: brand || null,
      files: added.map(({ file, hash, mediaType, size, svg }) => ({
        name: nameOf(file),
        role,
        file: file.split('/').at(-1)!,
        hash,
        mediaType,
        size,
        ...(svg !== undefined && { svg }),
      })),
    });
    if (isAdded && makesOne && role === 'icon')
      setMaking([...new Set(added.map(({ file }) => nameOf(file)))]);
  };
  const css = view.backdrops.find(({ name }) => name === backdrop)?.css ?? backdrop;
  return (
    <StagePage
      tools={
        <>
          <TextInput
            aria-label="Search assets"
            placeholder="Search assets"
            w={200}
            value={search}
            onChange={(event) => setQuery({ search: event.currentTarget.value })}
          />
          <Select
            aria-label="Backdrop"
            w={190}
            allowDeselect={false}
            value={backdrop}
            data={[...view.backdrops.map(({ name }) => name), ...PLAIN_GROUNDS]}
            onChange={(value) => setQuery({ backdrop: value })}
          />
        </>
      }
    >
      <UploadState upload={upload} />
      <Refused refusal={refusal} />
      {view.canEdit && (
        <Dropzone
          openRef={choose}
          onDrop={(files) => void bring(files)}
          className={classes.drop}
          inputProps={{ 'aria-label': 'Asset files' }}
          activateOnClick={false}
          activateOnKeyboard={false}
          tabIndex={-1}
        >
          <Group gap="sm" justify="center" style={{ pointerEvents: 'auto' }}>
            <Text size="sm">
              Drop drawings, pictures or style sheets, a folder or a ZIP. Each drawing becomes
            </Text>
            <Select
              aria-label="Import as"
              w={110}
              allowDeselect={false}
              data={ROLES}
              value={role}
              onChange={(value) => setRole((value ?? 'icon') as Role)}
            />
            <Select
              aria-label="Brand"
              w={150}
              allowDeselect={false}
              data={[
                { value: '', label: 'All brands' },
                ...view.brands.map((name) => ({ value: name, label: `Brand ${name}` })),
              ]}
              value={brand}
              onChange={(value) => setBrand(value ?? '')}
            />
            <Button onClick={() => choose.current?.()}>Upload files</Button>
            {role === 'icon' && (
              <Checkbox
                label="Create an icon component"
                checked={makesOne}
                onChange={(event) => setMakesOne(event.currentTarget.checked)}
              />
            )}
          </Group>
        </Dropzone>
      )}
      {making && (
        <OneField
          title={`Create icon component of ${counted(making.length, 'icon')}`}
          label="Name"
          value="icon-set"
          act="Create component"
          store={async (name) => {
            const refused = await store('addIconComponent', { name, icons: making });
            if (!refused) go(link(`/libraries/${library.slug}/components/${name}`));
            return refused;
          }}
          close={() => setMaking(null)}
        />
      )}
      <StyleSheets sheets={view.sheets} canEdit={view.canEdit} />
      {view.rows.length === 0 && (
        <Text p="lg" c="dimmed">
          {view.all === 0
            ? 'No icons, logos or pictures yet. Upload an SVG file, or a whole set as a ZIP archive.'
            : `No asset matches “${search}”. The library has ${counted(view.all, 'asset')}.`}
        </Text>
      )}
      {ROLES.map(({ value, many }) => {
        const rows = view.rows.filter((row) => row.role === value);
        if (rows.length === 0) return null;
        return (
          <section key={value} className={classes.role}>
            <Group justify="space-between">
              <h2>
                {many} <small>{rows.length}</small>
              </h2>
              {value === 'icon' && view.canEdit && (
                <Button
                  size="compact-sm"
                  variant="default"
                  onClick={() => setMaking(rows.map(({ name }) => name))}
                >
                  Create icon component …
                </Button>
              )}
            </Group>
            <div className={classes.grid}>
              {rows.map((row) => (
                <AssetCard
                  key={row.id}
                  row={row}
                  backdrop={css}
                  others={rows}
                  canEdit={view.canEdit && row.own}
                />
              ))}
            </div>
          </section>
        );
      })}
    </StagePage>
  );
}

function AssetCard({
  row,
  backdrop,
  others,
  canEdit,
}: {
  row: AssetRow;
  backdrop: string;
  others: AssetRow[];
  canEdit: boolean;
}) {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  const { put, refusal } = useStore();
  const { store } = useCommand();
  const [doing, setDoing] = useState<'rename' | 'replace' | null>(null);
  const [removing, setRemoving] = useState<string | null>(null);
  const [text, setText] = useState(row.name);
  return (
    <article className={classes.card} id={`asset-${row.name}`} data-asset={row.name}>
      <div className={classes.stage} style={{ background: backdrop }} data-specimen>
        {row.versions.map((version) => (
          <figure key={version.id}>
            <Drawing version={version} name={row.name} backdrop={backdrop} />
            <figcaption className="visually-hidden">
              {version.brand ?? 'All brands'} {version.area}
            </figcaption>
          </figure>
        ))}
      </div>
      <div className={classes.caption}>
        <Group justify="space-between" wrap="nowrap" gap={4}>
          <b className="path">{row.name}</b>
          {canEdit && (
            <Menu position="bottom-end">
              <Menu.Target>
                <ActionIcon variant="subtle" size="sm" color="gray" aria-label={`Actions for ${row.name}`}>
                  <IconDots size={14} />
                </ActionIcon>
              </Menu.Target>
              <Menu.Dropdown>
                <Menu.Item onClick={() => setDoing('rename')}>Rename</Menu.Item>
                {row.uses.length > 0 && (
                  <Menu.Item onClick={() => setDoing('replace')}>Replace where it is used</Menu.Item>
                )}
                {row.versions.map((version) => (
                  <Menu.Item
                    key={version.id}
                    color="red"
                    onClick={() =>
                      // Another version stands in for it; with the last one the asset goes.
                      row.versions.length === 1 && row.uses.length > 0
                        ? setRemoving(version.id)
                        : void put('removeAssetFile', { asset: row.name, file: version.id })
                    }
                  >
                    Remove {version.file}
                  </Menu.Item>
                ))}
              </Menu.Dropdown>
            </Menu>
          )}
        </Group>
        <small>
          {row.versions
            .map(({ area, brand, mediaType }) =>
              [area ?? mediaType.replace('image/', ''), brand].filter(Boolean).join(' '),
            )
            .join(', ')}
          {row.uses.length > 0 ? ` · ${counted(row.uses.length, 'use')}` : ''}
        </small>
        {row.uses.slice(0, 3).map((use, i) => (
          <small key={i}>
            <PageLink href={link(use.href)}>{use.title}</PageLink> {use.place}
          </small>
        ))}
        <Refused refusal={refusal} />
      </div>
      {removing !== null && (
        <RemovalDialog
          title={row.name}
          removed={{ kind: 'asset', name: row.name }}
          close={() => setRemoving(null)}
          remove={async (replacement) => {
            const refused = await store('removeAssetFile', {
              asset: row.name,
              file: removing,
              replacement,
              leave: true,
            });
            if (!refused) setRemoving(null);
            return refused;
          }}
        />
      )}
      <Dialog
        opened={doing !== null}
        onClose={() => setDoing(null)}
        title={doing === 'rename' ? `Rename ${row.name}` : `Replace ${row.name}`}
      >
        <form
          onSubmit={async (event) => {
            event.preventDefault();
            const done =
              doing === 'rename'
                ? await put('renameAsset', { asset: row.name, name: text.trim() })
                : await put('replaceAsset', { from: row.name, to: text });
            if (done) setDoing(null);
          }}
        >
          <Stack>
            {doing === 'rename' ? (
              <TextInput
                label="Name"
                value={text}
                data-autofocus
                error={refusalText(refusal)}
                onChange={(event) => setText(event.currentTarget.value)}
              />
            ) : (
              <Select
                label="Replacement"
                searchable
                data={others.flatMap(({ name }) => (name === row.name ? [] : [name]))}
                error={refusalText(refusal)}
                onChange={(value) => setText(value ?? '')}
              />
            )}
            <DialogFoot close={() => setDoing(null)}>
              <Button type="submit">{doing === 'rename' ? 'Rename' : 'Replace'}</Button>
            </DialogFoot>
          </Stack>
        </form>
      </Dialog>
    </article>
  );
}

/** A drawing as a picture, in which nothing runs; in one colour, in the ink that shows on its ground. */
function Drawing({
  version,
  name,
  backdrop,
}: {
  version: AssetRow['versions'][number];
  name: string;
  backdrop: string;
}) {
  const address = useMemo(
    () =>
      version.svg === null
        ? `/api/v1/files/${version.hash}`
        : drawingAddress(version.svg, isDark(backdrop) ? INK.light : INK.dark),
    [version, backdrop],
  );
  const side = version.svg === null ? undefined : Math.min(version.area ?? 24, 96);
  return (
    <img
      src={address}
      alt={`${name}${version.area ? ` at ${version.area}` : ''}`}
      style={{ height: side, maxHeight: 96 }}
    />
  );
}

/** Whether a ground is dark, judged as CSS gives it; what cannot be read counts as light. */
function isDark(css: string): boolean {
  const found = /^#([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})/i.exec(css);
  if (!found) return false;
  const [red, green, blue] = found.slice(1).map((pair) => Number.parseInt(pair, 16));
  return red! * 0.2126 + green! * 0.7152 + blue! * 0.0722 < 110;
}
