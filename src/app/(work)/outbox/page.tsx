import { OutboxPage } from '@/features/people/outbox';

export default function Page() {
  return <OutboxPage />;
}
