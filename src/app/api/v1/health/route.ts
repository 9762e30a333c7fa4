import { database } from '@/server/http/http';
import packageJson from '../../../../../package.json';

export const dynamic = 'force-dynamic';

export async function GET(): Promise<Response> {
  try {
    await (await database()).raw('select 1');
    return Response.json({ status: 'ok', version: packageJson.version });
  } catch (error) {
    return Response.json({ status: 'unavailable', detail: (error as Error).message }, { status: 503 });
  }
}
