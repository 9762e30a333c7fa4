import { Join, type Invitation } from '@/features/people/join';
import { Problem } from '@/server/http/problem';
import { asVisitor } from '@/server/http/session';

export const dynamic = 'force-dynamic';

export default async function Page({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  try {
    return <Join token={token} invitation={await asVisitor<Invitation>('people.invitation', { token })} />;
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    return <Join token={token} problem={error.detail} />;
  }
}
