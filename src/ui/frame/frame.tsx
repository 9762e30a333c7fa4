'use client';

import {
  ActionIcon,
  Button,
  Indicator,
  Kbd,
  Menu,
  Table,
  Tooltip,
  useMantineColorScheme,
} from '@mantine/core';
import { Dialog } from '../dialog';
import { useDisclosure, useHotkeys } from '@mantine/hooks';
import { Spotlight, spotlight, type SpotlightActionGroupData } from '@mantine/spotlight';
import {
  IconArrowBackUp,
  IconArrowForwardUp,
  IconChevronDown,
  IconInbox,
  IconMoonStars,
  IconSearch,
  IconUser,
} from '@tabler/icons-react';
import { PageLink } from '@/ui/page-link';
import { usePathname, useRouter } from 'next/navigation';
import { Fragment, useEffect, useState, type ReactNode } from 'react';
import { noteArrival, noteLink } from './leaving';
import { fieldOf, useKeys } from '../use-keys';
import classes from './frame.module.css';
import { LensBar, useLensLink, TraceBar, useSeen, VisionFilters, type LensAxis } from './lens';
import { StageNav, type FrameStage } from './stage-nav';
import type { DocumentEntry, Me } from './types';

interface Destination {
  title: string;
  kind: string;
  href: string;
  /** Of a colour, its CSS text. */
  css?: string;
}

export interface FrameProps {
  me: Me;
  documents: DocumentEntry[];
  title: string;
  /** What there is to know at a glance, each a link to where it comes from. */
  state?: readonly { text: string; href: string; level?: 'error' | 'warning' | 'note' }[];
  lineage?: string;
  stages: readonly FrameStage[];
  axes: readonly LensAxis[];
  /** What can be gone to by name. */
  find?: () => Promise<Destination[]>;
  /** Pages to go to and things to do, offered by the search too. */
  commands?: readonly Destination[];
  undo?: { undo: string | null; redo: string | null; run: (redo: boolean) => void };
  children: ReactNode;
}

const NO_AXES: readonly LensAxis[] = [];
const NOTHING: readonly Destination[] = [];

