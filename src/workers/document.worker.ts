import { ExpectedError } from '@/core/base/errors';
import type { PageMessage, ProblemReport, WorkerMessage } from '@/api/document-protocol';
import type { Command } from '@/editing/session/command';
import { LIBRARY_QUERIES, PRODUCT_QUERIES } from '@/editing/queries';
import { isSteps, type Steps } from '@/core/base/steps';
import { DocumentSession, newId } from './document-session';
import { Refused } from './send';

/** A long answer is worked on for as many milliseconds at a time; between, pages are heard. */
const SLICE = 16;
/** A long answer says how far it is as often, in milliseconds. */
const TOLD = 120;

/** What changes documents is read as many milliseconds after one was opened, or when first asked for. */
const AFTER_OPENING = 2000;

class Superseded extends ExpectedError {
  override readonly name = 'Superseded';
}

const queries = { ...LIBRARY_QUERIES, ...PRODUCT_QUERIES } as Record<
  string,
  (document: unknown, input: unknown) => unknown
>;
type Commands = Record<
  string,
  (document: unknown, input: unknown, newId: (prefix: string) => string) => Command
>;
let read: Promise<Commands> | undefined;
/** Read after the first lists are there, for nothing is changed before. */
const commands = (): Promise<Commands> =>
  (read ??= import('@/editing/commands').then(
    ({ LIBRARY_COMMANDS, PRODUCT_COMMANDS }) => ({ ...LIBRARY_COMMANDS, ...PRODUCT_COMMANDS }) as Commands,
    (error: unknown) => {
      // Without a connection they cannot be fetched; they can once it is back.
      read = undefined;
      throw error;
    },
  ));

/** What changes nothing, and waits for nothing. */
const ASKS_ONLY: ReadonlySet<string> = new Set<PageMessage['ask']>(['query', 'reload', 'follow', 'close']);

/** Holds an open document: answers what pages ask of it, and keeps it in step with the server. */
class Opened {
  private session: DocumentSession | undefined;
  /** Counts changes of the document: a long answer begun before the last one is left. */
  private changes = 0;

  constructor(private readonly say: (message: WorkerMessage) => void) {}

  async answer(message: PageMessage): Promise<unknown> {
    const { say } = this;
    if (message.ask === 'open') {
      this.session?.close();
      this.session = new DocumentSession(message.kind, message.slug, message.person, {
        changed: (sequence) => {
          this.changes++;
          say({ event: 'changed', sequence });
        },
        other: (author, label) => say({ event: 'other', author, label }),
        clash: (report) => say({ event: 'clash', report }),
        connection: (connection) => say({ event: 'connection', connection }),
      });
      await this.session.open(message.live);
      setTimeout(() => void commands().catch(() => undefined), AFTER_OPENING);
      return {};
    }
    const { session } = this;
    if (!session) throw new Error('No document is open');
    // In the order of what was pressed: an undo does not overtake the change before it.
    const known = ASKS_ONLY.has(message.ask) ? {} : await commands();
    switch (message.ask) {
      case 'query': {
        const given = queries[message.name]!(session.current(), message.input);
        return isSteps(given) ? this.walk(given, (done) => say({ number: message.number, done })) : given;
      }
      case 'command':
        return session.gesture(
          (document) => known[message.name]!(document, message.input, newId),
          message.then,
          message.since,
        );
      case 'clear':
        return session.show(null);
      case 'undo':
        return session.undo(message.redo, message.partly);
      case 'keep':
        return session.keep(message.clash, message.planned);
      case 'settle':
        return session.settle();
      case 'reload':
        return session.load();
      case 'follow':
        return session.follow(message.live);
      case 'close':
        return session.close();
    }
  }

  /** Goes through a long answer in slices, so that what is asked meanwhile comes first. */
  private async walk(steps: Steps<unknown>, tell: (done: number) => void): Promise<unknown> {
    const begun = this.changes;
    let told = performance.now();
    for (;;) {
      await new Promise((resolve) => setTimeout(resolve, 0));
      if (this.changes !== begun) throw new Superseded();
      const until = performance.now() + SLICE;
      let step = steps.next();
      while (!step.done && performance.now() < until) step = steps.next();
      if (step.done) return step.value;
      if (performance.now() - told > TOLD) {
        told = performance.now();
        tell(step.value);
      }
    }
  }
}

/** What a page shows of a fault of the program: what was being done, and that nothing came of it. */
function failureReport(message: PageMessage, { message: reason }: Error): ProblemReport {
  const name = 'name' in message ? message.name : message.ask;
  const words = name.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
  return message.ask === 'query'
    ? {
        code: 'failure',
        title: 'A part of this page could not be computed',
        detail: `The query “${words}” failed (${reason}). What is shown may be out of date.`,
      }
    : {
        code: 'failure',
        title: 'The change failed',
        detail: `The command “${words}” failed (${reason}). Nothing was changed.`,
      };
}

/** Each document that a page opens comes with a port of its own. */
self.onmessage = ({ ports: [port] }: MessageEvent<null>) => {
  const say = (message: WorkerMessage) => port!.postMessage(message);
  const opened = new Opened(say);
  port!.onmessage = ({ data }: MessageEvent<PageMessage>) => {
    const { number } = data;
    opened.answer(data).then(
      (result) => say({ number, answer: result ?? null }),
      (error: Error) => {
        if (error instanceof Superseded) return say({ number, superseded: true });
        if (error instanceof Refused) return say({ number, problem: error.report });
        console.error(error);
        return say({ number, problem: failureReport(data, error) });
      },
    );
  };
};
