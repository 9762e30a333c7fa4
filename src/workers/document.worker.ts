import type { PageMessage, WorkerMessage } from '@/api/document-protocol';
import type { Plan } from '@/editing/session/command';
import { LIBRARY_PLANS, PRODUCT_PLANS } from '@/editing/commands';
import { LIBRARY_VIEWS, PRODUCT_VIEWS } from '@/editing/queries';
import { isSteps, type Steps } from '@/core/base/steps';
import { DocumentSession, newId, Refused } from './document-session';

/** Holds the open document of a tab: answers what pages ask of it, and keeps it in step with the server. */
const say = (message: WorkerMessage) => self.postMessage(message);
let session: DocumentSession | undefined;

/** Counts changes of the document: a long answer begun before the last one is left. */
let changes = 0;
/** A long answer is worked on for as many milliseconds at a time; between, pages are heard. */
const SLICE = 16;
/** A long answer says how far it is as often, in milliseconds. */
const TOLD = 120;

class Superseded extends Error {}

const views = { ...LIBRARY_VIEWS, ...PRODUCT_VIEWS } as Record<
  string,
  (document: unknown, input: unknown) => unknown
>;
const plans = { ...LIBRARY_PLANS, ...PRODUCT_PLANS } as Record<
  string,
  (document: unknown, input: unknown, newId: (prefix: string) => string) => Plan
>;

async function answer(message: PageMessage): Promise<unknown> {
  if (message.ask === 'open') {
    session?.close();
    session = new DocumentSession(message.kind, message.slug, message.person, {
      changed: (sequence) => {
        changes++;
        say({ event: 'changed', sequence });
      },
      other: (author, label) => say({ event: 'other', author, label }),
      clash: (report) => say({ event: 'clash', report }),
      connection: (online) => say({ event: 'connection', online }),
    });
    await session.open();
    return {};
  }
  if (!session) throw new Error('No document is open');
  switch (message.ask) {
    case 'view': {
      const given = views[message.name]!(session.current(), message.input);
      return isSteps(given) ? walk(given, (done) => say({ number: message.number, done })) : given;
    }
    case 'plan':
      return session.gesture(
        (document) => plans[message.name]!(document, message.input, newId),
        message.then,
      );
    case 'clear':
      return session.show(null);
    case 'undo':
      return session.undo(message.redo, message.partly);
    case 'keep':
      return session.keep(message.clash);
    case 'reload':
      return session.load();
  }
}

/** Goes through a long answer in slices, so that what is asked meanwhile comes first. */
async function walk(steps: Steps<unknown>, tell: (done: number) => void): Promise<unknown> {
  const begun = changes;
  let told = performance.now();
  for (;;) {
    await new Promise((resolve) => setTimeout(resolve, 0));
    if (changes !== begun) throw new Superseded();
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

self.onmessage = (event: MessageEvent<PageMessage>) => {
  const { number } = event.data;
  answer(event.data).then(
    (result) => say({ number, answer: result ?? null }),
    (error: Error) => {
      if (error instanceof Superseded) return say({ number, superseded: true });
      const problem =
        error instanceof Refused
          ? error.report
          : { code: 'failure', title: 'Something went wrong here', detail: error.message };
      return say({ number, problem });
    },
  );
};
