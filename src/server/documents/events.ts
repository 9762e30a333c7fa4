import { EventEmitter } from 'node:events';
import type { LoggedChangeSet } from '@/core/document/change-set';
import { shared } from '../shared';

const emitter = () => shared('events', () => new EventEmitter().setMaxListeners(0));

/** Tells everyone who has the draft open of a committed change set. */
export function announce(draftId: string, changeSet: LoggedChangeSet): void {
  emitter().emit(draftId, { kind: 'change', changeSet });
}

/** Tells everyone who has the draft open that the world around it changed (a release, a pin). */
export function announceSurroundings(draftId: string): void {
  emitter().emit(draftId, { kind: 'surroundings' });
}

export type DraftEvent = { kind: 'change'; changeSet: LoggedChangeSet } | { kind: 'surroundings' };

export function listen(draftId: string, listener: (event: DraftEvent) => void): () => void {
  emitter().on(draftId, listener);
  return () => emitter().off(draftId, listener);
}

const ACCESS = 'access';

/** Tells every stream that who may read what has changed: a session ended, a membership or visibility is another. */
export function announceAccess(): void {
  emitter().emit(ACCESS);
}

export function listenToAccess(listener: () => void): () => void {
  emitter().on(ACCESS, listener);
  return () => emitter().off(ACCESS, listener);
}