/** The frame around every page: where one is, the stages of the work, the lens, search, inbox, oneself. */
export function Frame({
  me,
  documents,
  title,
  state,
  lineage,
  stages,
  axes,
  find,
  commands = NOTHING,
  undo,
  children,
}: FrameProps) {
  const router = useRouter();
  const seen = useSeen();
  const link = useLensLink(axes ?? NO_AXES);
  const { toggleColorScheme } = useMantineColorScheme();
  const [found, setFound] = useState<Destination[]>([]);
  // Asked for when the search opens, not with every change: there may be thousands.
  const look = () => void find?.().then(setFound);
  // Before the router hears it.
  useEffect(() => {
    document.addEventListener('click', noteLink, true);
    return () => document.removeEventListener('click', noteLink, true);
  }, []);
  const pathname = usePathname();
  useEffect(noteArrival, [pathname]);
  const [helping, help] = useDisclosure(false);
  // In a field, Ctrl+Z is for the text while it is typed, and for the change once the field has saved.
  const unlessTyping = (redo: boolean) => (event: KeyboardEvent) => {
    const field = fieldOf(event.target);
    if (field && !field.matches('[data-saved]')) return;
    event.preventDefault();
    if (redo ? undo?.redo : undo?.undo) undo!.run(redo);
  };
  useHotkeys(
    [
      ['mod+Z', unlessTyping(false), { preventDefault: false }],
      ['mod+shift+Z', unlessTyping(true), { preventDefault: false }],
    ],
    [],
  );
  useKeys([
    ['/', () => spotlight.open()],
    ['?', () => help.open()],
    ['shift+?', () => help.open()],
  ]);
  // These are no text, and hold while one types too.
  useHotkeys(
    [
      ['mod+K', () => spotlight.open()],
      ...stages.map((stage, i): [string, () => void] => [
        `alt+${i + 1}`,
        () => router.push(link(stage.href)),
      ]),
    ],
    [],
  );
  const signOut = async () => {
    await fetch('/api/v1/session', { method: 'DELETE' });
    window.location.href = '/sign-in';
  };
  const group = (label: string, destinations: readonly Destination[]): SpotlightActionGroupData => ({
    group: label,
    actions: destinations.map(({ title: name, kind, href, css }) => ({
      id: `${kind} ${href} ${name}`,
      label: name,
      ...(kind !== 'command' && kind !== 'page' && { description: kind }),
      ...(css && {
        leftSection: <span className={classes.found} data-specimen style={{ background: css }} aria-hidden />,
      }),
      onClick: () => router.push(link(href)),
    })),
  });
  const actions = [
    group(
      'Commands',
      commands.filter(({ kind }) => kind === 'command'),
    ),
    group(
      'Pages',
      commands.filter(({ kind }) => kind !== 'command'),
    ),
    group('In this library', found),
    group(
      'Libraries and products',
      documents.map((entry) => ({ title: entry.name, kind: entry.kind, href: hrefOf(entry) })),
    ),
  ].filter(({ actions: some }) => some.length > 0);
  return (
    <>
      <a className={classes.skip} href="#content">
        Skip to content
      </a>
      <header className={classes.bar}>
        <div className={classes.stages}>
          <div className={classes.where}>
            <Menu position="bottom-start" width={300}>
              <Menu.Target>
                <button
                  type="button"
                  className={classes.name}
                  aria-label={`${title}: open another library or product`}
                >
                  {title}
                  <IconChevronDown size={14} aria-hidden />
                </button>
              </Menu.Target>
              <Menu.Dropdown>
                {(['library', 'product'] as const).map((kind) => (
                  <div key={kind}>
                    <Menu.Label>{kind === 'library' ? 'Libraries' : 'Products'}</Menu.Label>
                    {documents
                      .filter((entry) => entry.kind === kind)
                      .map((entry) => (
                        <Menu.Item
                          key={entry.slug}
                          component={PageLink}
                          href={hrefOf(entry)}
                          rightSection={
                            <span style={{ fontSize: 12, color: 'var(--mantine-color-dimmed)' }}>
                              {entry.version ?? entry.pins[0] ?? ''}
                            </span>
                          }
                        >
                          {entry.name}
                        </Menu.Item>
                      ))}
                  </div>
                ))}
                <Menu.Divider />
                <Menu.Item component={PageLink} href="/">
                  All libraries and products
                </Menu.Item>
              </Menu.Dropdown>
            </Menu>
            {lineage || (state && state.length > 0) ? (
              <span className={classes.state}>
                {lineage ? <span>{lineage} · </span> : null}
                {state?.map((one, i) => (
                  <Fragment key={one.text}>
                    {i > 0 ? ' · ' : ''}
                    <PageLink href={link(one.href)} data-level={one.level}>
                      {one.text}
                    </PageLink>
                  </Fragment>
                ))}
              </span>
            ) : null}
          </div>
          <StageNav stages={stages} link={link} />
          <div className={classes.tools}>
            {undo ? (
              <>
                <Tooltip label={undo.undo ? `Undo: ${undo.undo}` : 'Nothing to undo'}>
                  <ActionIcon
                    variant="subtle"
                    color="gray"
                    aria-label={undo.undo ? `Undo: ${undo.undo}` : 'Undo'}
                    disabled={!undo.undo}
                    onClick={() => undo.run(false)}
                  >
                    <IconArrowBackUp size={17} />
                  </ActionIcon>
                </Tooltip>
                <Tooltip label={undo.redo ? `Redo: ${undo.redo.replace(/^Undo: /, '')}` : 'Nothing to redo'}>
                  <ActionIcon
                    variant="subtle"
                    color="gray"
                    aria-label={undo.redo ? `Redo: ${undo.redo.replace(/^Undo: /, '')}` : 'Redo'}
                    disabled={!undo.redo}
                    onClick={() => undo.run(true)}
                  >
                    <IconArrowForwardUp size={17} />
                  </ActionIcon>
                </Tooltip>
              </>
            ) : null}
            <Button
              variant="default"
              leftSection={<IconSearch size={14} aria-hidden />}
              rightSection={<Kbd size="xs">/</Kbd>}
              onClick={() => spotlight.open()}
            >
              Search
            </Button>
            <Indicator disabled={me.unread === 0} label={me.unread} size={15} offset={4}>
              <ActionIcon
                component={PageLink}
                href="/inbox"
                variant="subtle"
                color="gray"
                aria-label={me.unread > 0 ? `Inbox, ${me.unread} unread` : 'Inbox'}
              >
                <IconInbox size={18} />
              </ActionIcon>
            </Indicator>
            <Menu position="bottom-end" width={230}>
              <Menu.Target>
                <ActionIcon
                  variant="subtle"
                  color="gray"
                  aria-label={`${me.person.name}: settings and signing out`}
                >
                  <IconUser size={18} />
                </ActionIcon>
              </Menu.Target>
              <Menu.Dropdown>
                <Menu.Label>
                  {me.person.name}
                  {me.teams.map((team) => (
                    <div key={team.name}>
                      {team.role} in {team.name}
                    </div>
                  ))}
                </Menu.Label>
                <Menu.Item component={PageLink} href="/account">
                  Account
                </Menu.Item>
                <Menu.Item component={PageLink} href="/people">
                  People
                </Menu.Item>
                <Menu.Item component={PageLink} href="/jobs">
                  Jobs
                </Menu.Item>
                <Menu.Item leftSection={<IconMoonStars size={15} />} onClick={() => toggleColorScheme()}>
                  Light or dark
                </Menu.Item>
                <Menu.Item onClick={help.open}>Keyboard shortcuts</Menu.Item>
                <Menu.Item onClick={() => void signOut()}>Sign out</Menu.Item>
              </Menu.Dropdown>
            </Menu>
          </div>
        </div>
        <LensBar axes={axes} />
        <TraceBar />
      </header>
      <VisionFilters />
      <main className={classes.page} id="content" tabIndex={-1} style={{ filter: seen }}>
        {children}
      </main>
      <Spotlight
        actions={actions}
        onSpotlightOpen={look}
        limit={14}
        scrollable
        maxHeight={480}
        highlightQuery
        nothingFound="No matches"
        searchProps={{
          'aria-label': 'Search tokens, components, guides, pages and commands',
          placeholder: 'Search tokens, components, guides, pages and commands',
        }}
        shortcut={null}
        returnFocus={false}
      />
      <Dialog opened={helping} onClose={help.close} title="Keyboard shortcuts">
        <Table>
          <Table.Tbody>
            {[
              ['/ or Ctrl K', 'Search and go'],
              ['Alt 1 … Alt 8', 'Go to a stage'],
              ['Ctrl Z', 'Undo your last change'],
              ['Ctrl Shift Z', 'Redo'],
              ['↑ ↓', 'Next or previous token while a token is open'],
              ['N', 'Add a rule, on a component'],
              ['↑ ↓ ← →', 'Go through a list or grid; through the rules and values of a component'],
              ['Alt ↑, Alt ↓', 'Move the token, component or block that has focus'],
              ['Escape', 'Close the token; cancel editing a value'],
              ['Enter', 'Save a value'],
              ['?', 'Show keyboard shortcuts'],
            ].map(([key, meaning]) => (
              <Table.Tr key={key}>
                <Table.Td>
                  <Kbd>{key}</Kbd>
                </Table.Td>
                <Table.Td>{meaning}</Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      </Dialog>
    </>
  );
}

export function hrefOf(entry: Pick<DocumentEntry, 'kind' | 'slug'>): string {
  return entry.kind === 'library' ? `/libraries/${entry.slug}/tokens` : `/products/${entry.slug}`;
}
