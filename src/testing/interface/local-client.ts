import type { Ask, ProblemReport, WorkerMessage } from '@/api/document-protocol';
import { ExpectedError } from '@/core/base/errors';
import { isSteps, runToEnd } from '@/core/base/steps';
import type { Document } from '@/core/document/item';
import { invertEdits, type LoggedChangeSet } from '@/core/document/change-set';
import type { Edit } from '@/core/document/edits';
import { LIBRARY_COMMANDS, PRODUCT_COMMANDS } from '@/editing/commands';
import { LIBRARY_QUERIES, PRODUCT_QUERIES } from '@/editing/queries';
import type { Command } from '@/editing/session/command';
import { OpenLibrary } from '@/editing/session/open-library';
import { OpenProduct } from '@/editing/session/open-product';
import { apply, newId } from '../library';

export class AskRefused extends ExpectedError {
  override readonly name = 'AskRefused';
  constructor(readonly report: ProblemReport) {
    super(report.detail);
  }
}
export class Superseded extends ExpectedError {
  override readonly name = 'Superseded';
}
/** An answer as it arrives from a worker: other objects, equal values. */
const plain = (answer: unknown): unknown =>
  answer === undefined ? undefined : (JSON.parse(JSON.stringify(answer)) as unknown);

type DocumentEvent = Extract<WorkerMessage, { event: string }>;

/** The library or product that the next page opens, what it has stored, and what is to fail. */
export const local = {
  library: undefined as unknown as OpenLibrary,
  product: undefined as unknown as OpenProduct,
  stored: [] as { label: string; edits: Edit[] }[],
  /** A query or command of this name throws, as a fault of the program would. */
  broken: undefined as string | undefined,
};

/** The page's side of an open document with no worker and no server behind it: queries and commands are run at once. */
export class DocumentClient {
  private own: Document;
  private preview: Edit[] | null = null;
  private previewed: Document | undefined;
  private log: readonly LoggedChangeSet[] = local.library?.log ?? [];
  private known: OpenLibrary | undefined;
  private readonly listeners = new Set<(event: DocumentEvent) => void>();
  readonly opened = Promise.resolve({});
  version = 0;

  constructor(private readonly kind: 'library' | 'product') {
    this.own = kind === 'product' ? local.product.own : local.library.own;
  }

  private library(own: Document): OpenLibrary {
    const { surroundings, sequence, person } = local.library;
    if (own === local.library.own && this.log === local.library.log) return local.library;
    if (this.known?.own === own && this.known.log === this.log) return this.known;
    const known = new OpenLibrary(
      surroundings,
      own,
      sequence + this.log.length,
      this.log,
      person,
      (this.known ?? local.library).derived,
    );
    return (this.known = known);
  }

  private product(): OpenProduct {
    const { snapshot, sequence, log, person } = local.product;
    return new OpenProduct(snapshot, this.own, sequence, [...log, ...this.log], person);
  }

  async ask<T>(ask: Ask): Promise<T> {
    if ('name' in ask && ask.name === local.broken)
      throw new AskRefused({ code: 'failure', title: 'The change failed', detail: `“${ask.name}” failed.` });
    switch (ask.ask) {
      case 'query': {
        if (this.kind === 'product') {
          const query = PRODUCT_QUERIES[ask.name as keyof typeof PRODUCT_QUERIES] as (
            product: OpenProduct,
            input: unknown,
          ) => unknown;
          return plain(query(this.product(), ask.input)) as T;
        }
        const shown = this.preview === null ? this.own : (this.previewed ??= apply(this.own, this.preview));
        const query = LIBRARY_QUERIES[ask.name as keyof typeof LIBRARY_QUERIES] as (
          library: OpenLibrary,
          input: unknown,
        ) => unknown;
        const answer = await query(this.library(shown), ask.input);
        return plain(isSteps(answer) ? runToEnd(answer) : answer) as T;
      }
      case 'command': {
        const commands = { ...LIBRARY_COMMANDS, ...PRODUCT_COMMANDS };
        const command = commands[ask.name as keyof typeof commands] as (
          document: OpenLibrary | OpenProduct,
          input: unknown,
          ids: typeof newId,
        ) => Command;
        const document = this.kind === 'product' ? this.product() : this.library(this.own);
        const made = command(document, ask.input, newId);
        if ('problem' in made) return made as T;
        if (ask.then === 'show') this.preview = made.edits;
        else {
          this.preview = null;
          this.store(made.label, made.edits);
        }
        this.changed();
        return { label: made.label } as T;
      }
      case 'clear':
        this.preview = null;
        this.changed();
        return {} as T;
      case 'undo': {
        const last = this.log.at(-1)!;
        this.store(`Undo: ${last.label}`, invertEdits(last.edits), last.id);
        this.changed();
        return {} as T;
      }
      case 'settle':
        return { sequence: local.library.sequence + this.log.length } as T;
      default:
        return {} as T;
    }
  }

  private store(label: string, edits: Edit[], undoes?: string): void {
    this.own = apply(this.own, edits);
    local.stored.push({ label, edits });
    const { person } = this.kind === 'product' ? local.product : local.library;
    this.log = [
      ...this.log,
      {
        id: newId('change'),
        author: person,
        label,
        edits,
        sequence: this.log.length + 1,
        at: '2026-01-01',
        ...(undoes && { undoes }),
      },
    ];
  }

  private changed(): void {
    this.previewed = undefined;
    this.version++;
    for (const listener of this.listeners) listener({ event: 'changed', sequence: this.version });
  }

  listen(listener: (event: DocumentEvent) => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  beginTyping(): void {}
  endTyping(): void {}

  close(): void {
    this.listeners.clear();
  }
}
