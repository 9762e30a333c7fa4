import { customAlphabet } from 'nanoid';
import type { ClashReport, Connection, ProblemReport } from '@/api/document-protocol';
import { applyChangeSet } from '@/core/kinds/registry';
import { documentOf, type LoggedChangeSet } from '@/core/document/change-set';
import type { Edit } from '@/core/document/edits';
import type { Document } from '@/core/document/item';
import {
  generationsFrom,
  OpenLibrary,
  surroundingsOf,
  type LibrarySnapshot,
  type ParentRelease,
  type Surroundings,
} from '@/editing/session/open-library';
import type { DerivedCache } from '@/editing/session/derived-cache';
import { OpenProduct, type ProductSnapshot } from '@/editing/session/open-product';
import type { Command } from '@/editing/session/command';
import { applied, type Pending } from './pending';
import { overtaken } from './overtaken';
import { SharedStream } from './shared-stream';
import { Refused, send } from './send';
import { snapshotFrom } from './snapshot';

const random = customAlphabet('0123456789abcdefghijklmnopqrstuvwxyz', 16);

/** Milliseconds between questions while the stream of events is away. */
const POLL = 2500;
/** Milliseconds until a change set that did not reach the server is sent again: at first, and at most. */
const RETRY = { first: 500, most: 8000 };
/** As many change sets more of the log are read where somebody looks at history. */
const MORE_OF_LOG = 460;

interface Listener {
  changed(sequence: number): void;
  other(author: string, label: string): void;
  clash(report: ProblemReport): void;
  connection(connection: Connection): void;
}

/**
 * One open document in one tab: what the server has confirmed, what has been sent and is not confirmed yet, and what is
 * only being shown while somebody types. Whatever is derived is worked out from all three laid over each other.
 */
export class DocumentSession {
  private confirmed!: Document;
  private sequence = 0;
  private log: LoggedChangeSet[] = [];
  private pending: Pending[] = [];
  private preview: Edit[] | null = null;
  private snapshot!: LibrarySnapshot | ProductSnapshot;
  private surroundings: Surroundings | undefined;
  private derived: DerivedCache | undefined;
  private committed: OpenLibrary | OpenProduct | undefined;
  private shownOver: OpenLibrary | OpenProduct | undefined;
  private events: SharedStream | undefined;
  private polling: ReturnType<typeof setInterval> | undefined;
  private stored: Promise<unknown> = Promise.resolve();
  /** What the document stood at when something was first shown that is not stored yet. */
  private shownSince: number | undefined;
  private state: Connection['state'] = 'online';
  private told = '';
  /** Called when the server may be there again. */
  private wake: (() => void) | undefined;
  private closed = false;
  private logAsked = false;
  private parents = new Map<string, ParentRelease>();
  private readonly parentsAsked = new Set<string>();
  private checking = false;

  constructor(
    private readonly kind: 'library' | 'product',
    private readonly slug: string,
    private readonly person: string,
    private readonly listener: Listener,
  ) {}

  async open(live = true): Promise<void> {
    await this.load();
    if (live) this.listen();
  }

  close(): void {
    this.closed = true;
    this.wake?.();
    clearInterval(this.polling);
    this.events?.close();
  }

  /**
   * Whether what others change is heard of at once. Browsers open few connections to one host, so that pages nobody looks at
   * hold none; what they missed is caught up with.
   */
  follow(live: boolean): void {
    if (live) {
      if (!this.events) this.listen();
      return;
    }
    clearInterval(this.polling);
    this.polling = undefined;
    this.events?.close();
    this.events = undefined;
  }

  /** The document as the page is to see it. */
  current(): OpenLibrary | OpenProduct {
    const { preview } = this;
    return preview === null ? this.standing() : (this.shownOver ??= this.opened(preview));
  }

  /** The same without what is only being shown: what a gesture starts from. */
  standing(): OpenLibrary | OpenProduct {
    return (this.committed ??= this.opened(null));
  }

  private opened(preview: Edit[] | null): OpenLibrary | OpenProduct {
    let document = this.confirmed;
    for (const entry of this.pending) document = applied(entry, document);
    if (preview) document = applied({ edits: preview }, document);
    if (!this.surroundings)
      return new OpenProduct(
        this.snapshot as ProductSnapshot,
        document,
        this.sequence,
        this.log,
        this.person,
      );
    const library = new OpenLibrary(
      this.surroundings,
      document,
      this.sequence,
      this.log,
      this.person,
      this.derived,
    );
    this.derived = library.derived;
    return library;
  }

