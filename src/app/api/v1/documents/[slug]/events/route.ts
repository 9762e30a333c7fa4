import { listen, type DraftEvent } from '@/server/documents/events';
import { draftOf, readLog } from '@/server/documents/store';
import { currentActor, database, failureResponse } from '@/server/http/http';
import { perform } from '@/server/perform';

export const dynamic = 'force-dynamic';

/** Change sets as they are committed, as server-sent events, beginning after `since`. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ slug: string }> },
): Promise<Response> {
  try {
    const { slug } = await params;
    const since = Number(new URL(request.url).searchParams.get('since') ?? 0);
    const knex = await database();
    const actor = await currentActor(knex);
    await perform(knex, 'documents.history', actor, { slug, since });
    const document = await knex('documents').where({ slug }).first();
    const draft = await draftOf(knex, document.id);
    let stop = () => {};
    const stream = new ReadableStream<Uint8Array>({
      start(controller) {
        const encoder = new TextEncoder();
        const send = (event: DraftEvent) =>
          controller.enqueue(encoder.encode(`data: ${JSON.stringify(event)}\n\n`));
        const unlisten = listen(draft.id, send);
        const pulse = setInterval(() => controller.enqueue(encoder.encode(': still here\n\n')), 20_000);
        stop = () => {
          clearInterval(pulse);
          unlisten();
        };
        // Listening began first, so nothing falls between; whoever listens passes over what it has already.
        void readLog(knex, draft.id, { since }).then((missed) =>
          missed.forEach((changeSet) => send({ kind: 'change', changeSet })),
        );
        request.signal.addEventListener('abort', () => {
          stop();
          controller.close();
        });
      },
      cancel: () => stop(),
    });
    return new Response(stream, {
      headers: {
        'content-type': 'text/event-stream',
        'cache-control': 'no-cache, no-transform',
        'x-accel-buffering': 'no',
      },
    });
  } catch (error) {
    return failureResponse(error);
  }
}
