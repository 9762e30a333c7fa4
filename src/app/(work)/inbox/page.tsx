import { Inbox } from '@/features/people/inbox';
import { asPerson } from '@/server/http/session';

export default async function Page() {
  const { notices } = await asPerson<{
    notices: {
      id: string;
      kind: string;
      title: string;
      body: string;
      href: string;
      at: string;
      read: boolean;
    }[];
  }>('inbox.list');
  return <Inbox notices={notices} />;
}
