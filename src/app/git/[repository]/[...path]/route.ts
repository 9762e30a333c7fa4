import { database, failureResponse } from '@/server/http/http';
import { answerGit } from '@/server/repositories/over-http';

export const dynamic = 'force-dynamic';

type Route = { params: Promise<{ repository: string; path: string[] }> };

/** git itself, cloning and pushing. */
async function handle(request: Request, { params }: Route): Promise<Response> {
  try {
    const { repository, path } = await params;
    return await answerGit(await database(), request, repository, path.join('/'));
  } catch (error) {
    return failureResponse(error);
  }
}

export { handle as GET, handle as POST };
