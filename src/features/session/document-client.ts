'use client';

import { ExpectedError } from '@/core/base/errors';
import type { Ask, Connection, PageMessage, ProblemReport, WorkerMessage } from '@/api/document-protocol';
import { forgetConnection, noteConnection } from './connection-notice';

/** A refusal to show to the person, in the server's or the core's words. */
export class AskRefused extends ExpectedError {
  override readonly name = 'AskRefused';
  constructor(readonly report: ProblemReport) {
    super(report.detail);
  }
}

/** The document changed before a long answer was there. */
export class Superseded extends ExpectedError {
  override readonly name = 'Superseded';
}

type DocumentEvent = Extract<WorkerMessage, { event: string }>;

const startWorker = () =>
  new Worker(new URL('../../workers/document.worker.ts', import.meta.url), { type: 'module' });

/** Where documents are that are only looked at: to load the code of a worker takes longer than to open one of them. */
let common: Worker | undefined;

/** Milliseconds a page is out of sight before it lets its connection go. */
const UNSEEN = 20_000;

/** The page's side of the worker that holds the open document. */
export class DocumentClient {
  private readonly port: MessagePort;
  /** The worker of this document alone: what others compute does not hold up what is edited. */
  private readonly worker: Worker | undefined;
  private readonly waiting = new Map<
    number,
    { resolve: (answer: unknown) => void; reject: (error: Error) => void; tell?: (done: number) => void }
  >();
  private readonly listeners = new Set<(event: DocumentEvent) => void>();
  private number = 0;
  /** Raised with every change; views ask again when it differs. */
  version = 0;
  /** What the document stands at, as last told. */
  private sequence = 0;
  private connection: Connection = { state: 'online', waiting: 0 };
  /** Commands that are not answered yet. */
  private storing = 0;
  private typingSince: number | undefined;

  constructor(kind: 'library' | 'product', slug: string, person: string, live = true) {
    const { port1, port2 } = new MessageChannel();
    this.port = port1;
    if (live) this.worker = startWorker();
    (this.worker ?? (common ??= startWorker())).postMessage(null, [port2]);
    this.port.onmessage = ({ data }: MessageEvent<WorkerMessage>) => {
      if ('event' in data) {
        if (data.event === 'changed') {
          this.version++;
          this.sequence = data.sequence;
        }
        if (data.event === 'connection') {
          this.connection = data.connection;
          noteConnection(this, data.connection);
        }
        for (const listener of this.listeners) listener(data);
        return;
      }
      const waiting = this.waiting.get(data.number);
      if ('done' in data) return waiting?.tell?.(data.done);
      this.waiting.delete(data.number);
      if ('problem' in data) waiting?.reject(new AskRefused(data.problem));
      else if ('superseded' in data) waiting?.reject(new Superseded());
      else waiting?.resolve(data.answer);
    };
    this.opened = this.ask({ ask: 'open', kind, slug, person, live });
    if (live) document.addEventListener('visibilitychange', this.look);
  }

  /** A page that is not looked at for a while holds no connection. */
  private readonly look = () => {
    clearTimeout(this.leaving);
    const follow = (live: boolean) => void this.ask({ ask: 'follow', live }).catch(() => undefined);
    if (document.visibilityState === 'visible') follow(true);
    else this.leaving = setTimeout(() => follow(false), UNSEEN);
  };
  private leaving: ReturnType<typeof setTimeout> | undefined;

  readonly opened: Promise<unknown>;

  /** `tell` hears how much of a long answer is done, from 0 to 1. */
  ask<T = unknown>(ask: Ask, tell?: (done: number) => void): Promise<T> {
    const number = ++this.number;
    const stores = ask.ask === 'command' && ask.then === 'store';
    const asked = stores && this.typingSince !== undefined ? { ...ask, since: this.typingSince } : ask;
    const answered = new Promise<T>((resolve, reject) => {
      this.waiting.set(number, {
        resolve: resolve as (answer: unknown) => void,
        reject,
        ...(tell && { tell }),
      });
      this.port.postMessage({ ...asked, number });
    });
    if (!stores) return answered;
    this.storing++;
    return answered.finally(() => this.storing--);
  }

  listen(listener: (event: DocumentEvent) => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /** Somebody begins to type into a field: what others set in it from now on is asked about before it is replaced. */
  beginTyping(): void {
    this.typingSince ??= this.sequence;
  }
  endTyping(): void {
    this.typingSince = undefined;
  }

  /** Lets the document go, once all that was given to be stored is stored or refused. */
  close(): void {
    this.listeners.clear();
    document.removeEventListener('visibilitychange', this.look);
    clearTimeout(this.leaving);
    const end = () => {
      forgetConnection(this);
      this.port.postMessage({ ask: 'close', number: ++this.number } satisfies PageMessage);
      this.port.close();
      this.worker?.terminate();
    };
    if (this.storing === 0 && this.connection.waiting === 0) return end();
    this.ask({ ask: 'settle' }).then(end, end);
  }
}
