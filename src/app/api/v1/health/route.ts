import { dataFolder } from '@/server/db/connection';
import { storageTrouble } from '@/server/db/storage';
import { database } from '@/server/http/http';
import packageJson from '../../../../../package.json';

export const dynamic = 'force-dynamic';

/** For whoever watches over the program: ok, degraded (it reads, and cannot or soon cannot store), unavailable. */
export async function GET(): Promise<Response> {
  const { version } = packageJson;
  try {
    await (await database()).raw('select 1');
    const detail = await storageTrouble(dataFolder());
    return Response.json({ status: detail ? 'degraded' : 'ok', version, ...(detail && { detail }) });
  } catch (error) {
    return Response.json(
      { status: 'unavailable', version, detail: (error as Error).message },
      { status: 503 },
    );
  }
}
