import { sinceOf, streamOf } from '@/server/documents/stream';
import { database, failureResponse, actorOf } from '@/server/http/http';
import { currentSession } from '@/server/http/session-cookie';
import { dataPolicy } from '@/server/http/policy';
import { serverSettings } from '@/server/http/settings';
import { refuseOtherSites } from '@/server/http/site';

export const dynamic = 'force-dynamic';

/** Change sets as they are committed, as server-sent events, beginning after `since` or the last event had. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ slug: string }> },
): Promise<Response> {
  try {
    refuseOtherSites(request, serverSettings());
    const { slug } = await params;
    const since = sinceOf(request);
    const knex = await database();
    const session = await currentSession();
    const stream = await streamOf(knex, () => actorOf(knex, session), { slug, since }, request.signal);
    return new Response(stream, {
      headers: {
        'content-type': 'text/event-stream',
        'content-security-policy': dataPolicy,
        'cache-control': 'no-cache, no-transform',
        'x-accel-buffering': 'no',
      },
    });
  } catch (error) {
    return failureResponse(error);
  }
}
