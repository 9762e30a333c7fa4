'use client';

import { notifications } from '@mantine/notifications';
import type { Connection } from '@/api/document-protocol';
import { counted } from '@/core/base/words';

/** Short gaps, as when a program is started anew, are not worth a word while nothing waits for them. */
const PATIENCE = 1500;
const ID = 'connection';

const away = new Map<object, Connection>();
let shown = false;
let timer: ReturnType<typeof setTimeout> | undefined;

/** Remembers how a document of this page stands with the server, and says so for as long as it is cut off. */
export function noteConnection(document: object, connection: Connection): void {
  if (connection.state === 'online') away.delete(document);
  else away.set(document, connection);
  clearTimeout(timer);
  if (away.size === 0) return connected();
  timer = setTimeout(say, waiting() > 0 || shown ? 0 : PATIENCE);
}

/** A document that is left: whether the server is there is not known by that. */
export function forgetConnection(document: object): void {
  if (!away.delete(document) || away.size > 0) return;
  clearTimeout(timer);
  window.removeEventListener('beforeunload', askFirst);
  if (shown) notifications.hide(ID);
  shown = false;
}

const waiting = () => [...away.values()].reduce((sum, one) => sum + one.waiting, 0);

function say(): void {
  const signedOut = [...away.values()].some(({ state }) => state === 'signed-out');
  const unsaved = waiting();
  const kept = unsaved === 0 ? '' : `${counted(unsaved, 'change')} not saved yet. `;
  const content = signedOut
    ? {
        title: 'You are signed out',
        message: (
          <>
            {kept}Sign in again in{' '}
            <a href="/sign-in" target="_blank" rel="noreferrer">
              another tab
            </a>
            , then go on here.
          </>
        ),
        loading: false,
      }
    : {
        title: 'No connection',
        message: `${kept}Saving is tried again until the server answers. Keep this page open.`,
        loading: true,
      };
  const notice = { id: ID, ...content, color: 'red', autoClose: false as const, withCloseButton: signedOut };
  if (shown) notifications.update(notice);
  else notifications.show(notice);
  shown = true;
  window.addEventListener('beforeunload', askFirst);
}

function connected(): void {
  window.removeEventListener('beforeunload', askFirst);
  if (!shown) return;
  shown = false;
  notifications.update({
    id: ID,
    title: 'Connected again',
    message: 'No change is waiting to be saved any more.',
    color: 'teal',
    loading: false,
    autoClose: 4000,
    withCloseButton: true,
  });
}

/** Whoever leaves with changes that are not saved is asked by the browser. */
function askFirst(event: BeforeUnloadEvent): void {
  if (waiting() > 0) event.preventDefault();
}
