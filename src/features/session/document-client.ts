'use client';

import { ExpectedError } from '@/core/base/errors';
import type { Ask, ProblemReport, WorkerMessage } from '@/api/document-protocol';

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

/** The page's side of the worker that holds the open document. */
export class DocumentClient {
  private readonly worker: Worker;
  private readonly waiting = new Map<
    number,
    { resolve: (answer: unknown) => void; reject: (error: Error) => void; tell?: (done: number) => void }
  >();
  private readonly listeners = new Set<(event: DocumentEvent) => void>();
  private number = 0;
  /** Raised with every change; views ask again when it differs. */
  version = 0;

  constructor(kind: 'library' | 'product', slug: string, person: string, live = true) {
    this.worker = new Worker(new URL('../../workers/document.worker.ts', import.meta.url), {
      type: 'module',
    });
    this.worker.onmessage = ({ data }: MessageEvent<WorkerMessage>) => {
      if ('event' in data) {
        if (data.event === 'changed') this.version++;
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
  }

  readonly opened: Promise<unknown>;

  /** `tell` hears how much of a long answer is done, from 0 to 1. */
  ask<T = unknown>(ask: Ask, tell?: (done: number) => void): Promise<T> {
    const number = ++this.number;
    return new Promise<T>((resolve, reject) => {
      this.waiting.set(number, {
        resolve: resolve as (answer: unknown) => void,
        reject,
        ...(tell && { tell }),
      });
      this.worker.postMessage({ ...ask, number });
    });
  }

  listen(listener: (event: DocumentEvent) => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  close(): void {
    this.worker.terminate();
  }
}
