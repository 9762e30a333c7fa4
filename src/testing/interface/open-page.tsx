import { MantineProvider } from '@mantine/core';
import { Notifications } from '@mantine/notifications';
import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import type { Document } from '@/core/document/item';
import type { OpenProduct } from '@/editing/session/open-product';
import type { LibrarySnapshot, OpenLibrary, Surroundings } from '@/editing/session/open-library';
import { LibraryShell } from '@/features/session/library-shell';
import { ProductShell } from '@/features/session/product-shell';
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

/** A library as it is opened first: what one test has had worked out of it holds in the next. */
function openedAs(document: Document, role: string): OpenLibrary {
  if (last?.document !== document || last.role !== role)
    last = { document, role, library: opened(document, document, { role }) };
  return last.library;
}
let last: { document: Document; role: string; library: OpenLibrary } | undefined;

/** Draws a page of the demo library in its whole frame, as a maintainer has it at this address. */
export async function openPage(
  page: ReactNode,
  path: string,
  library:
    | Document
    | {
        released: Document;
        present: Document;
        more?: Partial<LibrarySnapshot>;
        parents?: Surroundings['parents'];
      } = demo(),
  role = 'maintainer',
) {
  local.library =
    'items' in library
      ? openedAs(library, role)
      : opened(library.released, library.present, { role, ...library.more });
  if ('parents' in library) Object.assign(local.library.surroundings, { parents: library.parents });
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

/** Draws a page of a product in its whole frame. */
export async function openProductPage(page: ReactNode, path: string, product: OpenProduct) {
  local.product = product;
  local.stored = [];
  window.history.replaceState(null, '', `/products/${product.snapshot.document.slug}${path}`);
  const user = userEvent.setup({ pointerEventsCheck: 0, delay: null });
  const drawn = render(
    <MantineProvider theme={theme} env="test">
      <Notifications />
      <WorkProvider me={me} documents={[]}>
        <ProductShell slug={product.snapshot.document.slug}>{page}</ProductShell>
      </WorkProvider>
    </MantineProvider>,
  );
  await screen.findByRole('main');
  await waitFor(() => expect(screen.queryByRole('status', { name: /^(Opening|Loading)/ })).toBeNull());
  return { user, ...drawn };
}

/** A server that answers each request by the function; what it was asked is kept. */
export function serve(
  answer: (path: string, body: unknown, method: string) => { status?: number; body: unknown },
) {
  const asked: { method: string; path: string; body: unknown }[] = [];
  /** As much of a browser's as `sendFile` uses. */
  class Sent {
    upload: { onprogress?: (event: { loaded: number; total: number }) => void } = {};
    onload?: () => void;
    status = 0;
    responseText = '';
    private path = '';
    open = (_method: string, address: string) => void (this.path = address.replace('/api/v1', ''));
    setRequestHeader = () => {};
    send(body: Blob) {
      asked.push({ method: 'POST', path: this.path, body });
      const { status = 200, body: said } = answer(this.path, body, 'POST');
      this.upload.onprogress?.({ loaded: body.size, total: body.size });
      Object.assign(this, { status, responseText: JSON.stringify(said) });
      setTimeout(() => this.onload?.());
    }
  }
  Object.assign(globalThis, { XMLHttpRequest: Sent });
  Object.assign(globalThis, {
    fetch: async (address: string, init: RequestInit = {}) => {
      const path = address.replace('/api/v1', '');
      const body: unknown = typeof init.body === 'string' ? JSON.parse(init.body) : init.body;
      const method = init.method ?? 'GET';
      asked.push({ method, path, body });
      const { status = 200, body: said } = answer(path, body, method);
      return { ok: status < 400, status, json: async () => said };
    },
  });
  return asked;
}

/** The labels of the change sets stored so far. */
export const storedLabels = (): string[] => local.stored.map(({ label }) => label);
