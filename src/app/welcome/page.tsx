import { redirect } from 'next/navigation';
import { SetUp, type Welcome } from '@/features/people/sign-in';
import { asVisitor } from '@/server/http/session';

export const dynamic = 'force-dynamic';

export default async function Page() {
  if (!(await asVisitor<Welcome>('people.welcome')).empty) redirect('/sign-in');
  return <SetUp />;
}
