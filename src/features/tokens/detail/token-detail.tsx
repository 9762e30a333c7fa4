'use client';

import { counted } from '@/core/base/words';
import {
  ActionIcon,
  Button,
  CloseButton,
  CopyButton,
  Group,
  Menu,
  Stack,
  Text,
  Textarea,
  Tooltip,
} from '@mantine/core';
import { useDisclosure } from '@mantine/hooks';
import { IconArrowUpRight, IconDots, IconX } from '@tabler/icons-react';
import { PageLink } from '@/ui/page-link';
import { useEffect, useRef, useState } from 'react';
import type { TokenView } from '@/editing/tokens/queries/token';
import { useCommand, useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { useBeside, useLens, useLensLink } from '@/ui/frame/lens';
import { SAMPLE, shortValue, Specimen } from '@/ui/specimen/swatch';
import { Prose } from '@/ui/markdown';
import { LogSince } from '@/ui/log-since';
import { DeprecateToken, ExtractValue, RemoveToken, RenameToken } from './token-dialogs';
import { Extras } from './token-extras';
import { UnderContexts } from './under-contexts';
import { ValueField } from './value-field';
import classes from '../tokens.module.css';

/** One token: its value and why it has it, what hangs on it, what is wrong with it, and who changed it. */
export function TokenDetail({
  path,
  onClose,
  onGo,
  onMoved,
}: {
  path: string;
  onClose: () => void;
  onGo: (path: string) => void;
  onMoved: (path: string) => void;
}) {
  const library = useLibrary();
  const lens = useLens(library.axes);
  const beside = useBeside(library.axes);
  const view = useDocumentQuery('token', { path, lens });
  const link = useLensLink(library.axes);
  const { run } = useCommand();
  const panel = useRef<HTMLElement>(null);
  const [renaming, rename] = useDisclosure(false);
  const [removing, remove] = useDisclosure(false);
  const [deprecating, deprecate] = useDisclosure(false);
  const [layer, setLayer] = useState<string | null>(null);
  const [promoting, setPromoting] = useState<{ layer: string; label: string } | null>(null);
  const shown = view?.path;
  useEffect(() => {
    panel.current?.focus({ preventScroll: true });
    panel.current?.scrollTo(0, 0);
  }, [shown]);
  if (view === null) {
    return (
      <aside className={classes.detail}>
        <Text fw={600}>There is no token {path}.</Text>
        <Text c="dimmed" size="sm" mb="sm">
          It may have been renamed or removed; see the history of the draft.
        </Text>
        <Button variant="default" onClick={onClose}>
          All tokens
        </Button>
      </aside>
    );
  }
  if (!view || (view.path !== path && view.id === '')) return <aside className={classes.detail} aria-busy />;
  /** What draws components outlines the token there. */
  const traced = (href: string) =>
    link(
      /\/(components|products)\b/.test(href)
        ? `${href}${href.includes('?') ? '&' : '?'}trace=${encodeURIComponent(view.path)}`
        : href,
    );
  const started = view.silent.find((one) => one.layer === layer);
  return (
    <aside className={classes.detail} ref={panel} tabIndex={-1} aria-label={`Token ${view.path}`}>
      <div className={classes.detailHead}>
        <Big view={view} />
        <div style={{ flex: 1, minWidth: 0 }}>
          <Text component="h2" fw={640} size="lg" style={{ overflowWrap: 'anywhere', lineHeight: 1.25 }}>
            {view.path}
          </Text>
          <Text size="sm" c="dimmed">
            {view.tier} {view.type}
            {view.origin ? ` · inherited from ${view.origin}` : ''}
            {view.deprecation ? ' · deprecated' : ''}
            {view.internal ? ' · internal' : ''}
          </Text>
          <Text ff="monospace" size="sm" style={{ overflowWrap: 'anywhere' }} data-testid="resolved">
            {shortValue(view.css)}
          </Text>
          {view.css !== '' && (
            <CopyButton value={`${view.path}: ${view.css}`}>
              {({ copied, copy }) => (
                <Button size="compact-xs" variant="subtle" ml={-8} onClick={copy}>
                  {copied ? 'Copied' : 'Copy name and value'}
                </Button>
              )}
            </CopyButton>
          )}
        </div>
        {view.canEdit && !view.origin && (
          <Menu position="bottom-end">
            <Menu.Target>
              <ActionIcon variant="subtle" color="gray" aria-label="Actions for this token">
                <IconDots size={16} />
              </ActionIcon>
            </Menu.Target>
            <Menu.Dropdown>
              <Menu.Item onClick={rename.open}>Rename or move</Menu.Item>
              <Menu.Item
                onClick={() =>
                  void run('setLifecycle', {
                    paths: [view.path],
                    visibility: view.internal ? 'released' : 'internal',
                  })
                }
              >
                {view.internal ? 'Include in releases' : 'Make internal'}
              </Menu.Item>
              <Menu.Item onClick={deprecate.open}>{view.deprecation ? 'Undeprecate' : 'Deprecate'}</Menu.Item>
              <Menu.Item color="red" onClick={remove.open}>
                Remove
              </Menu.Item>
            </Menu.Dropdown>
          </Menu>
        )}
        <CloseButton aria-label="Close" onClick={onClose} />
      </div>
      {view.deprecation && view.deprecation !== 'true' && (
        <div className={classes.finding}>
          Deprecated. {view.deprecation}.{view.replacement ? ` Use ${view.replacement}.` : ''}
          {view.retires ? ` To be removed on ${view.retires}.` : ''}
        </div>
      )}
      {view.findings.map((finding) => (
        <div key={finding.code + finding.message} className={classes.finding} data-level={finding.level}>
          {finding.message}. <span style={{ color: 'var(--mantine-color-dimmed)' }}>{finding.fix}.</span>
        </div>
      ))}

      <section className={classes.section}>
        <h3>Value</h3>
        {view.declarations.map((declaration) => (
          <div
            key={declaration.layer}
            className={`${classes.layerRow} ${declaration.wins ? classes.wins : ''}`}
          >
            <span title={declaration.wins ? 'Value in the current lens' : undefined}>
              {declaration.label}
            </span>
            {view.canEdit && declaration.own ? (
              <ValueField
                path={view.path}
                layer={declaration.layer}
                label={declaration.label}
                text={declaration.text}
                type={view.type}
              />
            ) : (
              <Text ff="monospace" size="xs" pt={6} style={{ overflowWrap: 'anywhere' }}>
                {declaration.text}
                {!declaration.own && (
                  <Text span size="xs" c="dimmed">
                    {' '}
                    from {declaration.from}
                  </Text>
                )}
              </Text>
            )}
            <span className={classes.rowActions}>
              {view.canEdit &&
                declaration.own &&
                declaration.text !== '' &&
                !declaration.text.startsWith('{') &&
                view.tier !== 'primitive' && (
                  <Tooltip label="Extract to a new token">
                    <ActionIcon
                      variant="subtle"
                      color="gray"
                      size="sm"
                      mt={4}
                      aria-label={`Extract the value under ${declaration.label} to a new token`}
                      onClick={() => setPromoting({ layer: declaration.layer, label: declaration.label })}
                    >
                      <IconArrowUpRight size={14} />
                    </ActionIcon>
                  </Tooltip>
                )}
              {view.canEdit && declaration.own && view.declarations.length > 1 && (
                <Tooltip label={`Clear value under ${declaration.label}`}>
                  <ActionIcon
                    variant="subtle"
                    color="gray"
                    size="sm"
                    mt={4}
                    aria-label={`Clear the value under ${declaration.label}`}
                    onClick={() => void run('removeOverride', { path: view.path, layer: declaration.layer })}
                  >
                    <IconX size={13} />
                  </ActionIcon>
                </Tooltip>
              )}
            </span>
          </div>
        ))}
        {view.canEdit && library.axes.length > 0 && <UnderContexts path={view.path} type={view.type} />}
        {started && (
          <div className={classes.layerRow}>
            <span>{started.label}</span>
            <ValueField
              path={view.path}
              layer={started.layer}
              label={started.label}
              text=""
              type={view.type}
            />
            <span />
          </div>
        )}
        {view.canEdit && view.silent.length > 0 && !started && (
          <Menu position="bottom-start">
            <Menu.Target>
              <Button variant="subtle" size="compact-xs" mt={4}>
                Set value in another layer
              </Button>
            </Menu.Target>
            <Menu.Dropdown>
              {view.silent.map((one) => (
                <Menu.Item key={one.layer} onClick={() => setLayer(one.layer)}>
                  {one.label}
                </Menu.Item>
              ))}
            </Menu.Dropdown>
          </Menu>
        )}
      </section>

      <section className={classes.section}>
        <h3>Provenance</h3>
        <p className="sentence" style={{ margin: 0 }} data-testid="provenance">
          {view.provenance.map((step, i) => (
            <span key={step.path}>
              {i === 0 ? (
                <>
                  <b className={classes.step}>{step.path}</b>{' '}
                </>
              ) : (
                <button
                  className={classes.step}
                  style={{
                    all: 'unset',
                    cursor: 'pointer',
                    textDecoration: 'underline',
                    fontFamily: 'var(--mantine-font-family-monospace)',
                    fontSize: 12,
                  }}
                  onClick={() => onGo(step.path)}
                >
                  {step.path}
                </button>
              )}
              {i > 0 ? ', which ' : ''}
              {i < view.provenance.length - 1 ? 'is an alias (layer ' : 'is set (layer '}
              {step.layer}
              {step.from && step.from !== library.name ? ` of ${step.from}` : ''}) to{' '}
              {i === view.provenance.length - 1 ? (
                <span className={classes.step}>{step.css || 'nothing that can be read'}</span>
              ) : null}
            </span>
          ))}
          .
        </p>
      </section>

      {beside.length > 1 ? <BesideValues path={path} lenses={beside} /> : null}
      {view.variants.length > 1 && (
        <section className={classes.section}>
          <h3>Other contexts</h3>
          {view.variants.map((variant) => (
            <Group key={variant.label} gap="sm" py={2} wrap="nowrap">
              <Specimen type={view.type} css={variant.css} path={view.path} />
              <Text size="sm" style={{ flex: 1 }}>
                {variant.label}
                {variant.current ? ' (current lens)' : variant.same ? ' · the same' : ''}
              </Text>
              <Text ff="monospace" size="xs" c="dimmed">
                {shortValue(variant.css)}
              </Text>
            </Group>
          ))}
        </section>
      )}

      {view.pairings.length > 0 && (
        <section className={classes.section}>
          <h3>Pairings</h3>
          {view.pairings.map((pairing) => (
            <div key={`${pairing.text} ${pairing.surface}`} className={classes.pair}>
              <span
                className={classes.letters}
                style={{ color: pairing.textCss, background: pairing.surfaceCss }}
                data-specimen
              >
                {SAMPLE}
              </span>
              <span>
                {pairing.text === view.path ? `on ${pairing.surface}` : `under ${pairing.text}`}
                <br />
                <Text span size="xs" c="dimmed">
                  lowest {pairing.worst} under {pairing.worstIn}
                </Text>
              </span>
              <Text size="sm" fw={600} c={pairing.passes ? undefined : 'var(--bad)'}>
                {pairing.ratio}{' '}
                <Text span size="xs">
                  {pairing.passes ? `of ${pairing.needs}` : `needs ${pairing.needs}`}
                </Text>
              </Text>
            </div>
          ))}
        </section>
      )}

      <section className={classes.section}>
        <div style={{ display: 'flex', justifyContent: 'space-between', alignItems: 'baseline' }}>
          <h3>Where it is used</h3>
          {view.uses.length > 0 && (
            <Button
              component={PageLink}
              size="compact-xs"
              variant="default"
              href={traced(`/libraries/${library.slug}/components`)}
              title="Outline where this token is used on components and screens"
            >
              Trace
            </Button>
          )}
        </div>
        <Text size="sm" data-testid="reach">
          {view.uses.length === 0
            ? 'No direct or indirect uses.'
            : `${counted(view.uses.length, 'direct use')}; a change reaches ${view.reachText}.`}
        </Text>
        <ul style={{ margin: '4px 0 0', paddingInlineStart: 18, fontSize: 13 }}>
          {view.uses.slice(0, 12).map((use, i) => (
            <li key={i}>
              <PageLink href={traced(use.href)}>{use.title}</PageLink>{' '}
              <span style={{ color: 'var(--mantine-color-dimmed)' }}>{use.place}</span>
            </li>
          ))}
          {view.uses.length > 12 && <li>and {view.uses.length - 12} more</li>}
        </ul>
        {view.reached.some((one) => one.steps > 1) && (
          <>
            <Text size="xs" c="dimmed" mt={8}>
              Indirect uses
            </Text>
            <ul style={{ margin: '2px 0 0', paddingInlineStart: 18, fontSize: 13 }}>
              {view.reached
                .filter((one) => one.steps > 1)
                .slice(0, 12)
                .map((one) => (
                  <li key={one.id}>
                    <PageLink href={traced(one.href)}>{one.title}</PageLink>{' '}
                    <span style={{ color: 'var(--mantine-color-dimmed)' }}>
                      {one.inside ? `in ${one.inside}` : one.kind}
                    </span>
                  </li>
                ))}
            </ul>
          </>
        )}
      </section>

      {view.canEdit && !view.origin && <Extras view={view} />}

      <Describe view={view} />

      <section className={classes.section}>
        <h3>History</h3>
        {view.history.length === 0 && library.logSince === null && (
          <Text size="sm">No edits in this draft yet.</Text>
        )}
        <ul style={{ margin: 0, paddingInlineStart: 18, fontSize: 13 }}>
          {view.history.slice(0, 8).map((entry) => (
            <li key={entry.sequence}>
              {entry.label}{' '}
              <span style={{ color: 'var(--mantine-color-dimmed)' }}>
                by {entry.author},{' '}
                {new Date(entry.at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
              </span>
            </li>
          ))}
        </ul>
        <LogSince at={library.logSince} />
      </section>
      <RenameToken opened={renaming} close={rename.close} view={view} onMoved={onMoved} />
      <DeprecateToken opened={deprecating} close={deprecate.close} view={view} lens={lens} />
      <RemoveToken opened={removing} close={remove.close} view={view} onGone={onClose} />
      <ExtractValue place={promoting} close={() => setPromoting(null)} view={view} />
    </aside>
  );
}

function Big({ view }: { view: TokenView }) {
  if (view.type === 'color' && typeof view.css === 'string')
    return <span className={classes.big} style={{ background: view.css }} data-specimen />;
  return (
    <span className={classes.big} data-specimen>
      <span style={{ transform: 'scale(1.8)' }}>
        <Specimen type={view.type} css={view.css} path={view.path} />
      </span>
    </span>
  );
}

function BesideValues({
  path,
  lenses,
}: {
  path: string;
  lenses: { label: string; lens: Record<string, string> }[];
}) {
  return (
    <section className={classes.section}>
      <h3>Side by side</h3>
      <Group gap="lg" align="start">
        {lenses.map(({ label, lens }) => (
          <BesideValue key={label} path={path} label={label} lens={lens} />
        ))}
      </Group>
    </section>
  );
}

function BesideValue({ path, label, lens }: { path: string; label: string; lens: Record<string, string> }) {
  const view = useDocumentQuery('token', { path, lens });
  return (
    <Stack gap={4}>
      <Text size="xs" c="dimmed">
        {label}
      </Text>
      {view ? <Big view={view} /> : null}
      <Text ff="monospace" size="xs">
        {view ? shortValue(view.css) : ''}
      </Text>
    </Stack>
  );
}

function Describe({ view }: { view: TokenView }) {
  const { run } = useCommand();
  const [text, setText] = useState<string | null>(null);
  useEffect(() => setText(null), [view.path]);
  const editable = view.canEdit && !view.origin;
  const finish = () => {
    if (text !== null && text !== view.description)
      void run('setMember', { path: view.path, member: '$description', text });
    setText(null);
  };
  return (
    <section className={classes.section}>
      <div style={{ display: 'flex', justifyContent: 'space-between', alignItems: 'baseline' }}>
        <h3>Description</h3>
        {editable && text === null && (
          <Button size="compact-xs" variant="default" onClick={() => setText(view.description)}>
            {view.description ? 'Edit' : 'Add description'}
          </Button>
        )}
      </div>
      {text !== null ? (
        <Textarea
          aria-label="Description"
          placeholder="What the token is for, and what it is not for"
          description="Markdown. Press Ctrl+Enter to save, Escape to cancel."
          inputWrapperOrder={['input', 'description']}
          autoFocus
          autosize
          minRows={3}
          maxRows={14}
          value={text}
          onChange={(event) => setText(event.currentTarget.value)}
          onBlur={finish}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) finish();
            if (event.key === 'Escape') {
              event.stopPropagation();
              setText(null);
            }
          }}
        />
      ) : view.description ? (
        <div className={classes.prose}>
          <Prose>{view.description}</Prose>
        </div>
      ) : (
        <Text size="sm" c="dimmed">
          No description.
        </Text>
      )}
    </section>
  );
}
