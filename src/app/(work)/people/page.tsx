import { PeoplePage } from '@/features/people/members/people-page';

export default function Page() {
  return <PeoplePage />;
}
