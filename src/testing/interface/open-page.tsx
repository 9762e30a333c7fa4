import { MantineProvider } from '@mantine/core';
import { Notifications } from '@mantine/notifications';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import type { Document } from '@/core/document/item';
import { LibraryShell } from '@/features/session/library-shell';
import { WorkProvider } from '@/features/session/work';
import type { Me } from '@/ui/frame/types';
import { theme } from '@/ui/theme/theme';
import { demo, opened } from '../library';
import { local } from './local-client';

const me: Me = {
  person: { id: 'p', name: 'Pat', about: '', administrator: true },
  teams: [{ name: 'T', role: 'maintainer' }],
  unread: 0,
  workspace: { widths: [400, 800, 1200] },
};

/** Draws a page of the demo library in its whole frame, as a maintainer has it at this address. */
export async function openPage(
  page: ReactNode,
  path: string,
  document: Document = demo(),
  role = 'maintainer',
) {
  local.library = opened(document, document, { role });
  local.stored = [];
  local.broken = undefined;
  window.history.replaceState(null, '', `/libraries/keel/${path}`);
  const user = userEvent.setup({ pointerEventsCheck: 0, delay: null });
  const drawn = render(
    <MantineProvider theme={theme} env="test">
      <Notifications />
      <WorkProvider me={me} documents={[]}>
        <LibraryShell slug="keel">{page}</LibraryShell>
      </WorkProvider>
    </MantineProvider>,
  );
  await screen.findByRole('main');
  return { user, ...drawn };
}

/** The labels of the change sets stored so far. */
export const storedLabels = (): string[] => local.stored.map(({ label }) => label);
