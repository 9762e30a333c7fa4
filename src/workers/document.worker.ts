import type { PageMessage, WorkerMessage } from '@/api/document-protocol';
import type { Plan } from '@/core/views/plans/plan';
import { LIBRARY_PLANS, PRODUCT_PLANS } from '@/core/views/plans/registry';
import { LIBRARY_VIEWS, PRODUCT_VIEWS } from '@/core/views/registry';
import { DocumentSession, newId, Refused } from './document-session';

/** Holds the open document of a tab: answers what pages ask of it, and keeps it in step with the server. */
const say = (message: WorkerMessage) => self.postMessage(message);
let session: DocumentSession | undefined;

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
      changed: (sequence) => say({ event: 'changed', sequence }),
      other: (author, label) => say({ event: 'other', author, label }),
      clash: (report) => say({ event: 'clash', report }),
      connection: (online) => say({ event: 'connection', online }),
    });
    await session.open();
    return {};
  }
  if (!session) throw new Error('No document is open');
  switch (message.ask) {
    case 'view':
      return views[message.name]!(session.current(), message.input);
    case 'plan': {
      if (message.then === 'store') session.show(null);
      const plan = plans[message.name]!(session.current(), message.input, newId);
      if ('problem' in plan) return plan;
      if (message.then === 'show') session.show(plan.edits);
      else await session.store(plan.label, plan.edits);
      return { label: plan.label };
    }
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

self.onmessage = (event: MessageEvent<PageMessage>) => {
  const { number } = event.data;
  answer(event.data).then(
    (result) => say({ number, answer: result ?? null }),
    (error: Error) =>
      say({
        number,
        problem:
          error instanceof Refused
            ? error.report
            : { code: 'failure', title: 'Something went wrong here', detail: error.message },
      }),
  );
};