  /**
   * Does a gesture: shown while it is made, stored when it is done. It starts from what stands, not from what it showed
   * before. What is refused leaves everything as it was.
   */
  async gesture(
    command: (document: OpenLibrary | OpenProduct) => Command,
    then: 'show' | 'store',
    begun?: number,
  ): Promise<{ label: string } | Extract<Command, { problem: string }>> {
    const since = begun ?? this.shownSince;
    if (then === 'store') this.show(null);
    const planned = command(this.standing());
    if ('problem' in planned) return planned;
    if (then === 'show') {
      this.show(planned.edits);
      this.shownSince = since ?? this.sequence;
      return { label: planned.label };
    }
    const clash =
      since !== undefined &&
      overtaken(planned, {
        others: this.log.filter(({ sequence, author }) => sequence > since && author !== this.person),
        items: this.standing().own.items,
        personName: (id) => this.personName(id),
      });
    if (clash) this.listener.clash(clash);
    else await this.store(planned.label, planned.edits);
    return { label: planned.label };
  }

  private personName(id: string): string {
    return this.snapshot.people.find((person) => person.id === id)?.name ?? 'Somebody';
  }

  /** Lays edits over the document while somebody types; null takes them off. */
  show(edits: Edit[] | null): void {
    if (edits === null) this.shownSince = undefined;
    if (this.preview === null && edits === null) return;
    this.preview = edits;
    this.shownOver = undefined;
    this.listener.changed(this.sequence);
  }

  /** Applies at once, then stores; change sets go out one after the other. */
  async store(label: string, edits: Edit[]): Promise<void> {
    const entry: Pending = { id: newChangeId(), label, edits };
    this.preview = null;
    this.pending.push(entry);
    this.touch();
    const turn = this.stored.then(async () => {
      let signedOut = false;
      try {
        this.receive(await this.deliver(entry));
      } catch (error) {
        if (!(error instanceof Refused)) throw error;
        signedOut = error.report.code === 'sign-in';
        if (error.report.code === 'moved-on') this.listener.clash(error.report);
        await this.catchUp().catch(() => undefined);
        if (error.report.code !== 'moved-on') throw error;
      } finally {
        this.pending = this.pending.filter((other) => other !== entry);
        this.touch();
        // Stored or refused: the server has answered.
        if (signedOut) this.turn('signed-out');
        else this.reached();
      }
    });
    this.tell();
    this.stored = turn.catch(() => undefined);
    return turn;
  }

  /**
   * Sends a change set until the server has answered: while it cannot be reached the change set stays laid over the document,
   * and those after it wait their turn. One that had arrived before the connection was cut is not stored twice.
   */
  private async deliver(entry: Pending): Promise<LoggedChangeSet[]> {
    for (let wait = RETRY.first; ; wait = Math.min(wait * 2, RETRY.most)) {
      try {
        const { id, label, edits } = entry;
        return [await send('POST /documents/{slug}/changes', { slug: this.slug, id, label, edits })];
      } catch (error) {
        if (!(error instanceof Refused) || this.closed) throw error;
        if (error.report.code === 'repeated') {
          await this.catchUp().catch(() => undefined);
          return [];
        }
        if (error.report.code !== 'offline') throw error;
        this.turn('away');
        await new Promise<void>((resolve) => {
          const timer = setTimeout(resolve, wait);
          this.wake = () => {
            clearTimeout(timer);
            resolve();
          };
        });
      }
    }
  }

  /** The server is there: what waits is sent, and with the last of it the tab is online again. */
  private reached(): void {
    this.wake?.();
    if (this.pending.length === 0) this.turn('online');
    else this.tell();
  }
  private turn(state: Connection['state']): void {
    this.state = state;
    this.tell();
  }
  /** Says how the tab stands with the server, where that is other than what was said last. */
  private tell(): void {
    const waiting = this.state === 'online' ? 0 : this.pending.length;
    const said = `${this.state} ${waiting}`;
    if (said === this.told || (this.told === '' && this.state === 'online')) return;
    this.told = said;
    this.listener.connection({ state: this.state, waiting });
  }

  /** One's own value after a clash, in place of the one that stands. */
  async keep(clash: ClashReport, planned?: { label: string; edits: Edit[] }): Promise<void> {
    if (planned) return this.store(planned.label, planned.edits);
    await this.store('Keep my value', [
      {
        kind: 'set',
        version: 1,
        item: clash.item,
        path: clash.path,
        before: clash.present,
        after: clash.wanted,
      },
    ]);
  }

  /** The sequence once nothing of one's own is on its way any more. */
  async settle(): Promise<{ sequence: number }> {
    await this.stored;
    return { sequence: this.sequence };
  }

  async undo(redo: boolean, partly: boolean): Promise<void> {
    await this.stored;
    this.receive([
      await send('POST /documents/{slug}/undo', {
        slug: this.slug,
        id: newChangeId(),
        redo,
        partly,
      }),
    ]);
  }

