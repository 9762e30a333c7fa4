import { redirect } from 'next/navigation';
import { SignIn, type Welcome } from '@/features/people/sign-in';
import { asVisitor, isSignedIn } from '@/server/http/session';

export const dynamic = 'force-dynamic';

export default async function Page() {
  if (await isSignedIn()) redirect('/');
  const welcome = await asVisitor<Welcome>('people.welcome');
  if (welcome.empty) redirect('/welcome');
  return <SignIn welcome={welcome} />;
}
