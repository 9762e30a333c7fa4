import type { Knex } from 'knex';
import type { LoggedChangeSet } from '@/core/document/change-set';
import type { Actor } from '../access/authorise';
import { Problem } from '../http/problem';
import { admit } from '../perform';
import { endWhenStopping } from '../start/stopping';
import { listen, listenToAccess, type DraftEvent } from './events';
import { draftOf, readLog } from './store';

/** Milliseconds between signs of life, by which proxies and permission are kept up. */
const PULSE = 20_000;

/**
 * The change sets of a document as they are committed, as server-sent events (HTML, 9.2), beginning after `since`. An
 * event's id is its sequence. Whether the reader may still read is asked again before each event, and when sessions or
 * memberships change; where not, the stream ends.
 * @throws Problem 400, 401 or 404
 */
export async function streamOf(
  knex: Knex,
  /** Who reads, asked anew each time. */
  reader: () => Promise<Actor>,
  { slug, since }: { slug: string; since: number },
  signal: AbortSignal,
): Promise<ReadableStream<Uint8Array>> {
  const ask = async () => admit(knex, 'documents.history', await reader(), { slug });
  await ask();
  const document = await knex('documents').where({ slug }).first();
  const draft = await draftOf(knex, document.id);
  let end = () => {};
  return new ReadableStream<Uint8Array>({
    start(controller) {
      const encoder = new TextEncoder();
      const write = (text: string) => controller.enqueue(encoder.encode(text));
      let ended = false;
      // One after the other: a question about permission does not let a later event pass an earlier one.
      let turn: Promise<void> = Promise.resolve();
      /** Reads something, asks whether it may still be told, and tells it at once. */
      const allowed = <T>(read: () => T | Promise<T>, tell: (what: T) => void) => {
        turn = turn.then(async () => {
          if (ended) return;
          try {
            const what = await read();
            await ask();
            if (!ended) tell(what);
          } catch {
            // Not allowed any more, or the database has gone: whoever still may read asks again.
            end();
          }
        });
      };
      let last = since;
      const surroundings = () => write(`data: ${JSON.stringify({ kind: 'surroundings' })}\n\n`);
      const send = (changeSets: readonly LoggedChangeSet[]) => {
        // What lies further back than the log tells at once is to be read anew.
        if (changeSets[0] && changeSets[0].sequence > last + 1) {
          last = changeSets.at(-1)!.sequence;
          return surroundings();
        }
        for (const changeSet of changeSets) {
          // What was read with the log is not told again by its own event.
          if (changeSet.sequence <= last) continue;
          last = changeSet.sequence;
          write(`id: ${last}\ndata: ${JSON.stringify({ kind: 'change', changeSet })}\n\n`);
        }
      };
      /** What the log has beyond what was told. */
      const more = () => readLog(knex, draft.id, { since: last });
      const nothing = () => undefined;
      const hear = (event: DraftEvent) => {
        if (event.kind === 'surroundings') return allowed(nothing, surroundings);
        // Between what was told and this there may be what another server stored.
        return allowed(
          () =>
            event.kind === 'change' && event.changeSet.sequence <= last + 1 ? [event.changeSet] : more(),
          send,
        );
      };
      const forget = [
        listen(draft.id, hear),
        listenToAccess(() => allowed(nothing, nothing)),
        endWhenStopping(() => end()),
      ];
      const pulse = setInterval(() => allowed(nothing, () => write(': still here\n\n')), PULSE);
      end = () => {
        if (ended) return;
        ended = true;
        clearInterval(pulse);
        forget.forEach((stop) => stop());
        try {
          controller.close();
        } catch {
          // The reader has gone already.
        }
      };
      signal.addEventListener('abort', () => end());
      // The first bytes carry the headers.
      write(': open\n\n');
      // Listening began first, so nothing falls between.
      allowed(more, send);
    },
    cancel: () => end(),
  });
}

/** Where a stream is to begin: after the last event a browser had, or where its page says. @throws Problem 400 */
export function sinceOf(request: Request): number {
  const given = request.headers.get('last-event-id') ?? new URL(request.url).searchParams.get('since') ?? '0';
  if (!/^\d{1,15}$/.test(given))
    throw new Problem(
      400,
      'bad-request',
      'This cannot be done as asked',
      'since is the number of a change set: 0 or a whole number above.',
    );
  return Number(given);
}