  async load(): Promise<void> {
    // Each is read for what its kind of document has, and for nothing else.
    const snapshot =
      this.kind === 'library'
        ? snapshotFrom(await send('GET /libraries/{slug}', { slug: this.slug }))
        : ((await send('GET /products/{slug}', { slug: this.slug })) as ProductSnapshot);
    this.snapshot = snapshot;
    this.logAsked = false;
    this.parents = new Map();
    this.surroundings =
      'ancestors' in snapshot
        ? {
            ...surroundingsOf(snapshot),
            parents: this.parents,
            wantParent: (version) => void this.readParent(version),
            wantLog: () => void this.readLog().catch(() => (this.logAsked = false)),
            checkLater: () => this.checkLater(),
          }
        : undefined;
    this.confirmed = documentOf(snapshot.document.id, this.kind, snapshot.items);
    this.sequence = snapshot.sequence;
    this.log = snapshot.log;
    this.touch();
  }

  /** Reads more of the log than came with the library, once. */
  private async readLog(): Promise<void> {
    const first = this.log[0]?.sequence ?? 1;
    if (this.logAsked || first <= 1) return;
    this.logAsked = true;
    const since = Math.max(0, first - 1 - MORE_OF_LOG);
    const { changeSets } = await send('GET /documents/{slug}/changes', { slug: this.slug, since });
    const older = changeSets.filter(({ sequence }) => sequence < (this.log[0]?.sequence ?? first));
    this.log = [...older, ...this.log];
    this.touch();
  }

  /** Reads what would be inherited with another release of the parent, once. */
  private async readParent(version: string): Promise<void> {
    const { parents } = this;
    if (this.parentsAsked.has(version)) return;
    this.parentsAsked.add(version);
    try {
      const { ancestors, notes } = await send('GET /libraries/{slug}/parent/{version}', {
        slug: this.slug,
        version,
      });
      parents.set(version, { ancestors: generationsFrom(ancestors), notes });
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      parents.set(version, { problem: error.report.detail });
      // The connection may be back in a while.
      if (error.report.code === 'offline')
        setTimeout(() => {
          parents.delete(version);
          if (!this.closed) this.touch();
        }, POLL);
    }
    this.parentsAsked.delete(version);
    this.touch();
  }

  /** Runs the checks once what is asked for now has been answered, and has everything asked again. */
  private checkLater(): void {
    if (this.checking) return;
    this.checking = true;
    setTimeout(() => {
      this.checking = false;
      if (this.closed) return;
      (this.current() as OpenLibrary).derived.results();
      // What was answered without them is not to be kept.
      this.touch();
    }, 0);
  }

  private touch(): void {
    this.committed = undefined;
    this.shownOver = undefined;
    this.listener.changed(this.sequence);
  }

  private receive(entries: readonly LoggedChangeSet[]): void {
    let missing = false;
    for (const entry of entries) {
      if (entry.sequence <= this.sequence) continue;
      if (entry.sequence > this.sequence + 1) {
        missing = true;
        break;
      }
      // One's own leads to the very document that is shown already.
      const own = this.pending.find(({ id }) => id === entry.id)?.applied;
      const result = own?.over === this.confirmed ? own : applyChangeSet(this.confirmed, entry);
      if ('clashes' in result) {
        missing = true;
        break;
      }
      this.confirmed = result.document;
      this.sequence = entry.sequence;
      this.log = [...this.log, entry];
      this.pending = this.pending.filter((other) => other.id !== entry.id);
      if (entry.author !== this.person) this.listener.other(this.personName(entry.author), entry.label);
    }
    this.touch();
    if (missing) void this.catchUp().catch(() => undefined);
  }

  private async catchUp(): Promise<void> {
    const { changeSets, sequence } = await send('GET /documents/{slug}/changes', {
      slug: this.slug,
      since: this.sequence,
    });
    const first = changeSets[0]?.sequence;
    if (sequence > this.sequence && (first === undefined || first > this.sequence + 1)) await this.load();
    else this.receive(changeSets);
  }

  private listen(): void {
    this.events = new SharedStream(
      `changes of ${this.slug} for ${this.person}`,
      () => `/api/v1/documents/${this.slug}/events?since=${this.sequence}`,
      {
        message: (data) => {
          const event = JSON.parse(data) as
            { kind: 'change'; changeSet: LoggedChangeSet } | { kind: 'surroundings' };
          if (event.kind === 'change') this.receive([event.changeSet]);
          else void this.load();
        },
        error: () => {
          // A stream that ends may be the connection's end, or that of the session: asking tells which.
          void this.ask();
          this.polling ??= setInterval(() => void this.ask(), POLL);
        },
        open: () => {
          clearInterval(this.polling);
          this.polling = undefined;
          this.reached();
          void this.catchUp().catch(() => undefined);
        },
      },
    );
  }

  /** While the stream is away: asks for what was missed, and learns how the tab stands with the server. */
  private async ask(): Promise<void> {
    try {
      await this.catchUp();
      this.reached();
    } catch (error) {
      if (!(error instanceof Refused)) return;
      if (error.report.code === 'offline') this.turn('away');
      else if (error.report.code === 'sign-in') this.turn('signed-out');
    }
  }
}

/** A fresh id of an item or entry. */
export const newId = (prefix: string): string => `${prefix}_${random()}`;
const newChangeId = () => newId('change');
