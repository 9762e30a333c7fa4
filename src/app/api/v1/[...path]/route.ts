import { respond } from '@/server/http/http';

type Route = { params: Promise<{ path: string[] }> };
const handle = async (request: Request, { params }: Route) => respond(request, (await params).path);

export { handle as GET, handle as POST, handle as PUT, handle as DELETE };
