import { Account } from '@/features/people/account';

export default function Page() {
  return <Account />;
}
