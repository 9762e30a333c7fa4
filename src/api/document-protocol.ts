import type { Clash, Edit } from '@/core/document/edits';

/** What a page says to the worker that holds the open document. Each asks for one answer with the same number. */
export type Ask =
  /** `live`: what others change is followed; without it the document is read once. */
  | { ask: 'open'; kind: 'library' | 'product'; slug: string; person: string; live: boolean }
  | { ask: 'query'; name: string; input: unknown }
  /** Works out a gesture's edits. `show` lays them over the document without storing; `store` commits them. */
  /** `since`: what the document stood at when the person began to type what is to be stored now. */
  | { ask: 'command'; name: string; input: unknown; then: 'show' | 'store'; since?: number }
  | { ask: 'clear' }
  | { ask: 'undo'; redo: boolean; partly: boolean }
  | { ask: 'keep'; clash: ClashReport; planned?: PlannedChange }
  /** Answers the sequence once all that was given to be stored is stored or refused. */
  | { ask: 'settle' }
  | { ask: 'reload' }
  /** Whether what others change is to be heard of at once. */
  | { ask: 'follow'; live: boolean }
  /** The document is not needed any more. */
  | { ask: 'close' };

export type PageMessage = Ask & { number: number };

export interface ProblemReport {
  title: string;
  detail: string;
  code: string;
  clashes?: ClashReport[];
  /** What was to be stored, where it can be as it is once the person says so. */
  planned?: PlannedChange;
}
interface PlannedChange {
  label: string;
  edits: Edit[];
}
/** How the tab stands with the server, and how many of its change sets are not stored yet. */
export interface Connection {
  state: 'online' | 'away' | 'signed-out';
  waiting: number;
}
export type ClashReport = Clash & { author?: string; at?: string };

export type WorkerMessage =
  | { number: number; answer: unknown }
  | { number: number; problem: ProblemReport }
  /** How much of a long answer is done, from 0 to 1. */
  | { number: number; done: number }
  /** The document changed before a long answer was there: it is to be asked for again. */
  | { number: number; superseded: true }
  /** The document changed: views are to be asked for again. */
  | { event: 'changed'; sequence: number }
  /** Somebody else changed it. */
  | { event: 'other'; author: string; label: string }
  | { event: 'clash'; report: ProblemReport }
  | { event: 'connection'; connection: Connection };
