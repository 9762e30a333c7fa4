import { EventEmitter } from 'node:events';
import type { LoggedChangeSet } from '@/core/document/change-set';
import { shared } from '../shared';

const ACCESS = 'access';
const emitter = () => shared('events', () => new EventEmitter().setMaxListeners(0));

/** `behind`: there is more in the log than was told here. */
export type DraftEvent =
  { kind: 'change'; changeSet: LoggedChangeSet } | { kind: 'surroundings' } | { kind: 'behind' };

/** What other servers on the same database are told, and tell. */
export type Told = { draft: string; kind: 'behind' | 'surroundings' } | { kind: 'access' };

const relay = () => shared<{ tell?: (told: Told) => void }>('relay', () => ({}));
/** Has other servers told of what is announced here. */
export const relayBy = (tell: (told: Told) => void): void => void (relay().tell = tell);

/** Announces here what another server told. */
export function heard(told: Told): void {
  if (told.kind === 'access') emitter().emit(ACCESS);
  else emitter().emit(told.draft, { kind: told.kind });
}

/** Something another server told may not have been heard: whoever listens looks for it. */
export function missed(): void {
  for (const name of emitter().eventNames())
    if (name === ACCESS) emitter().emit(ACCESS);
    else for (const kind of ['behind', 'surroundings'] as const) emitter().emit(name, { kind });
}

/** Tells everyone who has the draft open of a committed change set. */
export function announce(draftId: string, changeSet: LoggedChangeSet): void {
  emitter().emit(draftId, { kind: 'change', changeSet });
  relay().tell?.({ draft: draftId, kind: 'behind' });
}

/** Tells everyone who has the draft open that the world around it changed (a release, a pin). */
export function announceSurroundings(draftId: string): void {
  emitter().emit(draftId, { kind: 'surroundings' });
  relay().tell?.({ draft: draftId, kind: 'surroundings' });
}

export function listen(draftId: string, listener: (event: DraftEvent) => void): () => void {
  emitter().on(draftId, listener);
  return () => emitter().off(draftId, listener);
}

/** Tells every stream that who may read what has changed: a session ended, a membership or visibility is another. */
export function announceAccess(): void {
  emitter().emit(ACCESS);
  relay().tell?.({ kind: 'access' });
}

export function listenToAccess(listener: () => void): () => void {
  emitter().on(ACCESS, listener);
  return () => emitter().off(ACCESS, listener);
}
